/**
 * What a file for translators holds, as plain data: XLIFF 2.1 (OASIS), core module. A message is a `file`, a segment a `unit`; a segment
 * in several forms is a `group` with a unit for each. Placeholders and line breaks are `ph`, bold, italic, links and paragraphs are `pc`;
 * what they stand for is their `id`, counted through the source in the order of reading.
 */
import type { SegmentState } from '../translation';
import { say } from '../../words/languages';
import { type FormDocument, type Marks, type Piece, type WordsDocument } from '../text';

/** XLIFF 2.0 and 2.1 share it. */
export const XLIFF_NAMESPACE = 'urn:oasis:names:tc:xliff:document:2.0';
export const XLIFF12_NAMESPACE = 'urn:oasis:names:tc:xliff:document:1.2';

export interface UnitOut {
  segment: string;
  /** What the segment is called: "Text 2". */
  label: string;
  state: SegmentState;
  source: string;
  words: string;
  /** Of words whose source was changed since: what they were made from. */
  madeFrom?: string;
  /** In characters, where it has to fit. */
  room?: number;
  notes?: string[];
}

/** What translators are told of a unit, with how long it may be. */
export const notesOf = ({ notes = [], room }: UnitOut): string[] =>
  room === undefined ? notes : [...notes, say.mostCharacters({ most: room })];

export interface FileOut {
  kind: 'template' | 'passage' | 'shared';
  slug: string;
  name: string;
  units: UnitOut[];
}

/** An inline element of a source, by the id that it has in a file. */
export type Inline =
  | { id: string; kind: 'chip'; piece: Piece & { type: 'chip' } }
  | { id: string; kind: 'break' }
  | { id: string; kind: 'mark'; mark: keyof Marks; marks: Marks }
  | { id: string; kind: 'paragraph'; of: 'p' | 'item' | 'step' };

/** A source as the file has it: text with marks where inline elements begin, end or stand. */
export type Flat = (string | { inline: Inline; at: 'open' | 'close' | 'alone' })[];

const ORDER: readonly (keyof Marks)[] = ['link', 'b', 'i'];
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

const kinds = new WeakMap<Inline, string>();

/** What an inline element is, whatever its id: two that are the same have the same. */
function kindOf(inline: Inline): string {
  let kind = kinds.get(inline);
  if (kind === undefined) {
    const { id: _id, ...rest } = inline;
    kind = JSON.stringify(rest);
    kinds.set(inline, kind);
  }
  return kind;
}

/**
 * A form as flat text. Ids are those of `known` for what it has as well, each once for each time that it stands there, and count on from
 * there for the rest; so a translation has the ids of its source.
 */
export function flatten(form: FormDocument, marked: boolean, known: readonly Inline[] = []): Flat {
  const flat: Flat = [];
  const left = [...known];
  let next = known.length;
  const take = (want: Omit<Inline, 'id'>): Inline => {
    const kind = JSON.stringify(want);
    const at = left.findIndex((inline) => kindOf(inline) === kind);
    if (at >= 0) return left.splice(at, 1)[0]!;
    next += 1;
    return { ...want, id: String(next) } as Inline;
  };
  const open: Inline[] = [];
  const close = (until: number): void => {
    while (open.length > until) flat.push({ inline: open.pop()!, at: 'close' });
  };
  for (const { kind, pieces } of form.paragraphs) {
    if (marked) {
      const inline = take({ kind: 'paragraph', of: kind } as Omit<Inline, 'id'>);
      flat.push({ inline, at: 'open' });
      open.push(inline);
    }
    const base = open.length;
    for (const piece of pieces) {
      const wanted = ORDER.filter((mark) => piece.marks?.[mark] !== undefined).map((mark) => ({
        kind: 'mark' as const,
        mark,
        marks: { [mark]: piece.marks![mark] } as Marks,
      }));
      let kept = base;
      for (const want of wanted) {
        const now = open[kept];
        if (now && now.kind === 'mark' && same(now.marks, want.marks)) kept += 1;
        else break;
      }
      close(kept);
      for (const want of wanted.slice(kept - base)) {
        const inline = take(want as Omit<Inline, 'id'>);
        flat.push({ inline, at: 'open' });
        open.push(inline);
      }
      if (piece.type === 'text') flat.push(piece.text);
      else if (piece.type === 'break')
        flat.push({ inline: take({ kind: 'break' } as Omit<Inline, 'id'>), at: 'alone' });
      else {
        const { marks: _marks, ...chip } = piece;
        flat.push({ inline: take({ kind: 'chip', piece: chip } as Omit<Inline, 'id'>), at: 'alone' });
      }
    }
    close(base);
    close(0);
  }
  return flat;
}

/** The inline elements of a flat text, each once. */
export const inlinesOf = (flat: Flat): Inline[] =>
  flat.flatMap((part) => (typeof part !== 'string' && part.at !== 'close' ? [part.inline] : []));

/**
 * The inline elements that a translation of a form may have: those of the source's form (`flat`), and the placeholders of its other forms, for
 * languages that say a number where the source says "one item".
 */
export function inlinesFor(from: WordsDocument, flat: Flat): Inline[] {
  const own = inlinesOf(flat);
  if (from.forms.length === 1) return own;
  return from.forms.reduce((known, form) => {
    const further = inlinesOf(flatten(form, from.marked, known)).filter(
      (inline) => inline.kind === 'chip' && !known.some((k) => k.id === inline.id),
    );
    // Ids count on without gaps.
    return [...known, ...further.map((inline, i) => ({ ...inline, id: String(known.length + i + 1) }))];
  }, own);
}

/** The form of a source that a translation's form is made from: the one for the same values, or the one for everything else. */
export function sourceFormOf(from: WordsDocument, keys: readonly string[]): FormDocument {
  const exact = from.forms.find((f) => same(f.keys, keys));
  if (exact) return exact;
  const fitting = from.forms.filter((f) => f.keys.every((k, i) => k === '*' || k === keys[i]));
  return fitting[0] ?? from.forms.at(-1)!;
}
