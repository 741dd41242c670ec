/** SPF records (RFC 7208): read, merged with what a store needs, and their look-ups counted. */

export interface SpfTerm {
  /** "+", "-", "~", "?"; "+" when none is written. */
  qualifier: '+' | '-' | '~' | '?';
  /** "include", "a", "mx", "ip4", "all" ... or the name of a modifier such as "redirect". */
  name: string;
  value: string;
  /** A modifier is written with "=", a mechanism with ":" or nothing. */
  modifier: boolean;
  /** As it was written. */
  raw: string;
}

export interface SpfRecord {
  terms: SpfTerm[];
}

const TERM = /^([+\-~?]?)([a-z][a-z0-9_.-]*)(?:([:=/])(.*))?$/i;

/** Whether a TXT record is an SPF record at all (RFC 7208, 4.5). */
export function isSpf(text: string): boolean {
  return /^v=spf1(\s|$)/i.test(text);
}

/** Reads an SPF record; the terms that make no sense are named. */
export function readSpf(text: string): { record: SpfRecord; unreadable: string[] } {
  const terms: SpfTerm[] = [];
  const unreadable: string[] = [];
  for (const raw of text.trim().split(/\s+/).slice(1)) {
    const match = TERM.exec(raw);
    if (!match) {
      unreadable.push(raw);
      continue;
    }
    const [, qualifier, name, mark, rest = ''] = match;
    terms.push({
      qualifier: (qualifier || '+') as SpfTerm['qualifier'],
      name: name!.toLowerCase(),
      value: mark === '/' ? `/${rest}` : rest,
      modifier: mark === '=',
      raw,
    });
  }
  return { record: { terms }, unreadable };
}

const sameTerm = (a: string, b: string): boolean =>
  a.replace(/^\+/, '').toLowerCase() === b.replace(/^\+/, '').toLowerCase();

/** Those of the wanted mechanisms that a record does not hold. */
export function missingMechanisms(text: string, wanted: readonly string[]): string[] {
  const { record } = readSpf(text);
  return wanted.filter((w) => !record.terms.some((t) => sameTerm(t.raw, w)));
}

/**
 * One record that allows what is there already and what is wanted: the wanted mechanisms go before "all" or "redirect",
 * because nothing after those is read (RFC 7208, 5.1 and 6.1).
 * @param present the SPF records there are now; several are made one, since more than one is an error (4.5)
 */
export function mergeSpf(present: readonly string[], wanted: readonly string[], otherwise: '~all' | '-all'): string {
  const kept: string[] = [];
  let last = '';
  for (const text of present) {
    for (const term of readSpf(text).record.terms) {
      if (term.name === 'all' || (term.modifier && term.name === 'redirect')) {
        // The stricter of two "all" would shut out what the other allows; the milder is kept.
        if (last === '' || term.qualifier === '~' || term.qualifier === '?') last = term.raw;
      } else if (!kept.some((k) => sameTerm(k, term.raw))) kept.push(term.raw);
    }
  }
  for (const mechanism of wanted) if (!kept.some((k) => sameTerm(k, mechanism))) kept.push(mechanism);
  return ['v=spf1', ...kept, last || otherwise].join(' ');
}

/** Names whose SPF records are read along with a record: its includes and its redirect. */
export function spfReferences(text: string): string[] {
  return readSpf(text)
    .record.terms.filter((t) => t.name === 'include' || (t.modifier && t.name === 'redirect'))
    .map((t) => t.value.toLowerCase())
    .filter((name) => name !== '' && !name.includes('%'));
}

const ASKS = new Set(['include', 'a', 'mx', 'ptr', 'exists', 'redirect']);
export const SPF_LOOKUPS_ALLOWED = 10;

/**
 * How many look-ups a receiver makes for a record, with all it refers to (RFC 7208, 4.6.4: more than ten is an error).
 * @param known SPF records by name, as far as they were found
 */
export function countLookups(text: string, known: ReadonlyMap<string, string>, seen: readonly string[] = []): number {
  let count = 0;
  for (const term of readSpf(text).record.terms) {
    if (!ASKS.has(term.name)) continue;
    count += 1;
    if (term.name !== 'include' && term.name !== 'redirect') continue;
    const name = term.value.toLowerCase();
    const inner = known.get(name);
    if (inner !== undefined && !seen.includes(name)) count += countLookups(inner, known, [...seen, name]);
  }
  return count;
}
