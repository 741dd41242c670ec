/**
 * Texts as gettext PO: `msgctxt` says where a text is, `msgid` is the source with its tokens. A text that is chosen by a number alone is one
 * entry with `msgid_plural` where gettext can count in the language; other forms are entries of their own. Flag `fuzzy`: copied, begun, or
 * changed at the source since, with the former source as `#| msgid`.
 */
import { po } from 'gettext-parser';
import type { GetTextComment, GetTextTranslation, GetTextTranslations } from 'gettext-parser';
import { say } from '../../words/languages';
import { OPEN_STATES } from '../translation';
import { formsOf, type FormOut, type FormsOut } from './forms';
import { pluralFormsOf, type PluralForms } from './plural-forms';
import type { Read, ReadResult, ReadUnit } from './read-xliff';
import { flatten, inlinesOf, notesOf, sourceFormOf, type FileOut, type Inline, type UnitOut } from './shape';
import { readTokens, tokensOf } from './tokens';
import { contextOf, filesOf, readContext } from './units';
import { readDocument } from '../text';

const ANYTHING = '*';

/** A segment that is one entry with plural forms: its source in one and in more, with ids that hold for both, and its forms by index. */
interface Counted {
  one: string;
  more: string;
  /** By index of gettext: the form of the segment. */
  forms: FormOut[];
  inlines: Inline[];
}

/** Whether a segment can be an entry with plural forms, and how. */
function countedOf(
  unit: UnitOut,
  { selectors, forms }: FormsOut,
  plurals: PluralForms | undefined,
): Counted | undefined {
  const [selector, ...others] = selectors;
  if (!plurals || !selector || others.length > 0 || selector.fn !== 'number') return undefined;
  const byKey = new Map(forms.map((f) => [f.keys[0]!, f]));
  if (forms.some((f) => /^-?\d/.test(f.keys[0]!))) return undefined;
  const wanted = plurals.categories.map((category) => byKey.get(category) ?? byKey.get(ANYTHING));
  if (wanted.some((f) => f === undefined)) return undefined;
  // Each form of the segment has its entry, but for that of fractions, which gettext does not count.
  const extra = forms.filter((f) => !wanted.includes(f) && f.keys[0] !== ANYTHING);
  if (extra.length > 0) return undefined;
  const from = readDocument(unit.source);
  if (!from || from.selectors.length !== 1 || from.forms.some((f) => /^-?\d/.test(f.keys[0]!))) return undefined;
  const one = flatten(sourceFormOf(from, ['one']), from.marked);
  const known = inlinesOf(one);
  const more = flatten(sourceFormOf(from, [ANYTHING]), from.marked, known);
  const inlines = [...known, ...inlinesOf(more).filter((i) => !known.some((k) => k.id === i.id))];
  return { one: tokensOf(one), more: tokensOf(more), forms: wanted as FormOut[], inlines };
}

const same = (a: Inline, b: Inline): boolean => {
  const { id: _a, ...left } = a;
  const { id: _b, ...right } = b;
  return JSON.stringify(left) === JSON.stringify(right);
};

/** A flat text with the ids of `to` for what it has as well. */
function renumbered(flat: NonNullable<FormOut['target']>, to: readonly Inline[]): NonNullable<FormOut['target']> {
  const taken = new Map<string, Inline>();
  const left = [...to];
  return flat.map((part) => {
    if (typeof part === 'string') return part;
    let inline = taken.get(part.inline.id);
    if (!inline) {
      const at = left.findIndex((i) => same(i, part.inline));
      inline = at >= 0 ? left.splice(at, 1)[0]! : { ...part.inline, id: String(1_000 + taken.size) };
      taken.set(part.inline.id, inline);
    }
    return { ...part, inline };
  });
}

/** The whole file. */
export function writePo(files: readonly FileOut[], { source, target }: { source: string; target: string }): string {
  const plurals = pluralFormsOf(target);
  const translations: GetTextTranslations['translations'] = {};
  for (const file of files) {
    const original = `${file.kind}:${file.slug}`;
    for (const unit of file.units) {
      const made = formsOf(unit, target);
      if (!made) continue;
      const where = `${file.name}: ${unit.label}`;
      const counted = countedOf(unit, made, plurals);
      const entries = counted
        ? [
            {
              id: unit.segment,
              msgid: counted.one,
              msgid_plural: counted.more,
              msgstr: counted.forms.map((f) => (f.target ? tokensOf(renumbered(f.target, counted.inlines)) : '')),
              said: [where],
            },
          ]
        : made.forms.map((form) => ({
            id: form.id,
            msgid: tokensOf(form.source),
            msgstr: [form.target ? tokensOf(form.target) : ''],
            said: [where, ...(form.keys.length > 0 ? [formSaid(made, form)] : [])],
          }));
      for (const { id, said, ...entry } of entries) {
        // An entry with an empty source is the header of the file.
        if (entry.msgid === '') continue;
        const msgctxt = contextOf(original, id);
        translations[msgctxt] = {
          [entry.msgid]: {
            msgctxt,
            ...entry,
            comments: commentsOf(
              unit,
              said,
              entry.msgstr.some((s) => s !== ''),
            ),
          },
        };
      }
    }
  }
  const headers = {
    'Project-Id-Version': 'Libellus',
    'Content-Type': 'text/plain; charset=utf-8',
    'Content-Transfer-Encoding': '8bit',
    'MIME-Version': '1.0',
    Language: target.replaceAll('-', '_'),
    'X-Source-Language': source.replaceAll('-', '_'),
    ...(plurals && { 'Plural-Forms': `nplurals=${plurals.categories.length}; plural=(${plurals.plural});` }),
  };
  return `${po.compile({ charset: 'utf-8', headers, translations }).toString('utf8').trimEnd()}\n`;
}

const formSaid = ({ selectors }: FormsOut, { keys }: FormOut): string =>
  selectors.map((s, i) => `{$${s.name}}: ${keys[i]}`).join(', ');

function commentsOf(unit: UnitOut, said: readonly string[], written: boolean): GetTextComment {
  const notes = notesOf(unit);
  const former = unit.state === 'changed' && unit.madeFrom !== undefined ? formerOf(unit.madeFrom) : undefined;
  return {
    extracted: [...said, ...notes].join('\n'),
    ...(written && unit.state !== 'missing' && OPEN_STATES.includes(unit.state) && { flag: 'fuzzy' }),
    ...(written && former !== undefined && { previous: `msgid ${JSON.stringify(former)}` }),
  } as GetTextComment;
}

function formerOf(source: string): string | undefined {
  const from = readDocument(source);
  return from && tokensOf(flatten(from.forms.at(-1)!, from.marked));
}

const tagOf = (language = ''): string => language.trim().replaceAll('_', '-');

/**
 * Reads a PO file. Entries with plural forms become the units of the forms that `store` has; what the file says twice is there twice, what it
 * marks as obsolete is not.
 */
export function readPo(text: string, store: readonly FileOut[]): ReadResult {
  let read: GetTextTranslations;
  try {
    read = po.parse(text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n'), { validation: false });
  } catch (error) {
    const { message, lineNumber } = error as Error & { lineNumber?: number };
    return { ok: false, problem: { line: lineNumber ?? 1, message: say.notPo({ why: message }) } };
  }
  const headers = Object.fromEntries(
    Object.entries(read.headers ?? {}).map(([name, value]) => [name.toLowerCase(), value]),
  );
  const target = tagOf(headers.language);
  const lines = linesOf(text);
  const units: (ReadUnit & { original: string })[] = [];
  for (const [context, entries] of Object.entries(read.translations)) {
    if (context === '') continue;
    for (const entry of Object.values(entries)) {
      units.push(...unitsOf(entry, context, lines.get(context) ?? 1, store, target));
    }
  }
  if (target === '' && units.length === 0)
    return { ok: false, problem: { line: 1, message: say.notPo({ why: 'Language' }) } };
  return { ok: true, value: { source: tagOf(headers['x-source-language']), target, files: filesOf(units) } };
}

/** In which line each context stands, from 1. */
function linesOf(text: string): Map<string, number> {
  const found = new Map<string, number>();
  for (const [i, line] of text.split('\n').entries()) {
    const context = /^\s*msgctxt\s+"(.*)"\s*$/.exec(line)?.[1];
    if (context !== undefined && !found.has(context)) found.set(context, i + 1);
  }
  return found;
}

const stateOf = (entry: GetTextTranslation): string =>
  (entry.comments?.flag ?? '').split(/[,\s]+/).includes('fuzzy') ? 'initial' : '';

function unitsOf(
  entry: GetTextTranslation,
  context: string,
  line: number,
  store: readonly FileOut[],
  target: string,
): (ReadUnit & { original: string })[] {
  const { original, id, segment } = readContext(context);
  const unitWith = (own: string, source: Read[], words: string | undefined): ReadUnit & { original: string } => ({
    original,
    id: own,
    ...(own !== segment && { group: segment }),
    name: own,
    state: stateOf(entry),
    source,
    ...(words !== undefined && words !== '' && { target: readTokens(words) }),
    line,
  });
  if (entry.msgid_plural === undefined) return [unitWith(id, readTokens(entry.msgid), entry.msgstr[0])];
  const unit = store.find((f) => `${f.kind}:${f.slug}` === original)?.units.find((u) => u.segment === segment);
  const made = unit && formsOf(unit, target);
  const counted = made && countedOf(unit, made, pluralFormsOf(target));
  if (!made || !counted) return [unitWith(id, readTokens(entry.msgid), entry.msgstr[0])];
  const moved = entry.msgid !== counted.one || entry.msgid_plural !== counted.more;
  return made.forms.map((form) => {
    const index = counted.forms.indexOf(form);
    // The form of fractions has no entry: it stays as it is, or reads as the last one does.
    const words = index >= 0 ? entry.msgstr[index] : form.target ? undefined : entry.msgstr.at(-1);
    const source = moved ? readTokens(entry.msgid) : asRead(form.source);
    const own = unitWith(form.id, source, words);
    const kept = index < 0 && form.target && entry.msgstr.some((s) => s !== '');
    if (kept) return { ...own, target: asRead(form.target!) };
    return own.target ? { ...own, target: withOwnIds(own.target, counted.inlines, form) } : own;
  });
}

const asRead = (flat: NonNullable<FormOut['target']>): Read[] =>
  flat.map((part) => (typeof part === 'string' ? part : { id: part.inline.id, at: part.at }));

/** A target with ids that hold for the whole entry, with those of one form. */
function withOwnIds(target: readonly Read[], inlines: readonly Inline[], form: FormOut): Read[] {
  const own = [...form.inlines, ...(form.target ? inlinesOf(form.target) : [])];
  const ids = new Map<string, string>();
  const left = own.filter((i, at) => own.findIndex((o) => o.id === i.id) === at);
  for (const inline of inlines) {
    const at = left.findIndex((i) => same(i, inline));
    if (at >= 0) ids.set(inline.id, left.splice(at, 1)[0]!.id);
  }
  return target.map((part) => (typeof part === 'string' ? part : { ...part, id: ids.get(part.id) ?? `x${part.id}` }));
}
