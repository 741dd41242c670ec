/** The declarations of a store's own CSS, one by one, each with its place. */
import postcss, { type Declaration, type Root, type Rule } from 'postcss';

export interface OwnDeclaration {
  selector: string;
  property: string;
  /** Wins over what stands on the elements themselves. */
  important: boolean;
  /** From 1. */
  line: number;
  column: number;
}

function parsed(css: string): Root | undefined {
  try {
    return postcss.parse(css);
  } catch {
    // What is wrong with it is told where it is read.
    return undefined;
  }
}

/** All declarations of rules in their order; none for CSS that cannot be read. */
export function ownDeclarations(css: string): OwnDeclaration[] {
  const found: OwnDeclaration[] = [];
  parsed(css)?.walkDecls((declaration) => {
    const { parent, prop, important = false } = declaration;
    if (parent?.type !== 'rule') return;
    const { line, column } = placeOf(declaration);
    found.push({ selector: (parent as Rule).selector, property: prop.toLowerCase(), important, line, column });
  });
  return found;
}

const placeOf = ({ source }: Declaration): { line: number; column: number } => ({
  line: source?.start?.line ?? 1,
  column: source?.start?.column ?? 1,
});

/** The CSS with `!important` at the declaration that stands there. */
export function withImportant(css: string, at: { line: number; column: number }): string {
  const root = parsed(css);
  root?.walkDecls((declaration) => {
    const place = placeOf(declaration);
    if (place.line === at.line && place.column === at.column) declaration.important = true;
  });
  return root?.toString() ?? css;
}
