/** A mapping beside what it makes of a request: what fills a place, what is found there, what is wrong. */
import type { Mapping, Target } from '@/core/mapping';
import { queryOf, type Pointed } from '@/core/mapping/pointing';
import type { SchemaProblem } from '@/core/schema';

/** Of which event a request is, and what tells one from another: places beside those of the order. */
export const [EVENT, ID] = ['#event', '#id'] as const;

const listOf = (to: string): string | undefined => {
  const end = to.lastIndexOf('/*');
  return end === -1 ? undefined : to.slice(0, end);
};

/** A query of an entry as one from the whole, with `[*]` for each entry. */
function fromWhole(mapping: Mapping, to: string, path: string): string {
  if (!path.startsWith('@')) return path;
  const list = listOf(to);
  const entries = list === undefined ? undefined : mapping.lists.find((l) => l.to === list)?.from;
  return entries === undefined ? path : fromWhole(mapping, list!, entries) + path.slice(1);
}

/** The place that each value fills, by the query that leads to it. */
export function fillings(mapping: Mapping): Map<string, string> {
  const found = new Map<string, string>();
  for (const { to, from } of mapping.fields) for (const path of from) found.set(fromWhole(mapping, to, path), to);
  if (mapping.event.from) found.set(mapping.event.from, EVENT);
  if (mapping.id) found.set(mapping.id, found.get(mapping.id) ?? ID);
  return found;
}

/** What a value fills: as it stands, or as an entry of its list. */
export const fillOf = (found: ReadonlyMap<string, string>, steps: Pointed): string | undefined =>
  found.get(queryOf('$', steps)) ?? found.get(queryOf('$', steps).replace(/\[\d+\]/g, '[*]'));

/** What stands in a place of an event's data: of each entry of its lists. */
export function valuesAt(data: unknown, to: string): unknown[] {
  let found: unknown[] = [data];
  for (const step of to.slice(1).split('/')) {
    found = found.flatMap((value) => {
      if (step === '*') return Array.isArray(value) ? value : [];
      const inner = typeof value === 'object' && value !== null ? (value as Record<string, unknown>)[step] : undefined;
      return inner === undefined ? [] : [inner];
    });
  }
  return found;
}

const placeOf = (path: string): string => path.replace(/^\/data/, '').replace(/\/\d+(?=\/|$)/g, '/*');

/** Places with something wrong in them: the same one in every entry of a list is one. */
export const gapsIn = (problems: readonly SchemaProblem[]): number =>
  new Set(problems.map((p) => placeOf(p.path))).size;

/** What is wrong in a place, or with what it stands in being missing. */
export const problemOf = (problems: readonly SchemaProblem[], to: string): string | undefined =>
  problems.find((p) => {
    const place = placeOf(p.path);
    return place === to || (place !== '' && to.startsWith(`${place}/`));
  })?.message;

/** What is wrong and stands in no place that is shown. */
export const otherProblems = (
  problems: readonly SchemaProblem[],
  shown: readonly Pick<Target, 'to'>[],
): SchemaProblem[] => problems.filter((p) => !shown.some(({ to }) => problemOf([p], to) !== undefined));
