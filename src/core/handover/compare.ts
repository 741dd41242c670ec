/** What a translator's file would change, segment by segment, and what of it is refused. */
import {
  readDocument,
  toSource,
  type FormDocument,
  type Marks,
  type Paragraph,
  type Piece,
  type WordsDocument,
} from '../text';
import { beginForms, translationFindings, type TranslationContext } from '../translation';
import {
  flatten,
  inlinesFor,
  inlinesOf,
  sourceFormOf,
  type FileOut,
  type Flat,
  type Inline,
  type UnitOut,
} from './shape';
import { UNSAID, type HandedBack, type Read, type ReadUnit } from './read-xliff';
import { say } from '../../words/languages';

export interface BroughtSegment {
  kind: FileOut['kind'];
  slug: string;
  name: string;
  segment: string;
  label: string;
  /** In the file, from 1. */
  line: number;
  source: string;
  /** As it is in the store. */
  before: string;
}

export interface Comparison {
  /** Segments that would be written, with how they would be said to be. */
  changed: (BroughtSegment & { after: string; state: 'begun' | 'done' | 'checked' })[];
  /** Segments that are the same as they are. */
  same: number;
  /** Segments of the file without a translation. */
  empty: number;
  refused: (Partial<BroughtSegment> & { line: number; label: string; name: string; why: string })[];
}

/** Characters of a text at most, as a template holds it. */
const MOST_CHARACTERS = 100_000;
/** Texts of a file at most. */
export const MOST_UNITS = 50_000;

/** The state that a unit of the file says, in the words of the store; without one a written target counts as done. */
const stateOf = (units: readonly ReadUnit[]): 'begun' | 'done' | 'checked' => {
  const states = units.map((u) => u.state);
  if (states.some((s) => s === 'initial')) return 'begun';
  return states.every((s) => s === 'reviewed' || s === 'final') ? 'checked' : 'done';
};

/**
 * Holds a file against what the store has now. Texts are compared by their segments, in whatever order they come; nothing is changed.
 * `contextOf` says what a translation of a document is judged by.
 */
export function compareTexts(
  { files }: HandedBack,
  store: readonly FileOut[],
  contextOf: (file: FileOut) => Pick<TranslationContext, 'moment' | 'language' | 'sourceLanguage'>,
  placeOf: (file: FileOut, segment: string) => TranslationContext['place'],
): Comparison {
  const result: Comparison = { changed: [], same: 0, empty: 0, refused: [] };
  const seen = new Set<string>();
  for (const file of files) {
    const own = store.find((f) => `${f.kind}:${f.slug}` === file.original);
    const segments = new Map<string, ReadUnit[]>();
    for (const unit of file.units) {
      const id = unit.group ?? unit.id;
      const own = segments.get(id);
      if (own) own.push(unit);
      else segments.set(id, [unit]);
    }
    for (const [id, units] of segments) {
      const [first] = units as [ReadUnit, ...ReadUnit[]];
      const unit = own?.units.find((u) => u.segment === id);
      const at = { line: first.line, label: unit?.label ?? id, name: own?.name ?? (file.name || file.original) };
      const key = `${file.original} ${id}`;
      if (!own || !unit) {
        result.refused.push({
          ...at,
          why: own ? say.unknownUnit({ id }) : say.unknownFile({ original: file.original }),
        });
        continue;
      }
      if (seen.has(key)) {
        result.refused.push({ ...at, why: say.twiceInFile });
        continue;
      }
      seen.add(key);
      const brought = { ...at, kind: own.kind, slug: own.slug, segment: id, source: unit.source, before: unit.words };
      if (units.every((u) => isEmpty(u.target))) {
        result.empty += 1;
        continue;
      }
      const judged = judge(unit, units, { ...contextOf(own), place: placeOf(own, id) });
      if (!judged.ok) result.refused.push({ ...brought, line: judged.line ?? at.line, why: judged.why });
      else if (judged.same) result.same += 1;
      else result.changed.push({ ...brought, after: judged.after, state: judged.state });
    }
  }
  return result;
}

type Judged =
  | { ok: true; same: boolean; after: string; state: 'begun' | 'done' | 'checked' }
  | { ok: false; why: string; line?: number };

/** What a segment's units make of it, or why they are refused. */
function judge(unit: UnitOut, units: readonly ReadUnit[], context: TranslationContext): Judged {
  const words = segmentOf(unit, units, context.language);
  if (!words.ok) return words;
  const after = words.source;
  if (after.length > MOST_CHARACTERS) return { ok: false, why: say.textTooLong({ most: MOST_CHARACTERS }) };
  const state = stateOf(units);
  const untold = units.every((u) => u.state === UNSAID);
  const same = after === asWritten(unit.words) && (untold || unit.state === state || state === 'begun');
  // What stands there already is refused by nobody: its findings are told on the desk.
  if (same) return { ok: true, same, after, state };
  const [blocker] = translationFindings(unit.source, after, context).filter((f) => f.severity === 'blocker');
  if (blocker) return { ok: false, why: blocker.message };
  return { ok: true, same, after, state };
}

/** Words as this product writes them: blanks between forms say nothing. */
function asWritten(words: string): string {
  const read = words.trim() === '' ? undefined : readDocument(words);
  return read ? toSource(read) : words;
}

const isEmpty = (target: readonly Read[] | undefined): boolean =>
  target === undefined || target.every((part) => typeof part === 'string' && part.trim() === '');

type Words = { ok: true; source: string } | { ok: false; why: string; line?: number };

/** A segment's words from its units. */
function segmentOf(unit: UnitOut, units: readonly ReadUnit[], language: string): Words {
  const from = readDocument(unit.source);
  if (!from) return { ok: false, why: say.onlyAsSource };
  const there = unit.words.trim() === '' ? undefined : readDocument(unit.words);
  const shape: WordsDocument = there ?? (from.selectors.length > 0 ? beginForms(unit.source, language) : from);
  const forms: FormDocument[] = [];
  for (const [i, { keys }] of shape.forms.entries()) {
    const id = shape.selectors.length === 0 ? unit.segment : `${unit.segment}.${i + 1}`;
    const read = units.find((u) => u.id === id);
    const source = flatten(sourceFormOf(from, keys), from.marked);
    const says = source.some((part) => typeof part !== 'string' || part.trim() !== '');
    // A form whose source is empty may be left out, as PO leaves it out.
    if (!read && !says) {
      forms.push({ keys, paragraphs: there?.forms[i]?.paragraphs ?? [{ kind: 'p', pieces: [] }] });
      continue;
    }
    if (!read || (says && isEmpty(read.target))) {
      return { ok: false, why: say.formMissing({ form: keys.join(' ') || unit.label }) };
    }
    if (textOf(source) !== textOf(read.source)) return { ok: false, why: say.sourceMoved, line: read.line };
    const known = inlinesFor(from, source);
    const present = there?.forms[i] ? inlinesOf(flatten(there.forms[i], there.marked, known)) : [];
    const built = build(
      read.target ?? [],
      [...known, ...present.filter((p) => !known.some((k) => k.id === p.id))],
      from.marked,
    );
    if (!built.ok) return { ok: false, why: built.why, line: read.line };
    forms.push({ keys, paragraphs: built.paragraphs });
  }
  const unknown = units.find((u) => {
    const ids = shape.forms.map((_, i) => (shape.selectors.length === 0 ? unit.segment : `${unit.segment}.${i + 1}`));
    return !ids.includes(u.id);
  });
  if (unknown) return { ok: false, why: say.unknownUnit({ id: unknown.id }), line: unknown.line };
  return { ok: true, source: toSource({ selectors: shape.selectors, marked: shape.marked || from.marked, forms }) };
}

/** What a source reads like, its inline elements by their ids; spaces at line ends and kinds of line end do not count. */
const textOf = (parts: Flat | readonly Read[]): string => {
  const lines = parts
    .map((part) => {
      if (typeof part === 'string') return part;
      const id = 'inline' in part ? part.inline.id : part.id;
      return `\u0001${part.at === 'close' ? '/' : ''}${id}\u0002`;
    })
    .join('')
    .split('\n');
  // Not by a pattern: one that looks for blanks before a line end takes long over a text of nothing but blanks.
  return lines
    .map((line, i) => {
      const begun = i > 0 ? line.trimStart() : line;
      return i < lines.length - 1 ? begun.trimEnd() : begun;
    })
    .filter((line, i) => line !== '' || i === 0 || i === lines.length - 1)
    .join(' ');
};

const MARK_TYPES: Record<string, Marks> = { 'xlf:b': { b: true }, 'xlf:i': { i: true } };

/** Paragraphs from what a target holds; inline elements mean what the source has under their id. */
function build(
  target: readonly Read[],
  known: readonly Inline[],
  marked: boolean,
): { ok: true; paragraphs: Paragraph[] } | { ok: false; why: string } {
  const paragraphs: Paragraph[] = marked ? [] : [{ kind: 'p', pieces: [] }];
  let current: Paragraph | undefined = paragraphs[0];
  const open: { id: string; marks: Marks; paragraph: boolean }[] = [];
  const add = (piece: Piece): boolean => {
    if (!current) return piece.type === 'text' && piece.text.trim() === '';
    const marks = Object.assign({}, ...open.map((o) => o.marks)) as Marks;
    current.pieces.push(Object.keys(marks).length > 0 ? { ...piece, marks } : piece);
    return true;
  };
  for (const part of target) {
    if (typeof part === 'string') {
      if (!add({ type: 'text', text: part.replace(/\n\s*/g, ' ') })) return { ok: false, why: say.outsideParagraph };
      continue;
    }
    const inline = known.find((k) => k.id === part.id);
    if (part.at === 'alone') {
      if (inline?.kind === 'chip') add(inline.piece);
      else if (inline?.kind === 'break' || part.subType === 'xlf:lb') add({ type: 'break' });
      else return { ok: false, why: say.unknownPlaceholder({ id: part.id }) };
    } else if (part.at === 'open') {
      if (inline?.kind === 'paragraph') {
        if (current) return { ok: false, why: say.brokenPair({ id: part.id }) };
        current = { kind: inline.of, pieces: [] };
        paragraphs.push(current);
        open.push({ id: part.id, marks: {}, paragraph: true });
        continue;
      }
      const marks = inline?.kind === 'mark' ? inline.marks : MARK_TYPES[part.subType ?? ''];
      if (!marks) return { ok: false, why: say.unknownPlaceholder({ id: part.id }) };
      open.push({ id: part.id, marks, paragraph: false });
    } else {
      const last = open.pop();
      if (last?.id !== part.id) return { ok: false, why: say.brokenPair({ id: part.id }) };
      if (last.paragraph) current = undefined;
    }
  }
  if (open.length > 0) return { ok: false, why: say.brokenPair({ id: open.at(-1)!.id }) };
  return { ok: true, paragraphs: paragraphs.length > 0 ? paragraphs : [{ kind: 'p', pieces: [] }] };
}
