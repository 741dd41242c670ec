/**
 * A glossary as a file: TBX-Basic in its current form (ISO 30042:2019, style DCA), which is written, and in that of 2008 (`martif`), which is
 * read as well; and a table (CSV, RFC 4180), one row for each term. In TBX, a name is the same term in every language.
 */
import { Parser } from 'htmlparser2';
import Papa from 'papaparse';
import { guarded, unguarded } from '../exchange';
import { withoutType, xml } from '../handover';
import { languageName } from '../names';
import { plainLine } from '../text';
import { knownTag } from '../translation';
import { say } from '../../words/glossary';
import { TERM_USES, type GlossaryEntry, type Term, type TermUse } from './schema';

/** The picklist of `administrativeStatus` (TBX-Basic) by what is said here. */
const STATUS: Record<TermUse, string> = {
  say: 'preferredTerm-admn-sts',
  also: 'admittedTerm-admn-sts',
  never: 'deprecatedTerm-admn-sts',
};

/** All entries as TBX-Basic. `languages` are those that a name is said in, the store's own first. */
export function writeTbx(entries: readonly GlossaryEntry[], languages: readonly string[], title: string): string {
  const concepts = entries.map(({ id, name, note, terms }) => {
    const all = name ? named(terms, languages) : terms;
    const sections = [...new Set(all.map((t) => t.language))].map((language) => {
      const own = all
        .filter((t) => t.language === language)
        .map(
          ({ term, use }) =>
            `          <termSec>\n            <term>${xml(term)}</term>\n            <termNote type="administrativeStatus">${STATUS[use]}</termNote>\n          </termSec>\n`,
        );
      return `        <langSec xml:lang="${xml(language)}">\n${own.join('')}        </langSec>\n`;
    });
    const about = note === '' ? '' : `        <descrip type="definition">${xml(note)}</descrip>\n`;
    return `      <conceptEntry id="${xml(id)}">\n${about}${sections.join('')}      </conceptEntry>\n`;
  });
  return `<?xml version="1.0" encoding="UTF-8"?>\n<tbx xmlns="urn:iso:std:iso:30042:ed-2" style="dca" type="TBX-Basic" xml:lang="${xml(languages[0] ?? 'en')}">\n  <tbxHeader>\n    <fileDesc>\n      <sourceDesc>\n        <p>${xml(title)}</p>\n      </sourceDesc>\n    </fileDesc>\n  </tbxHeader>\n  <text>\n    <body>\n${concepts.join('')}    </body>\n  </text>\n</tbx>\n`;
}

/** A name's terms, said in each language that has none of its own for it. */
function named(terms: readonly Term[], [own = '', ...languages]: readonly string[]): Term[] {
  const name = terms.filter((t) => t.language === own && t.use !== 'never');
  const bare = languages.filter((language) => !terms.some((t) => t.language === language && t.use === 'say'));
  return [...terms, ...bare.flatMap((language) => name.map((t) => ({ ...t, language })))];
}

const COLUMNS = ['entry', 'language', 'term', 'use', 'name', 'note'] as const;

/** All entries as a table, a row for each term. */
export function writeTerms(entries: readonly GlossaryEntry[]): string {
  const rows = entries.flatMap(({ id, name, note, terms }) =>
    terms.map(({ language, term, use }, i) => [
      id,
      language,
      term,
      use,
      i === 0 && name ? 'yes' : '',
      i === 0 ? note : '',
    ]),
  );
  return `\uFEFF${Papa.unparse({ fields: [...COLUMNS], data: rows.map((row) => row.map(guarded)) }, { newline: '\r\n' })}\r\n`;
}

/** An entry as a file has it. */
export interface EntryRead extends GlossaryEntry {
  /** Where it begins, from 1. */
  line: number;
}

export interface GlossaryFile {
  entries: EntryRead[];
  /** What cannot be taken in. */
  refused: { line: number; what: string; why: string }[];
}
export type GlossaryRead =
  { ok: true; value: GlossaryFile } | { ok: false; problem: { line: number; message: string } };

/** Reads a glossary by what the file is, whatever it is called. `own` is the store's language, in which an entry goes by its term. */
export function readGlossary(text: string, own: string): GlossaryRead {
  const plain = text.replace(/^\uFEFF/, '');
  const read = plain.trimStart().startsWith('<') ? readTbx(plain) : readTerms(plain);
  return read.ok ? { ok: true, value: sorted(read.value, own) } : read;
}

type Loose = Omit<EntryRead, 'terms'> & { terms: { language: string; term: string; use: TermUse }[] };
type LooseRead = { ok: true; value: Loose[] } | { ok: false; problem: { line: number; message: string } };

/** Entries that can be taken in, with canonical tags and each term once; and those that cannot, with why. */
function sorted(entries: readonly Loose[], own: string): GlossaryFile {
  const file: GlossaryFile = { entries: [], refused: [] };
  for (const { id, line, name, note, terms } of entries) {
    const what = terms.find((t) => t.language === own)?.term ?? terms[0]?.term ?? id;
    const refuse = (why: string): void => void file.refused.push({ line, what, why });
    const kept = new Map<string, Term>();
    let wrong: string | undefined;
    for (const { language, term, use } of terms) {
      const tag = knownTag(language);
      if (tag === undefined) wrong ??= say.notATag({ tag: language });
      else if ([...term].length > 100) wrong ??= say.termTooLong({ term: `${term.slice(0, 30)} ...` });
      else if (!kept.has(`${tag} ${term}`)) kept.set(`${tag} ${term}`, { language: tag, term, use });
    }
    const said = new Set([...kept.values()].filter((t) => t.language === own && t.use !== 'never').map((t) => t.term));
    // A name reads the same elsewhere without being told there.
    for (const [key, { language, term }] of kept) if (name && language !== own && said.has(term)) kept.delete(key);
    if (wrong !== undefined) refuse(wrong);
    else if (![...kept.values()].some((t) => t.language === own && t.use === 'say'))
      refuse(say.noOwnTerm({ language: languageName(own) }));
    else if (kept.size > 200) refuse(say.tooManyTerms);
    else
      file.entries.push({
        id: id.slice(0, 60),
        line,
        name,
        note: [...note].slice(0, 500).join(''),
        terms: [...kept.values()],
      });
  }
  return file;
}

const USES: Record<string, TermUse> = {
  ...Object.fromEntries(TERM_USES.map((use) => [use, use])),
  ...Object.fromEntries(TERM_USES.map((use) => [STATUS[use].toLowerCase(), use])),
  'supersededterm-admn-sts': 'never',
  preferred: 'say',
  admitted: 'also',
  deprecated: 'never',
  notrecommended: 'never',
  obsolete: 'never',
  superseded: 'never',
};

/** What a word for the standing of a term means; without any, it is one to say. */
const useOf = (word: string): TermUse => USES[word.trim().toLowerCase()] ?? 'say';

const ENTRY = new Set(['conceptEntry', 'termEntry']);
const SECTION = new Set(['langSec', 'langSet']);

function readTbx(text: string): LooseRead {
  const read = withoutType(text);
  if (!read.ok) return read;
  const entries: Loose[] = [];
  let root: string | undefined;
  let language = '';
  let term: Loose['terms'][number] | undefined;
  /** What the text that is read now is of. */
  let at: 'term' | 'status' | 'note' | undefined;
  let words = '';
  const counted = { at: 0, line: 1 };
  const parser = new Parser(
    {
      onopentag(tag, attributes) {
        root ??= tag;
        const entry = entries.at(-1);
        if (ENTRY.has(tag)) {
          counted.line += read.text.slice(counted.at, parser.startIndex).match(/\n/g)?.length ?? 0;
          counted.at = parser.startIndex;
          const id = attributes.id ?? attributes['xml:id'] ?? '';
          entries.push({ id, line: counted.line, name: false, note: '', terms: [] });
        } else if (SECTION.has(tag)) language = attributes['xml:lang'] ?? '';
        else if (entry && tag === 'term') [at, words] = ['term', ''];
        else if (term && tag === 'termNote') {
          const kind = attributes.type ?? '';
          if (/^(administrativeStatus|normativeAuthorization)$/.test(kind)) [at, words] = ['status', ''];
        } else if (entry && (tag === 'note' || tag === 'descrip') && at === undefined && entry.note === '') {
          if (tag === 'note' || attributes.type === 'definition') [at, words] = ['note', ''];
        }
      },
      ontext(more) {
        if (at !== undefined) words += more;
      },
      onclosetag(tag) {
        const entry = entries.at(-1);
        const line = plainLine(words).replace(/\s+/g, ' ').trim();
        if (entry && at === 'term' && tag === 'term') {
          term = { language, term: line, use: 'say' };
          if (line !== '') entry.terms.push(term);
          at = undefined;
        } else if (term && at === 'status' && tag === 'termNote') {
          term.use = useOf(line);
          at = undefined;
        } else if (entry && at === 'note' && (tag === 'note' || tag === 'descrip')) {
          entry.note = line;
          at = undefined;
        }
        if (ENTRY.has(tag) || SECTION.has(tag)) term = undefined;
      },
    },
    { xmlMode: true, decodeEntities: true },
  );
  parser.end(read.text);
  if (root !== 'tbx' && root !== 'martif') return { ok: false, problem: { line: 1, message: say.notTbx } };
  return { ok: true, value: entries.map((entry) => ({ ...entry, name: sameEverywhere(entry.terms) })) };
}

/** Whether the term to say is the same in every language, of at least two. */
function sameEverywhere(terms: Loose['terms']): boolean {
  const said = terms.filter((t) => t.use === 'say');
  return new Set(said.map((t) => t.language)).size > 1 && new Set(said.map((t) => t.term)).size === 1;
}

function readTerms(text: string): LooseRead {
  const { data } = Papa.parse<string[]>(text, { delimitersToGuess: [',', ';', '\t'] });
  const [heading = [], ...rows] = data;
  const column = Object.fromEntries(heading.map((name, i) => [name.trim().toLowerCase(), i]));
  for (const wanted of ['language', 'term'] as const) {
    if (column[wanted] === undefined) {
      return { ok: false, problem: { line: 1, message: say.columnMissing({ column: wanted }) } };
    }
  }
  const cell = (row: readonly string[], name: (typeof COLUMNS)[number]): string =>
    plainLine(unguarded(row[column[name] ?? -1] ?? '')).trim();
  const entries = new Map<string, Loose>();
  rows.forEach((row, i) => {
    const term = cell(row, 'term');
    if (term === '') return;
    // Rows without an entry of their own are entries of one term.
    const id = cell(row, 'entry');
    const key = id || `row ${i + 2}`;
    const entry = entries.get(key) ?? { id, line: i + 2, name: false, note: '', terms: [] };
    entries.set(key, entry);
    entry.terms.push({ language: cell(row, 'language'), term, use: useOf(cell(row, 'use')) });
    if (/^(yes|true|1|x)$/i.test(cell(row, 'name'))) entry.name = true;
    if (entry.note === '') entry.note = cell(row, 'note');
  });
  return { ok: true, value: [...entries.values()] };
}
