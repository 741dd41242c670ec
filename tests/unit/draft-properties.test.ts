import fc from 'fast-check';
import { checker } from '@/core/schema';
import { SHIPPED_NOTIFICATIONS } from '@/core/shipped';
import { allBlocks, BLOCK_LABELS, segmentsOf, TemplateSchema, templateChanges, type BlockKind } from '@/core/template';
import { draftReducer, freshBlockId, startDraft, type DraftState } from '@/ui/desk/draft';

const template = SHIPPED_NOTIFICATIONS[0]!.template;
const checkTemplate = checker(TemplateSchema);

/** Something a person could do at the bench; numbers are taken modulo what is there at that moment. */
type Step = {
  at: number;
  what: 'words' | 'add' | 'remove' | 'duplicate' | 'move' | 'align' | 'undo' | 'redo';
  n: number;
  text: string;
};
const step: fc.Arbitrary<Step> = fc.record({
  at: fc.nat(5000),
  what: fc.constantFrom('words', 'add', 'remove', 'duplicate', 'move', 'align', 'undo', 'redo'),
  n: fc.nat(1000),
  text: fc.string({ maxLength: 8 }),
});

function take(state: DraftState, { at, what, n, text }: Step): DraftState {
  const { blocks } = state.template;
  const block = blocks[n % blocks.length]!;
  const kinds = Object.keys(BLOCK_LABELS) as BlockKind[];
  switch (what) {
    case 'words':
      return draftReducer(state, { type: 'words', language: n % 2 ? 'en' : 'de', segment: block.id, source: text, at });
    case 'add': {
      const kind = kinds[n % kinds.length]!;
      return draftReducer(state, {
        type: 'add',
        kind,
        place: { at: n % (blocks.length + 1) },
        id: freshBlockId(state.template, kind),
      });
    }
    case 'remove':
      return draftReducer(state, { type: 'remove', id: block.id });
    case 'duplicate':
      return draftReducer(state, { type: 'duplicate', id: block.id, newId: freshBlockId(state.template, block.kind) });
    case 'move':
      return draftReducer(state, { type: 'move', id: block.id, by: n % 3 ? 1 : -1 });
    case 'align':
      return block.kind === 'text' || block.kind === 'heading'
        ? draftReducer(state, { type: 'block', id: block.id, change: { align: n % 2 ? 'end' : 'centre' } })
        : state;
    default:
      return draftReducer(state, { type: what });
  }
}

describe('whatever is done at the bench', () => {
  it('undo leads back to where it began, and redo to where it ended', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 60 }), (steps) => {
        let state = steps.reduce(take, startDraft(template));
        const end = state.template;
        const count = state.past.length;
        for (let i = 0; i < count; i += 1) state = draftReducer(state, { type: 'undo' });
        expect(state.past).toEqual([]);
        expect(state.template).toEqual(template);
        for (let i = 0; i < count; i += 1) state = draftReducer(state, { type: 'redo' });
        expect(state.template).toEqual(end);
      }),
    );
  });

  it('the draft stays a template that can be saved, with every block once', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 60 }), (steps) => {
        const { template: made } = steps.reduce(take, startDraft(template));
        expect(checkTemplate(made)).toMatchObject({ ok: true });
        const ids = allBlocks(made.blocks).map((b) => b.id);
        expect(new Set(ids).size).toBe(ids.length);
      }),
    );
  });

  it('the changes are none exactly when the messages would be the same', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 20 }), (steps) => {
        const { template: made } = steps.reduce(take, startDraft(template));
        const visible = (t: typeof template): unknown => [
          t.blocks.map((b) => Object.entries(b).sort()),
          Object.entries(t.words).map(([l, w]) => [l, segmentsOf(t).map(({ id }) => w[id] ?? '')]),
        ];
        const same = JSON.stringify(visible(made)) === JSON.stringify(visible(template));
        expect(templateChanges(template, made).length === 0).toBe(same);
      }),
    );
  });
});
