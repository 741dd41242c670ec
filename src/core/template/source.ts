/** A template's JSON as text: read into a template, or into problems at their places in it. */
import { findNodeAtLocation, parseTree, type ParseError } from 'jsonc-parser';
import { checker } from '../schema';
import { TemplateSchema, type Template } from './schema';
import { say } from '../../words/problems';

const checkTemplate = checker(TemplateSchema);

/** Something wrong in a text, with offsets in UTF-16 code units. */
export interface SourceProblem {
  from: number;
  to: number;
  message: string;
}

export interface ReadSource {
  template?: Template;
  problems: SourceProblem[];
}

/** The address of its schema, which a saved file carries, is not part of a template. */
function withoutSchema(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  const { $schema: _schema, ...rest } = value as Record<string, unknown>;
  return rest;
}

/** Reads a template's JSON: the template, or its problems at their places in the text. */
export function readTemplateSource(text: string): ReadSource {
  const errors: ParseError[] = [];
  const tree = parseTree(text, errors);
  const [first] = errors;
  if (first || !tree) {
    const at = first ?? { offset: 0, length: text.length };
    const line = text.slice(0, at.offset).split('\n').length;
    return {
      problems: [
        {
          from: at.offset,
          to: at.offset + Math.max(1, at.length),
          message: say.lineLineThisIsNot({ line }),
        },
      ],
    };
  }
  const value = withoutSchema(JSON.parse(text));
  const version = typeof value === 'object' && value !== null ? (value as { version?: unknown }).version : undefined;
  const checked = checkTemplate(value);
  if (checked.ok) return { template: checked.value, problems: [] };
  if (typeof version === 'number' && version > 1) {
    return {
      problems: [
        {
          from: 0,
          to: text.length,
          message: say.thisTemplateIsOfVersion({ version }),
        },
      ],
    };
  }
  return {
    problems: checked.problems.map((p): SourceProblem => {
      const path = p.path
        .split('/')
        .slice(1)
        .map((part) => (/^\d+$/.test(part) ? Number(part) : part.replaceAll('~1', '/').replaceAll('~0', '~')));
      // Of what is missing, the place is where it should be.
      let node = findNodeAtLocation(tree, path);
      for (let n = path.length - 1; !node && n >= 0; n -= 1) node = findNodeAtLocation(tree, path.slice(0, n));
      const from = node?.offset ?? 0;
      const line = text.slice(0, from).split('\n').length;
      return {
        from,
        to: from + (node?.length ?? 1),
        message: say.lineLineNMessage({ line, n: path.join(', ') || say.theWhole, message: p.message }),
      };
    }),
  };
}
