/** The core's words document and the editing library's JSON, both ways. */
import type { JSONContent } from '@tiptap/core';
import type { ParagraphKind } from '@/core/text/markup';
import type { ChipPiece, Marks, Paragraph, Piece } from '@/core/text/document';

/** Attributes of a chip in the editor; options travel as JSON because attributes are compared by value. */
export interface ChipAttributes {
  name: string;
  fn: string | null;
  options: string | null;
}

export function chipAttributes(piece: Pick<ChipPiece, 'name' | 'fn' | 'options'>): ChipAttributes {
  return { name: piece.name, fn: piece.fn ?? null, options: piece.options ? JSON.stringify(piece.options) : null };
}

export function chipOptions(attributes: ChipAttributes): Record<string, string> {
  return attributes.options ? (JSON.parse(attributes.options) as Record<string, string>) : {};
}

function marksToJson(marks: Marks | undefined): NonNullable<JSONContent['marks']> {
  const list = [];
  if (marks?.b) list.push({ type: 'bold' });
  if (marks?.i) list.push({ type: 'italic' });
  if (marks?.link)
    list.push({ type: 'link', attrs: { url: marks.link.url ?? null, variable: marks.link.variable ?? null } });
  return list;
}

export function pieceToJson(piece: Piece): JSONContent {
  const marks = marksToJson(piece.marks);
  const marked = marks.length > 0 ? { marks } : {};
  if (piece.type === 'text') return { type: 'text', text: piece.text, ...marked };
  if (piece.type === 'break') return { type: 'hardBreak', ...marked };
  return { type: 'chip', attrs: chipAttributes(piece), ...marked };
}

export function paragraphsToJson(paragraphs: Paragraph[]): JSONContent {
  return {
    type: 'doc',
    content: paragraphs.map(({ kind, pieces }) => ({
      type: 'paragraph',
      attrs: { kind },
      content: pieces.map(pieceToJson),
    })),
  };
}

export function jsonToParagraphs(doc: JSONContent): Paragraph[] {
  return (doc.content ?? []).map(({ attrs, content }) => ({
    kind: ((attrs?.kind as ParagraphKind | undefined) ?? 'p') satisfies ParagraphKind,
    pieces: (content ?? []).flatMap(pieceOf),
  }));
}

function pieceOf(node: JSONContent): Piece[] {
  const marks: Marks = {};
  for (const mark of node.marks ?? []) {
    if (mark.type === 'bold') marks.b = true;
    else if (mark.type === 'italic') marks.i = true;
    else if (mark.type === 'link') {
      const { url, variable } = (mark.attrs ?? {}) as { url?: string | null; variable?: string | null };
      marks.link = variable ? { variable } : url ? { url } : {};
    }
  }
  const marked = Object.keys(marks).length > 0 ? { marks } : {};
  if (node.type === 'text' && node.text) return [{ type: 'text', text: node.text, ...marked }];
  if (node.type === 'hardBreak') return [{ type: 'break', ...marked }];
  if (node.type === 'chip') {
    const attributes = node.attrs as ChipAttributes;
    const options = chipOptions(attributes);
    return [
      {
        type: 'chip',
        name: attributes.name,
        ...(attributes.fn && { fn: attributes.fn }),
        ...(Object.keys(options).length > 0 && { options }),
        ...marked,
      },
    ];
  }
  return [];
}
