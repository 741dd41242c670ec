/** What the words editor knows: paragraphs, bold, italic, links, line breaks, and placeholder chips as atoms. */
import { Mark, Node } from '@tiptap/core';
import Bold from '@tiptap/extension-bold';
import Document from '@tiptap/extension-document';
import HardBreak from '@tiptap/extension-hard-break';
import Italic from '@tiptap/extension-italic';
import Paragraph from '@tiptap/extension-paragraph';
import Text from '@tiptap/extension-text';
import type { SegmentForm } from '@/core/text/markup';
import type { ChipAttributes } from './documents';

export interface ChipFace {
  text: string;
  title: string;
  problem: boolean;
}

const SingleParagraph = Document.extend({ content: 'paragraph' });

/** A paragraph of its own, or an entry of a list; lists are flat, so an entry is a paragraph with a sign. */
const WordsParagraph = Paragraph.extend({
  addAttributes: () => ({
    kind: {
      default: 'p',
      // Nothing for pasted paragraphs and entries: what they are is said by their tag.
      parseHTML: (element) => element.dataset.kind ?? null,
      renderHTML: (attributes) => (attributes.kind === 'p' ? {} : { 'data-kind': attributes.kind as string }),
    },
  }),
  parseHTML: () => [{ tag: 'ol > li', attrs: { kind: 'step' } }, { tag: 'li', attrs: { kind: 'item' } }, { tag: 'p' }],
});

const LinkMark = Mark.create({
  name: 'link',
  inclusive: false,
  addAttributes: () => ({ url: { default: null }, variable: { default: null } }),
  parseHTML: () => [{ tag: 'a[href]', getAttrs: (element) => ({ url: element.getAttribute('href'), variable: null }) }],
  // Without an address of its own: in the editor a click sets the cursor, it does not lead away.
  renderHTML: ({ mark }) => [
    'a',
    { title: mark.attrs.variable ? `{$${String(mark.attrs.variable)}}` : String(mark.attrs.url) },
    0,
  ],
});

type Face = (attributes: ChipAttributes) => ChipFace;

function chip(face: Face) {
  return Node.create({
    name: 'chip',
    group: 'inline',
    inline: true,
    atom: true,
    selectable: true,
    addAttributes: () => ({ name: { default: '' }, fn: { default: null }, options: { default: null } }),
    parseHTML: () => [
      { tag: 'span[data-chip]', getAttrs: (element) => JSON.parse(element.dataset.chip ?? '{}') as ChipAttributes },
    ],
    renderHTML: ({ node }) => [
      'span',
      { 'data-chip': JSON.stringify(node.attrs), class: 'chip' },
      face(node.attrs as ChipAttributes).text,
    ],
    renderText: ({ node }) => `{$${String(node.attrs.name)}}`,
    addNodeView: () => (props) => {
      const dom = document.createElement('span');
      dom.className = 'chip';
      dom.contentEditable = 'false';
      const show = (attributes: ChipAttributes): void => {
        dom.dataset.chip = JSON.stringify(attributes);
        paintChip(dom, face(attributes));
      };
      show(props.node.attrs as ChipAttributes);
      return {
        dom,
        update: (node) => {
          if (node.type.name !== 'chip') return false;
          show(node.attrs as ChipAttributes);
          return true;
        },
      };
    },
  });
}

function paintChip(dom: HTMLElement, face: ChipFace): void {
  if (dom.textContent !== face.text) dom.textContent = face.text;
  dom.title = face.title;
  dom.dataset.problem = String(face.problem);
}

/** Writes the present values into all chips, after another order was chosen. */
export function repaintChips(root: HTMLElement, face: Face): void {
  for (const dom of root.querySelectorAll<HTMLElement>('.chip[data-chip]')) {
    paintChip(dom, face(JSON.parse(dom.dataset.chip!) as ChipAttributes));
  }
}

export function extensionsFor(form: SegmentForm, face: Face) {
  return [
    form === 'paragraphs' ? Document : SingleParagraph,
    WordsParagraph,
    Text,
    chip(face),
    ...(form === 'plain' ? [] : [Bold, Italic, LinkMark, HardBreak]),
  ];
}
