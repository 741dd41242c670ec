/** What is wrong with a mapping itself, before it has read anything. */
import type { SchemaProblem } from '../schema';
import { compileQuery, isSearch } from './query';
import type { Mapping } from './schema';
import { listOf, targetAt } from './targets';
import { say } from '../../words/mapping';

/** So many paths of a mapping may search everything below (`..`). */
const MOST_SEARCHES = 8;

/** What is wrong with a mapping itself, each with its place: queries, places that are none, lists that are missing. */
export function mappingProblems(mapping: Mapping): SchemaProblem[] {
  const problems: SchemaProblem[] = [];
  const check = (path: string, at: string, inList: boolean): void => {
    const compiled = compileQuery(path);
    if (!compiled.ok) problems.push({ path: at, message: compiled.message });
    else if (path.startsWith('@') && !inList) problems.push({ path: at, message: say.entryOfNoList });
  };
  if (mapping.event.from !== undefined) check(mapping.event.from, '/event/from', false);
  if (mapping.id !== undefined) check(mapping.id, '/id', false);
  const listed = new Set(mapping.lists.map((l) => l.to));
  mapping.lists.forEach(({ to, from }, i) => {
    const outer = listOf(to);
    check(from, `/lists/${i}/from`, outer !== undefined && listed.has(outer));
  });
  const seen = new Set<string>();
  let searches = 0;
  mapping.fields.forEach((field, i) => {
    const at = `/fields/${i}`;
    if (!targetAt(field.to)) problems.push({ path: `${at}/to`, message: say.noSuchPlace({ to: field.to }) });
    if (seen.has(field.to)) problems.push({ path: `${at}/to`, message: say.placeTwice({ to: field.to }) });
    seen.add(field.to);
    const list = listOf(field.to);
    field.from.forEach((path, j) => {
      check(path, `${at}/from/${j}`, list !== undefined && listed.has(list));
      // It would be asked again for each entry.
      if (list !== undefined && listed.has(list) && path.startsWith('$') && isSearch(path)) {
        problems.push({ path: `${at}/from/${j}`, message: say.searchInList });
      }
      if (path.includes('..')) searches += 1;
      if (searches > MOST_SEARCHES && path.includes('..')) {
        problems.push({ path: `${at}/from/${j}`, message: say.tooManySearches({ most: MOST_SEARCHES }) });
      }
    });
    const choices = targetAt(field.to)?.choices;
    const means = [...(field.table ?? []).map((row) => row.means), ...(field.otherwise ? [field.otherwise] : [])];
    const unknown = choices && means.find((word) => !choices.includes(word));
    if (unknown !== undefined) {
      problems.push({
        path: `${at}/table`,
        message: say.noSuchChoice({ word: unknown, choices: choices!.join(', ') }),
      });
    }
  });
  return problems;
}
