/** What is wrong with a store's terms, each with its place. */
import type { SchemaProblem } from '../schema';
import { bicProblem, ibanProblem } from './bank';
import { hoursProblems } from './hours';
import { patternProblem } from './tracking';
import type { Terms } from './schema';
import { say } from '../../words/problems';

/** The problems of terms that fit their schema (JSON Pointer, RFC 6901): wrong accounts and patterns, names that stand twice. */
export function termsProblems(terms: Terms): SchemaProblem[] {
  const problems: SchemaProblem[] = [];
  const tell = (path: string, message: string | undefined): void => {
    if (message) problems.push({ path, message });
  };
  terms.payments.forEach(({ account }, i) => {
    if (!account) return;
    tell(`/payments/${i}/account/iban`, ibanProblem(account.iban));
    tell(`/payments/${i}/account/bic`, bicProblem(account.bic));
  });
  terms.carriers.forEach(({ trackingUrl }, i) => {
    if (trackingUrl !== undefined) tell(`/carriers/${i}/trackingUrl`, patternProblem(trackingUrl));
  });
  (terms.places ?? []).forEach(({ hours }, i) => problems.push(...hoursProblems(hours, `/places/${i}/hours`)));
  const lists: [string, readonly string[]][] = [
    ['payments', terms.payments.map((m) => m.name)],
    ['shipping', terms.shipping.map((m) => m.name)],
    ['carriers', terms.carriers.map((c) => c.name)],
    ['places', (terms.places ?? []).map((p) => p.name)],
    ['names', terms.names.map((n) => `${n.kind} ${n.name}`)],
  ];
  for (const [list, names] of lists) {
    const keys = names.map((n) => n.trim().toLowerCase());
    keys.forEach((key, i) => {
      if (keys.indexOf(key) < i) tell(`/${list}/${i}/name`, say.thisNameIsInThe);
    });
  }
  const seen = new Set<string>();
  (terms.notes ?? []).forEach(({ sku, category, words }, i) => {
    if ((sku === undefined) === (category === undefined)) return tell(`/notes/${i}/sku`, say.chooseAProductOrCategory);
    const key = sku === undefined ? `category ${category}` : `sku ${sku}`;
    if (seen.has(key)) tell(`/notes/${i}/${sku === undefined ? 'category' : 'sku'}`, say.thisHasANoteAlready);
    seen.add(key);
    if (Object.keys(words).length === 0) tell(`/notes/${i}/words`, say.writeTheNote);
  });
  return problems;
}
