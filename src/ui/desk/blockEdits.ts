/** What can be done to the blocks of a draft: each a step that can be undone, after which the right block is selected. */
import { toast } from 'sonner';
import type { Fix } from '@/core/preflight';
import {
  allBlocks,
  BLOCK_LABELS,
  blockOf,
  placeOfBlock,
  type Block,
  type Place,
  type Segments,
  type Template,
} from '@/core/template';
import { freshBlockId, type DraftAction } from './draft';
import type { Dragged } from './Dragging';
import { say } from '@/words/desk';
import { say as common } from '@/words/common';

export type Selected = { kind: 'block'; id: string } | { kind: 'head'; id: 'subject' | 'preheader' } | undefined;

/** What a link to a text selects: nothing for one that is not there. */
export function selectedAt(at: string | undefined, { blocks }: Template): Selected {
  if (at === 'subject' || at === 'preheader') return { kind: 'head', id: at };
  return at !== undefined && blockOf(blocks, at) ? { kind: 'block', id: at } : undefined;
}

export interface BlockEdits {
  add: (kind: Block['kind'], passage?: string) => void;
  /** Gives the block that is selected then. */
  remove: (id: string) => string | undefined;
  duplicate: (id: string) => void;
  put: (dragged: Dragged, place: Place) => void;
  replace: (next: Template, said: string) => void;
  fix: (fix: Fix) => void;
  /** Puts the use of a passage where a block stands, on the block's own condition. */
  usePassageFor: (block: Block, passage: string) => void;
}

/** A block's words in every language, for another place. */
export function wordsOfBlock(template: Template, block: Block): Record<string, Segments> {
  const ids = allBlocks([block]).map((b) => b.id);
  return Object.fromEntries(
    Object.entries(template.words).map(([language, segments]) => [
      language,
      Object.fromEntries(ids.flatMap((id) => (segments[id] === undefined ? [] : [[id, segments[id]]]))),
    ]),
  );
}

/** @param codes the store's discount codes, the first of which a new discount block names */
export function blockEdits(
  template: Template,
  selected: Selected,
  codes: readonly { code: string }[],
  dispatch: (action: DraftAction) => void,
  select: (next: Selected, typesOn?: boolean) => void,
): BlockEdits {
  const addAt = (kind: Block['kind'], place: Place, more?: Partial<Block>): void => {
    const id = freshBlockId(template, kind);
    dispatch({ type: 'add', kind, place, id, ...(more && { more }) });
    select({ kind: 'block', id });
  };
  /** After what is selected; where that is a column, only what may stand there, and otherwise before the footer. */
  const add = (kind: Block['kind'], passage?: string): void => {
    const at = selected?.kind === 'block' ? placeOfBlock(template.blocks, selected.id) : undefined;
    const footer = template.blocks.findIndex((b) => b.kind === 'footer');
    const last = { at: footer < 0 ? template.blocks.length : footer };
    const place = !at
      ? last
      : at.column
        ? { at: template.blocks.findIndex((b) => b.id === at.column!.of) + 1 }
        : { at: at.at + 1 };
    addAt(kind, place, passage === undefined ? startingWith(kind) : ({ passage } as Partial<Block>));
  };
  /** What a new block begins with besides its kind: a code that the store has. */
  const startingWith = (kind: Block['kind']): Partial<Block> | undefined =>
    kind === 'discount' && codes[0] ? ({ code: codes[0].code } as Partial<Block>) : undefined;
  const remove = (id: string): string | undefined => {
    const order_ = allBlocks(template.blocks);
    const at = order_.findIndex((b) => b.id === id);
    const neighbour = order_[at + 1] ?? order_[at - 1];
    dispatch({ type: 'remove', id });
    select(neighbour && { kind: 'block', id: neighbour.id }, false);
    toast(say.kindTakenOut({ kind: BLOCK_LABELS[order_[at]!.kind] }), {
      action: { label: common.putBack, onClick: () => dispatch({ type: 'undo' }) },
    });
    return neighbour?.id;
  };
  const duplicate = (id: string): void => {
    const source = blockOf(template.blocks, id);
    if (!source) return;
    const newId = freshBlockId(template, source.kind);
    dispatch({ type: 'duplicate', id, newId });
    select({ kind: 'block', id: newId });
  };
  const put = (dragged: Dragged, place: Place): void => {
    if ('kind' in dragged) return addAt(dragged.kind, place, startingWith(dragged.kind));
    dispatch({ type: 'put', id: dragged.block.id, place });
    select({ kind: 'block', id: dragged.block.id });
  };
  const replace = (next: Template, said: string): void => {
    dispatch({ type: 'replace', template: next });
    select(undefined);
    toast(said, { action: { label: common.undo, onClick: () => dispatch({ type: 'undo' }) } });
  };
  const fix = (f: Fix): void => {
    if (f.kind === 'words')
      dispatch({ type: 'words', language: f.language, segment: f.segment, source: f.source, at: 0 });
    else if (f.kind === 'block') dispatch({ type: 'block', id: f.id, change: f.change });
    else if (f.kind === 'remove') remove(f.id);
    else dispatch({ type: 'attachments', attachments: (template.attachments ?? []).filter((a) => a.id !== f.id) });
  };

  const usePassageFor = (b: Block, passage: string): void => {
    const place = placeOfBlock(template.blocks, b.id);
    if (!place) return;
    const id = freshBlockId(template, 'passage');
    const more = { passage, ...(b.when && { when: b.when }) } as Partial<Block>;
    dispatch({ type: 'add', kind: 'passage', place, id, more });
    dispatch({ type: 'remove', id: b.id });
    select({ kind: 'block', id });
  };

  return { add, remove, duplicate, put, replace, fix, usePassageFor };
}
