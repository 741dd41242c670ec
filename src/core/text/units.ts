/** Words taken apart into the units that comparing and merging works on. */
import type { Marks, Paragraph, Piece } from './document';
import type { ParagraphKind } from './markup';

/** A word, a space, a sign, a chip, a break, or the beginning of a paragraph. */
export type Unit = { type: 'paragraph'; kind: ParagraphKind } | Piece;

const WORDS = /[\p{L}\p{M}\p{N}]+|\s+|[^\p{L}\p{M}\p{N}\s]/gu;

/** A form as one list of units, to be compared with another. */
export function unitsOf(paragraphs: readonly Paragraph[]): Unit[] {
  return paragraphs.flatMap(({ kind, pieces }): Unit[] => [
    { type: 'paragraph', kind },
    ...pieces.flatMap((piece): Unit[] =>
      piece.type === 'text' ? (piece.text.match(WORDS) ?? []).map((text) => ({ ...piece, text })) : [piece],
    ),
  ]);
}

/** Units as paragraphs again; neighbouring words with the same marks become one piece. */
export function paragraphsOf(units: readonly Unit[]): Paragraph[] {
  const paragraphs: Paragraph[] = [];
  for (const unit of units) {
    if (unit.type === 'paragraph') {
      paragraphs.push({ kind: unit.kind, pieces: [] });
      continue;
    }
    const pieces = (paragraphs.at(-1) ?? paragraphs[paragraphs.push({ kind: 'p', pieces: [] }) - 1]!).pieces;
    const last = pieces.at(-1);
    if (unit.type === 'text' && last?.type === 'text' && sameMarks(last.marks, unit.marks)) {
      pieces[pieces.length - 1] = { ...last, text: last.text + unit.text };
    } else pieces.push(unit);
  }
  return paragraphs;
}

const sameMarks = (a: Marks | undefined, b: Marks | undefined): boolean => JSON.stringify(a) === JSON.stringify(b);
export const keyOf = (unit: Unit): string => JSON.stringify(unit);

/** A unit as it is read; a chip is written `{name}`. */
export const textOf = (unit: Unit): string =>
  unit.type === 'text' ? unit.text : unit.type === 'chip' ? `{${unit.name}}` : ' ';
