/**
 * Words in several forms as one text with places that differ: a change to what is common goes into every form, and a sentence that stands
 * in one form only is found, so that nobody takes one form for all of them.
 */
import { diffArrays } from 'diff';
import type { FormDocument, Paragraph, WordsDocument } from './document';
import { keyOf, paragraphsOf, textOf, unitsOf, type Unit } from './units';

/** For each unit of one list, where it stands in the other; undefined for those that differ. */
function alignment(from: readonly string[], to: readonly string[]): (number | undefined)[] {
  const places: (number | undefined)[] = [];
  let at = 0;
  for (const part of diffArrays([...from], [...to])) {
    if (part.added) at += part.value.length;
    else places.push(...part.value.map(() => (part.removed ? undefined : at++)));
  }
  return places;
}

/** What was replaced between two lists of units: from `start` to `end` of the first, by `put`. */
function replacement(before: readonly Unit[], after: readonly Unit[]): { start: number; end: number; put: Unit[] } {
  const a = before.map(keyOf);
  const b = after.map(keyOf);
  let start = 0;
  while (start < a.length && start < b.length && a[start] === b[start]) start += 1;
  let tail = 0;
  while (tail < a.length - start && tail < b.length - start && a[a.length - 1 - tail] === b[b.length - 1 - tail])
    tail += 1;
  return { start, end: a.length - tail, put: after.slice(start, b.length - tail) };
}

/** The same replacement in another form; undefined where it stands in what differs between the two. */
function replacedIn(
  other: readonly Unit[],
  before: readonly Unit[],
  { start, end, put }: { start: number; end: number; put: readonly Unit[] },
): Unit[] | undefined {
  const places = alignment(before.map(keyOf), other.map(keyOf));
  // What stands before and behind must be common too and lie as close, so that there is one place that it can mean.
  const first = start === 0 ? -1 : places[start - 1];
  const behind = end === before.length ? other.length : places[end];
  if (first === undefined || behind === undefined || behind - first - 1 !== end - start) return undefined;
  for (let i = start; i < end; i += 1) if (places[i] === undefined) return undefined;
  return [...other.slice(0, first + 1), ...put, ...other.slice(behind)];
}

export interface EditedForms {
  words: WordsDocument;
  /** Forms that changed as well, by index. */
  also: number[];
}

/**
 * Words with one form as it was just edited. What is changed where the forms say the same is changed in all of them; what is changed
 * where they differ, in this one. With `onlyThis` in this one whatever it is.
 */
export function editForm(words: WordsDocument, index: number, paragraphs: Paragraph[], onlyThis = false): EditedForms {
  const also: number[] = [];
  const before = words.forms[index];
  const change = before && replacement(unitsOf(before.paragraphs), unitsOf(paragraphs));
  const forms = words.forms.map((form, i): FormDocument => {
    if (i === index) return { ...form, paragraphs };
    if (onlyThis || !before || !change) return form;
    const next = replacedIn(unitsOf(form.paragraphs), unitsOf(before.paragraphs), change);
    if (!next) return form;
    also.push(i);
    return { ...form, paragraphs: paragraphsOf(next) };
  });
  const marked = words.marked || forms.some((f) => f.paragraphs.length > 1 || f.paragraphs.some((p) => p.kind !== 'p'));
  return { words: { ...words, marked, forms }, also };
}

/** One sentence of a form: its words to be read and compared, and where it stands among the form's units. */
export interface Sentence {
  text: string;
  start: number;
  end: number;
}

const ENDS = /^[.!?…。！？؟]$/;

/** A form's sentences; a paragraph ends one. Chips are written as `{name}`. */
export function sentencesOf(form: FormDocument): Sentence[] {
  const units = unitsOf(form.paragraphs);
  const sentences: Sentence[] = [];
  let start = 0;
  const close = (end: number): void => {
    const text = units.slice(start, end).map(textOf).join('').trim();
    if (text !== '') sentences.push({ text, start, end });
    start = end;
  };
  units.forEach((unit, i) => {
    if (unit.type === 'paragraph' || unit.type === 'break') {
      close(i);
      start = i + 1;
    } else if (unit.type === 'text' && ENDS.test(unit.text)) {
      const next = units[i + 1];
      if (next === undefined || next.type !== 'text' || /^\s/.test(next.text)) close(i + 1);
    }
  });
  close(units.length);
  return sentences;
}

/** Sentences with fewer words in common than this say different things. */
const ALIKE = 0.34;

const tokens = (text: string): string[] => text.toLowerCase().match(/\{[^}]*\}|[\p{L}\p{M}\p{N}]+/gu) ?? [];

/** How many words two sentences share, from 0 to 1 (Dice). Words that only differ in their ending count as shared. */
export function likeness(a: string, b: string): number {
  if (a === b) return 1;
  const [x, y] = [tokens(a), tokens(b)];
  if (x.length === 0 || y.length === 0) return 0;
  const left = [...y];
  let shared = 0;
  for (const word of x) {
    const at = left.findIndex((other) => other === word || sameStem(word, other));
    if (at < 0) continue;
    left.splice(at, 1);
    shared += 1;
  }
  return (2 * shared) / (x.length + y.length);
}

/** Words that begin alike for most of their length, such as "parcel" and "parcels", "Artikel" and "Artikels". */
function sameStem(a: string, b: string): boolean {
  const length = Math.max(a.length, b.length);
  if (length < 4) return false;
  let same = 0;
  while (same < a.length && a[same] === b[same]) same += 1;
  return same >= 3 && same / length >= 0.6;
}

/** A sentence that stands in one form and has no counterpart in others. */
export interface SentenceApart {
  form: number;
  sentence: Sentence;
  missingIn: number[];
}

/** Sentences of forms that say something which another form does not say in any way. A form that says nothing is left out. */
export function sentencesApart(words: WordsDocument): SentenceApart[] {
  const all = words.forms.map(sentencesOf);
  return all.flatMap((own, form) =>
    own.flatMap((sentence, place): SentenceApart[] => {
      const missingIn = all.flatMap((others, i) =>
        i === form || others.length === 0 || others.some((o, at) => isCounterpart(sentence, o, place, at, own, others))
          ? []
          : [i],
      );
      return missingIn.length > 0 ? [{ form, sentence, missingIn }] : [];
    }),
  );
}

/** Alike, or alone at the same place among as many: "One item." and "{n} things in it." */
function isCounterpart(
  a: Sentence,
  b: Sentence,
  placeA: number,
  placeB: number,
  own: readonly Sentence[],
  others: readonly Sentence[],
): boolean {
  return (own.length === others.length && placeA === placeB) || likeness(a.text, b.text) >= ALIKE;
}

/** The form's words without one of its sentences; a paragraph that is empty then goes too. */
function withoutSentence(form: FormDocument, text: string): FormDocument {
  const found = sentencesOf(form).find((s) => s.text === text);
  if (!found) return form;
  const units = unitsOf(form.paragraphs);
  const rest = [...units.slice(0, found.start), ...trimmed(units.slice(found.end), found.start, units)];
  const paragraphs = paragraphsOf(rest);
  const full = paragraphs.filter((p) => p.pieces.length > 0);
  return { ...form, paragraphs: full.length > 0 ? full : paragraphs.slice(0, 1) };
}

/** What follows a sentence that goes: without its space, where the sentence began its paragraph. */
function trimmed(rest: readonly Unit[], start: number, units: readonly Unit[]): readonly Unit[] {
  const [first] = rest;
  const before = units[start - 1];
  return first?.type === 'text' && /^\s+$/.test(first.text) && before?.type === 'paragraph' ? rest.slice(1) : rest;
}

/** The form's words with a sentence of another form, behind the one that it follows there; else at the end. */
function withSentence(form: FormDocument, from: FormDocument, sentence: Sentence): FormDocument {
  const fromUnits = unitsOf(from.paragraphs);
  const units = unitsOf(form.paragraphs);
  const before = sentencesOf(from)
    .filter((s) => s.end <= sentence.start)
    .at(-1);
  const own = sentencesOf(form);
  const anchor = before && own.toSorted((a, b) => likeness(b.text, before.text) - likeness(a.text, before.text))[0];
  const alike = anchor && before && likeness(anchor.text, before.text) >= ALIKE;
  const at = alike ? anchor.end : (own.at(-1)?.end ?? units.length);
  const begins = fromUnits[sentence.start - 1]?.type === 'paragraph';
  const put = fromUnits.slice(sentence.start, sentence.end);
  const spaced = put[0]?.type === 'text' && /^\s/.test(put[0].text);
  const lead: Unit[] =
    begins && units.length > 1 ? [fromUnits[sentence.start - 1]!] : spaced || units.length <= 1 ? [] : [SPACE];
  return { ...form, paragraphs: paragraphsOf([...units.slice(0, at), ...lead, ...put, ...units.slice(at)]) };
}

const SPACE: Unit = { type: 'text', text: ' ' };

/** Says a form's sentence in other forms as well. */
export function sayInForms(words: WordsDocument, form: number, text: string, into: readonly number[]): WordsDocument {
  const from = words.forms[form];
  const sentence = from && sentencesOf(from).find((s) => s.text === text);
  if (!from || !sentence) return words;
  const forms = words.forms.map((f, i) => (into.includes(i) ? withSentence(f, from, sentence) : f));
  return { ...words, marked: words.marked || forms.some((f) => f.paragraphs.length > 1), forms };
}

/** Takes a sentence out of forms, where they have it word for word. */
export function takeFromForms(words: WordsDocument, text: string, out: readonly number[]): WordsDocument {
  return { ...words, forms: words.forms.map((f, i) => (out.includes(i) ? withoutSentence(f, text) : f)) };
}

/** What of a form other forms do not share, as people read it: "one item", "{order.itemCount} items". */
export function ownWords(words: WordsDocument, index: number): string {
  const own = words.forms[index];
  if (!own) return '';
  const units = unitsOf(own.paragraphs);
  const keys = units.map(keyOf);
  let shared = units.map(() => true);
  words.forms.forEach((form, i) => {
    if (i === index) return;
    const places = alignment(keys, unitsOf(form.paragraphs).map(keyOf));
    shared = shared.map((was, at) => was && places[at] !== undefined);
  });
  const parts: string[] = [];
  let open = false;
  units.forEach((unit, i) => {
    // A space between two words that differ belongs to them.
    const within = open && shared[i] && unit.type === 'text' && /^\s+$/.test(unit.text) && shared[i + 1] === false;
    if (shared[i] && !within) {
      open = false;
      return;
    }
    if (open) parts[parts.length - 1] += textOf(unit);
    else parts.push(textOf(unit));
    open = true;
  });
  return parts
    .map((p) => p.trim())
    .filter((p) => p !== '')
    .join(' … ');
}

/** A sentence that came or went while one form was edited, and what there is to be asked about it. */
export interface FormQuestion {
  /** Whether it came or went, and whether in the edited form alone or in every form. */
  kind: 'added here' | 'added everywhere' | 'removed here' | 'removed everywhere';
  text: string;
  /** The other forms that it is about, each with the sentence as it has it. */
  forms: { index: number; text: string }[];
}

/** What came or went in a form since `before`, a sentence at a time; undefined while there is nothing to ask. */
export function formQuestion(before: WordsDocument, now: WordsDocument, index: number): FormQuestion | undefined {
  if (now.forms.length < 2 || before.forms.length !== now.forms.length) return undefined;
  const was = before.forms.map(sentencesOf);
  const is = now.forms.map(sentencesOf);
  const own = is[index]!;
  const ownBefore = was[index]!;
  const others = now.forms.flatMap((_, i) => (i === index || is[i]!.length === 0 ? [] : [i]));
  if (own.length > ownBefore.length) {
    const added = own.find((s) => !alikeIn(s.text, ownBefore));
    if (!added) return undefined;
    const without = others.filter((i) => !alikeIn(added.text, is[i]!));
    if (without.length > 0)
      return { kind: 'added here', text: added.text, forms: without.map((i) => ({ index: i, text: added.text })) };
    const went = others.filter((i) => !alikeIn(added.text, was[i]!) && is[i]!.some((s) => s.text === added.text));
    if (went.length === 0) return undefined;
    return { kind: 'added everywhere', text: added.text, forms: went.map((i) => ({ index: i, text: added.text })) };
  }
  if (own.length < ownBefore.length) {
    const gone = ownBefore.find((s) => !alikeIn(s.text, own));
    if (!gone) return undefined;
    const place = ownBefore.indexOf(gone);
    const counterpart = (list: readonly Sentence[]): Sentence | undefined =>
      alikeIn(gone.text, list) ?? (list.length === ownBefore.length ? list[place] : undefined);
    const still = others.flatMap((i) => {
      const found = counterpart(is[i]!);
      return found ? [{ index: i, text: found.text }] : [];
    });
    if (still.length > 0) return { kind: 'removed here', text: gone.text, forms: still };
    const went = others.flatMap((i) => {
      const found = counterpart(was[i]!);
      return found ? [{ index: i, text: found.text }] : [];
    });
    return went.length > 0 ? { kind: 'removed everywhere', text: gone.text, forms: went } : undefined;
  }
  return undefined;
}

/** The sentence of a list that is most like a text, if any is alike. */
function alikeIn(text: string, sentences: readonly Sentence[]): Sentence | undefined {
  const best = sentences.toSorted((a, b) => likeness(b.text, text) - likeness(a.text, text))[0];
  return best && likeness(best.text, text) >= ALIKE ? best : undefined;
}

/** The words as the answer to a question wants them: the other way than they are now. */
export function answeredOtherwise(
  before: WordsDocument,
  now: WordsDocument,
  index: number,
  question: FormQuestion,
): WordsDocument {
  const forms = question.forms.map((f) => f.index);
  switch (question.kind) {
    case 'added here':
      return sayInForms(now, index, question.text, forms);
    case 'added everywhere':
      return takeFromForms(now, question.text, forms);
    case 'removed here':
      return question.forms.reduce((words, f) => takeFromForms(words, f.text, [f.index]), now);
    case 'removed everywhere':
      return {
        ...now,
        forms: now.forms.map((form, i) => {
          const asked = question.forms.find((f) => f.index === i);
          const from = before.forms[i];
          const sentence = asked && from && sentencesOf(from).find((s) => s.text === asked.text);
          return sentence ? withSentence(form, from, sentence) : form;
        }),
      };
  }
}
