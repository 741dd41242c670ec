/** Own CSS that changes nothing, because the message says the same of its elements itself. */
import { ownDeclarations, withImportant } from '@/core/css';
import type { LookFinding } from '@/core/look';
import { say } from '@/words/findings';

/** Findings for declarations that every element they are meant for overrides, with the style that wins. */
export function overriddenFindings(css: string, messages: readonly string[]): LookFinding[] {
  const declared = ownDeclarations(css).filter((d) => !d.important);
  if (declared.length === 0 || messages.length === 0) return [];
  const parser = new DOMParser();
  const documents = messages.map((html) => parser.parseFromString(html, 'text/html'));
  return declared.flatMap(({ selector, property, line, column }): LookFinding[] => {
    const meant = documents.flatMap((doc) => found(doc, selector));
    const styles = meant.map((element) => element.style.getPropertyValue(property));
    const [wins] = styles;
    if (wins === undefined || styles.some((style) => style === '')) return [];
    return [
      {
        severity: 'warning',
        part: 'css',
        place: say.ownCssLineLine({ line }),
        message: say.ownCssOverridden({ selector, wins: `${property}: ${wins}` }),
        fix: {
          label: say.addImportant,
          change: (look) => ({ ...look, css: withImportant(look.css, { line, column }) }),
        },
      },
    ];
  });
}

/** What a selector matches; nothing where the browser does not know it. */
function found(doc: Document, selector: string): HTMLElement[] {
  try {
    return [...doc.querySelectorAll<HTMLElement>(selector)].filter((e) => doc.body.contains(e));
  } catch {
    return [];
  }
}
