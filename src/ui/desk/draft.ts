/** The draft on the bench with its history. Pure: what an action makes of a draft, and what undo brings back. */
import type { Attachment } from '@/core/attach';
import {
  blockOf,
  changeBlock,
  copyBlock,
  freshIds,
  insertBlock,
  moveBlock,
  newBlock,
  placeOfBlock,
  removeBlock,
  standAlone,
  stepBlock,
  withWords,
  type Block,
  type BlockKind,
  type Place,
  type Segments,
  type SentAs,
  type Template,
} from '@/core/template';

export type DraftAction =
  /** `apart`: not typed but done with a button, so a step of its own. */
  | { type: 'words'; language: string; segment: string; source: string; at: number; apart?: boolean }
  | { type: 'block'; id: string; change: Partial<Block> }
  /** `more` is set on the new block. */
  | { type: 'add'; kind: BlockKind; place: Place; id: string; more?: Partial<Block> }
  | { type: 'remove'; id: string }
  | { type: 'duplicate'; id: string; newId: string }
  /** A block of another template with its words. */
  | { type: 'bring'; block: Block; words: Record<string, Segments>; place: Place }
  | { type: 'move'; id: string; by: -1 | 1 }
  | { type: 'put'; id: string; place: Place }
  | { type: 'attachments'; attachments: readonly Attachment[] }
  | { type: 'sentAs'; sentAs: SentAs }
  | { type: 'language'; language: string; from: string }
  /** `whole`: also which version it follows, which stays as it is otherwise. */
  | { type: 'replace'; template: Template; whole?: boolean }
  | { type: 'undo' }
  | { type: 'redo' };

export interface DraftState {
  template: Template;
  past: Template[];
  future: Template[];
  /** The words that were typed last, so that one sitting of typing is one step back. */
  typing: { key: string; at: number } | undefined;
  /** How often it changed other than by typing: then fields show what stands in it, whatever was typed in them. */
  turn: number;
}

const STEPS = 200;
const SAME_SITTING_MS = 1_000;

export function startDraft(template: Template): DraftState {
  return { template, past: [], future: [], typing: undefined, turn: 0 };
}

export function draftReducer(state: DraftState, action: DraftAction): DraftState {
  switch (action.type) {
    case 'undo': {
      const before = state.past.at(-1);
      if (!before) return state;
      return {
        template: before,
        past: state.past.slice(0, -1),
        future: [state.template, ...state.future],
        typing: undefined,
        turn: state.turn + 1,
      };
    }
    case 'redo': {
      const [after, ...future] = state.future;
      if (!after) return state;
      return {
        template: after,
        past: [...state.past, state.template],
        future,
        typing: undefined,
        turn: state.turn + 1,
      };
    }
    case 'words': {
      const { language, segment, source, at, apart } = action;
      if ((state.template.words[language]?.[segment] ?? '') === source) return state;
      const template = setWords(state.template, language, { [segment]: source });
      const key = `${language} ${segment}`;
      const goesOn =
        !apart && state.typing?.key === key && at >= state.typing.at && at - state.typing.at < SAME_SITTING_MS;
      return {
        template,
        past: goesOn ? state.past : [...state.past, state.template].slice(-STEPS),
        future: [],
        typing: apart ? undefined : { key, at },
        turn: apart ? state.turn + 1 : state.turn,
      };
    }
    default: {
      const template = change(state.template, action);
      if (template === state.template) return state;
      return {
        template,
        past: [...state.past, state.template].slice(-STEPS),
        future: [],
        typing: undefined,
        turn: state.turn + 1,
      };
    }
  }
}

function setWords(template: Template, language: string, segments: Segments): Template {
  return { ...template, words: { ...template.words, [language]: { ...template.words[language], ...segments } } };
}

/** The template with other blocks, or itself when they are the same. */
function withBlocks(template: Template, blocks: Block[]): Template {
  return JSON.stringify(blocks) === JSON.stringify(template.blocks) ? template : { ...template, blocks };
}

function change(template: Template, action: Exclude<DraftAction, { type: 'words' | 'undo' | 'redo' }>): Template {
  const { blocks } = template;
  switch (action.type) {
    case 'block':
      return withBlocks(
        template,
        changeBlock(blocks, action.id, (b) => withoutUnset({ ...b, ...action.change } as Block)),
      );
    case 'add': {
      const block = { ...newBlock(action.kind, action.id, freshIds(template)), ...action.more } as Block;
      return withBlocks(template, insertBlock(blocks, block, action.place));
    }
    case 'remove': {
      // Its words stay: bringing the block back by undo or by an earlier edition brings them back as well.
      const rest = removeBlock(blocks, action.id);
      return rest.length > 0 ? withBlocks(template, rest) : template;
    }
    case 'duplicate': {
      const block = blockOf(blocks, action.id);
      const place = placeOfBlock(blocks, action.id);
      if (!block || !place) return template;
      const fresh = freshIds(template);
      const copy = copyBlock(block, template.words, (kind) => (kind === block.kind ? action.newId : fresh(kind)));
      return {
        ...template,
        words: withWords(template.words, copy.words),
        blocks: insertBlock(blocks, copy.block, { ...place, at: place.at + 1 }),
      };
    }
    case 'bring':
      return {
        ...template,
        words: withWords(template.words, action.words),
        blocks: insertBlock(blocks, action.block, action.place),
      };
    case 'move':
      return withBlocks(template, stepBlock(blocks, action.id, action.by));
    case 'put':
      return withBlocks(template, moveBlock(blocks, action.id, action.place));
    case 'attachments': {
      const { attachments: _, ...rest } = template;
      return action.attachments.length > 0 ? { ...rest, attachments: [...action.attachments] } : rest;
    }
    case 'sentAs': {
      const { sentAs: _, ...rest } = template;
      return Object.keys(action.sentAs).length > 0 ? { ...rest, sentAs: action.sentAs } : rest;
    }
    case 'language':
      return setWords(template, action.language, template.words[action.from] ?? {});
    case 'replace':
      if (action.whole) return action.template;
      return { ...standAlone(action.template), ...(template.follows && { follows: template.follows }) };
  }
}

/** A setting that is taken back is no longer there, so that equal blocks are equal as JSON. */
function withoutUnset(block: Block): Block {
  return Object.fromEntries(Object.entries(block).filter(([, v]) => v !== undefined)) as Block;
}

/** A block id that the template does not have yet. */
export function freshBlockId(template: Template, kind: BlockKind): string {
  return freshIds(template)(kind);
}
