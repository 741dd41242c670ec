/** A mapping by pointing: a value of the shop's JSON that was chosen for a place, as the queries that lead to it. */
import type { MappedField, Mapping } from './schema';
import { listOf } from './targets';

/** Names and positions that lead to a value, from the whole. */
export type Pointed = readonly (string | number)[];

const PLAIN = /^[\p{L}_][\p{L}\p{N}_]*$/u;

/** A query in the short form of RFC 9535 where a name allows it. */
export const queryOf = (from: '$' | '@', steps: Pointed): string =>
  from +
  steps
    .map((step) =>
      typeof step === 'number'
        ? `[${step}]`
        : PLAIN.test(step)
          ? `.${step}`
          : `['${step.replaceAll('\\', '\\\\').replaceAll("'", "\\'")}']`,
    )
    .join('');

/**
 * The mapping with a place filled from the value that was pointed at. What is in a list of ours comes from the entries of the shop's
 * list that the value is in: of the outermost for an outer list, of one within it for a list within a list. A list whose entries are known
 * already stays what it is, and a value outside of it is the same for all entries.
 */
export function point(mapping: Mapping, to: string, steps: Pointed, more = false): Mapping {
  const { lists, query } = relative(mapping, to, steps);
  const before = mapping.fields.find((f) => f.to === to);
  const field: MappedField = {
    ...(before ?? { to }),
    from: more && before ? [...new Set([...before.from, query])].slice(0, 6) : [query],
  };
  const fields = before ? mapping.fields.map((f) => (f.to === to ? field : f)) : [...mapping.fields, field];
  return { ...mapping, lists, fields };
}

function relative(mapping: Mapping, to: string, steps: Pointed): { lists: Mapping['lists']; query: string } {
  const ours: string[] = [];
  for (let list = listOf(to); list !== undefined; list = listOf(list)) ours.unshift(list);
  let { lists } = mapping;
  let rest = steps;
  let from: '$' | '@' = '$';
  for (const list of ours) {
    const known = lists.find((l) => l.to === list);
    const at = rest.findIndex((step) => typeof step === 'number');
    if (known) {
      const prefix = at === -1 ? undefined : `${queryOf(from, rest.slice(0, at))}[*]`;
      // Not in the list that is known: from the whole.
      if (prefix !== known.from) return { lists, query: queryOf('$', steps) };
    } else {
      if (at === -1) return { lists, query: from === '$' ? queryOf('$', steps) : queryOf(from, rest) };
      lists = [...lists, { to: list, from: `${queryOf(from, rest.slice(0, at))}[*]` }];
    }
    rest = rest.slice(at + 1);
    from = '@';
  }
  return { lists, query: queryOf(from, rest) };
}
