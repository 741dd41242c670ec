/** The draft on the bench with its history. Pure: what an action makes of a draft, and what undo brings back. */
import type { Block, BlockKind, Segments, Template } from '@/core/template';

export type DraftAction =
  | { type: 'words'; language: string; segment: string; source: string; at: number }
  | { type: 'block'; id: string; change: Partial<Block> }
  | { type: 'add'; kind: BlockKind; after: string | undefined; id: string }
  | { type: 'remove'; id: string }
  | { type: 'duplicate'; id: string; newId: string }
  | { type: 'move'; id: string; by: -1 | 1 }
  | { type: 'language'; language: string; from: string }
  | { type: 'replace'; template: Template }
  | { type: 'undo' }
  | { type: 'redo' };

export interface DraftState {
  template: Template;
  past: Template[];
  future: Template[];
  /** The words that were typed last, so that one sitting of typing is one step back. */
  typing: { key: string; at: number } | undefined;
}

const STEPS = 200;
const SAME_SITTING_MS = 1_000;

export function startDraft(template: Template): DraftState {
  return { template, past: [], future: [], typing: undefined };
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
      };
    }
    case 'redo': {
      const [after, ...future] = state.future;
      if (!after) return state;
      return { template: after, past: [...state.past, state.template], future, typing: undefined };
    }
    case 'words': {
      const { language, segment, source, at } = action;
      if ((state.template.words[language]?.[segment] ?? '') === source) return state;
      const template = withWords(state.template, language, { [segment]: source });
      const key = `${language} ${segment}`;
      const goesOn = state.typing?.key === key && at - state.typing.at < SAME_SITTING_MS;
      return {
        template,
        past: goesOn ? state.past : [...state.past, state.template].slice(-STEPS),
        future: [],
        typing: { key, at },
      };
    }
    default: {
      const template = change(state.template, action);
      if (template === state.template) return state;
      return { template, past: [...state.past, state.template].slice(-STEPS), future: [], typing: undefined };
    }
  }
}

function withWords(template: Template, language: string, segments: Segments): Template {
  return { ...template, words: { ...template.words, [language]: { ...template.words[language], ...segments } } };
}

function change(template: Template, action: Exclude<DraftAction, { type: 'words' | 'undo' | 'redo' }>): Template {
  const { blocks } = template;
  switch (action.type) {
    case 'block':
      return {
        ...template,
        blocks: blocks.map((b) => (b.id === action.id ? ({ ...b, ...action.change } as Block) : b)),
      };
    case 'add': {
      const at = action.after === undefined ? blocks.length : blocks.findIndex((b) => b.id === action.after) + 1;
      return { ...template, blocks: blocks.toSpliced(at, 0, newBlock(action.kind, action.id)) };
    }
    case 'remove':
      // Its words stay: bringing the block back by undo or by an earlier edition brings them back as well.
      return blocks.length > 1 ? { ...template, blocks: blocks.filter((b) => b.id !== action.id) } : template;
    case 'duplicate': {
      const at = blocks.findIndex((b) => b.id === action.id);
      const block = blocks[at];
      if (!block) return template;
      const words = Object.fromEntries(
        Object.entries(template.words).map(([language, segments]) => {
          const own = segments[action.id];
          return [language, own === undefined ? segments : { ...segments, [action.newId]: own }];
        }),
      );
      return { ...template, words, blocks: blocks.toSpliced(at + 1, 0, { ...block, id: action.newId }) };
    }
    case 'move': {
      const at = blocks.findIndex((b) => b.id === action.id);
      const to = at + action.by;
      const block = blocks[at];
      if (!block || to < 0 || to >= blocks.length) return template;
      return { ...template, blocks: blocks.toSpliced(at, 1).toSpliced(to, 0, block) };
    }
    case 'language':
      return withWords(template, action.language, template.words[action.from] ?? {});
    case 'replace':
      return action.template;
  }
}

function newBlock(kind: BlockKind, id: string): Block {
  return kind === 'button' ? { id, kind, target: { variable: 'order.statusUrl' } } : ({ id, kind } as Block);
}

/** A block id that the template does not have yet: short, and never used again after a removal. */
export function freshBlockId(template: Template, kind: BlockKind): string {
  const used = new Set([
    ...template.blocks.map((b) => b.id),
    ...Object.values(template.words).flatMap((w) => Object.keys(w)),
  ]);
  for (let n = 2; ; n += 1) {
    const id = `${kind}${n}`;
    if (!used.has(id)) return id;
  }
}
