/** Queries of a mapping (JSONPath, RFC 9535), compiled once; those that name one value take the short way. */
import { jsonpath, JSONPathEnvironment, type JSONPathQuery, type JSONValue } from 'json-p3';
import { say } from '../../words/mapping';

const { NameSelector, IndexSelector } = jsonpath.selectors;

/** What a query finds, in the order of the standard; at most {@link MOST_FOUND}. */
export type Query = (whole: unknown, entry: unknown) => unknown[];

/** An order has 500 lines at most. */
export const MOST_FOUND = 1000;

const environment = new JSONPathEnvironment({ maxRecursionDepth: 40 });
// Patterns of a mapping would be run over whatever a shop sends: one could take for ever.
environment.functionRegister.delete('match');
environment.functionRegister.delete('search');

/** Compiles a query from the whole (`$`) or from an entry of a list (`@`). What is wrong with it is a sentence. */
export function compileQuery(path: string): { ok: true; query: Query } | { ok: false; message: string } {
  const ofEntry = path.startsWith('@');
  if (!ofEntry && !path.startsWith('$')) return { ok: false, message: say.pathBegins };
  try {
    const compiled = environment.compile(ofEntry ? `$${path.slice(1)}` : path);
    if (isWide(compiled)) return { ok: false, message: say.pathTooWide };
    const steps = stepsOf(compiled);
    const from = (whole: unknown, entry: unknown): unknown => (ofEntry ? entry : whole);
    if (steps) return { ok: true, query: (whole, entry) => walked(from(whole, entry), steps) };
    return { ok: true, query: (whole, entry) => found(compiled, from(whole, entry)) };
  } catch (error) {
    const [, at] = /:(\d+)\)?\s*$/.exec(String((error as Error).message)) ?? [];
    return { ok: false, message: at === undefined ? say.pathWrong : say.pathWrongAt({ n: Number(at) + 1 }) };
  }
}

/**
 * Whether a query could visit far more than there is: with two searches of everything below (`..`), one within a test (`?`), or tests within
 * tests. What stands in quotes is no part of the query.
 */
function isWide(compiled: JSONPathQuery): boolean {
  const bare = compiled.toString().replace(/'(?:[^'\\]|\\.)*'|"(?:[^"\\]|\\.)*"/g, '');
  const count = (what: string): number => bare.split(what).length - 1;
  const [deep, tests] = [count('..'), count('?')];
  return deep > 1 || tests > 1 || (deep > 0 && tests > 0);
}

/** Whether a query looks at more than single values: what is asked of each entry of a list must not. */
export const isSearch = (path: string): boolean =>
  /\.\.|[*?]/.test(path.replace(/'(?:[^'\\]|\\.)*'|"(?:[^"\\]|\\.)*"/g, ''));

/** The names and positions of a query that names one value; undefined for any other. */
function stepsOf(compiled: JSONPathQuery): (string | number)[] | undefined {
  if (!compiled.singularQuery()) return undefined;
  const steps = compiled.segments.map(({ selectors: [selector] }) =>
    selector instanceof NameSelector ? selector.name : selector instanceof IndexSelector ? selector.index : -1,
  );
  // Positions from the end are found by the package.
  return steps.every((step) => typeof step === 'string' || step >= 0) ? steps : undefined;
}

/** The value that a row of names and positions leads to, as a list of one or none. */
function walked(value: unknown, steps: readonly (string | number)[]): unknown[] {
  for (const step of steps) {
    const inside =
      typeof step === 'number'
        ? Array.isArray(value) && step < value.length
        : typeof value === 'object' && value !== null && !Array.isArray(value) && Object.hasOwn(value, step);
    if (!inside) return [];
    value = (value as Record<string | number, unknown>)[step];
  }
  return [value];
}

function found(compiled: JSONPathQuery, value: unknown): unknown[] {
  const values: unknown[] = [];
  for (const node of compiled.lazyQuery(value as JSONValue)) {
    values.push(node.value);
    if (values.length === MOST_FOUND) break;
  }
  return values;
}
