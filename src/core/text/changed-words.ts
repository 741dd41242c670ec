/** How words changed: form by form, what stayed, what is gone and what is new, for people to read. */
import { diffArrays } from 'diff';
import { readDocument, type FormDocument, type Marks, type WordsDocument } from './document';
import type { ParagraphKind } from './markup';
import { keyOf, textOf, unitsOf, type Unit } from './units';

export interface ChangedPart {
  kind: 'same' | 'gone' | 'new';
  /** As it is read; a placeholder is `{name}`. */
  text: string;
  marks?: Marks;
  /** It is a placeholder. */
  chip?: true;
  /** A paragraph of this kind begins here. */
  paragraph?: ParagraphKind;
}

export interface ChangedForm {
  /** For which values; empty where words have one form. */
  keys: string[];
  parts: ChangedPart[];
}

export interface ChangedWords {
  /** What the forms are chosen by; the words after the change, or before it where they are gone. */
  words: WordsDocument | undefined;
  /** Only forms that changed. */
  forms: ChangedForm[];
}

/** Sources longer than this are compared as a whole: what differs in them is not read word by word. */
const LONGEST = 20_000;

/** What changed between two sources of a segment. Sources that only the source view can edit are compared as they are written. */
export function changedWords(before: string, after: string): ChangedWords {
  const was = documentOf(before);
  const is = documentOf(after);
  if (!was || !is) return { words: undefined, forms: [{ keys: [], parts: rawParts(before, after) }] };
  const forms: ChangedForm[] = [];
  const used = new Set<FormDocument>();
  const sameSelectors = JSON.stringify(was.selectors) === JSON.stringify(is.selectors);
  for (const form of is.forms) {
    const old = sameSelectors
      ? was.forms.find((f) => f.keys.join('\n') === form.keys.join('\n'))
      : (was.forms.find((f) => f.keys.every((k) => k === '*')) ?? was.forms.at(-1));
    if (old) used.add(old);
    const parts = partsOf(old, form);
    if (!sameSelectors || parts.some((p) => p.kind !== 'same')) forms.push({ keys: form.keys, parts });
  }
  if (sameSelectors) {
    for (const old of was.forms) if (!used.has(old)) forms.push({ keys: old.keys, parts: partsOf(old, undefined) });
  }
  return { words: is.selectors.length > 0 ? is : was, forms };
}

const NOTHING: WordsDocument = { selectors: [], marked: false, forms: [{ keys: [], paragraphs: [] }] };

const documentOf = (source: string): WordsDocument | undefined => (source === '' ? NOTHING : readDocument(source));

function partsOf(before: FormDocument | undefined, after: FormDocument | undefined): ChangedPart[] {
  const from = unitsOf(before?.paragraphs ?? []);
  const to = unitsOf(after?.paragraphs ?? []);
  const parts: ChangedPart[] = [];
  let [left, right] = [0, 0];
  for (const part of diffArrays(from.map(keyOf), to.map(keyOf))) {
    const kind = part.added ? 'new' : part.removed ? 'gone' : 'same';
    const n = part.value.length;
    const units = kind === 'gone' ? from.slice(left, left + n) : to.slice(right, right + n);
    if (kind !== 'new') left += n;
    if (kind !== 'gone') right += n;
    for (const unit of units) put(parts, kind, unit);
  }
  return parts;
}

function put(parts: ChangedPart[], kind: ChangedPart['kind'], unit: Unit): void {
  if (unit.type === 'paragraph') {
    parts.push({ kind, text: '', paragraph: unit.kind });
    return;
  }
  const text = textOf(unit);
  const last = parts.at(-1);
  const chip = unit.type === 'chip';
  const goesOn = last && last.kind === kind && !last.paragraph && !last.chip && !chip;
  if (goesOn && JSON.stringify(last.marks) === JSON.stringify(unit.marks)) last.text += text;
  else parts.push({ kind, text, ...(unit.marks && { marks: unit.marks }), ...(chip && { chip }) });
}

/** Sources word by word, tags as one. */
function rawParts(before: string, after: string): ChangedPart[] {
  const split = (text: string): string[] =>
    text.length > LONGEST ? [text.slice(0, LONGEST)] : (text.match(/<[^>]*>|[\p{L}\p{M}\p{N}]+|\s+|./gu) ?? []);
  return diffArrays(split(before), split(after)).map((part) => ({
    kind: part.added ? 'new' : part.removed ? 'gone' : 'same',
    text: part.value.join(''),
  }));
}
