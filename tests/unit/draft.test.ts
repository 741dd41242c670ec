import { SHIPPED_NOTIFICATIONS } from '@/core/shipped';
import { draftReducer, freshBlockId, startDraft, type DraftAction, type DraftState } from '@/ui/desk/draft';

const template = SHIPPED_NOTIFICATIONS[0]!.template;
const run = (...actions: DraftAction[]): DraftState => actions.reduce(draftReducer, startDraft(template));
const type = (source: string, at: number, segment = 'subject'): DraftAction => ({
  type: 'words',
  language: 'en',
  segment,
  source,
  at,
});
const ids = (state: DraftState): string[] => state.template.blocks.map((b) => b.id);

describe('the draft on the bench', () => {
  it('takes a sitting of typing back in one step, and brings it again', () => {
    const typed = run(type('a', 0), type('ab', 300), type('abc', 600));
    expect(typed.template.words.en!.subject).toBe('abc');
    const back = draftReducer(typed, { type: 'undo' });
    expect(back.template).toBe(template);
    expect(draftReducer(back, { type: 'redo' }).template.words.en!.subject).toBe('abc');
  });

  it('keeps sittings apart: after a pause, and in another place', () => {
    expect(run(type('a', 0), type('ab', 5000)).past).toHaveLength(2);
    expect(run(type('a', 0), type('x', 100, 'help')).past).toHaveLength(2);
  });

  it('takes back what a button did to words without the typing before and after it', () => {
    const state = run(type('a', 0), { ...type('b', 100), apart: true } as DraftAction, type('bc', 200));
    const undo: DraftAction = { type: 'undo' };
    const one = draftReducer(state, undo);
    const two = draftReducer(one, undo);
    const steps = [state, one, two, draftReducer(two, undo)];
    expect(steps.map((s) => s.template.words.en!.subject)).toEqual(['bc', 'b', 'a', template.words.en!.subject]);
  });

  it('tells what was typed from what came otherwise, so that a field shows what was undone to', () => {
    const typed = run(type('a', 0), type('ab', 5_000));
    expect(typed.turn).toBe(0);
    const back = draftReducer(typed, { type: 'undo' });
    expect(back).toMatchObject({ turn: 1, template: { words: { en: { subject: 'a' } } } });
    expect(draftReducer(back, { type: 'redo' }).turn).toBe(2);
    expect(run({ ...type('b', 100), apart: true } as DraftAction).turn).toBe(1);
    expect(run({ type: 'move', id: 'thanks', by: 1 }).turn).toBe(1);
  });

  it('forgets what was undone once something else is done', () => {
    const state = run(type('a', 0), { type: 'undo' }, { type: 'move', id: 'thanks', by: 1 });
    expect(state.future).toEqual([]);
  });

  it('does nothing, and remembers nothing, for what changes nothing', () => {
    const state = run(
      type(template.words.en!.subject!, 0),
      { type: 'move', id: 'masthead', by: -1 },
      { type: 'undo' },
      { type: 'redo' },
    );
    expect(state.past).toEqual([]);
    expect(state.template).toBe(template);
  });

  it('moves, adds, duplicates with words, and takes out', () => {
    expect(ids(run({ type: 'move', id: 'thanks', by: 1 })).slice(0, 3)).toEqual(['masthead', 'next', 'thanks']);
    expect(ids(run({ type: 'add', kind: 'divider', place: { at: 2 }, id: 'divider2' }))[2]).toBe('divider2');
    const twice = run({ type: 'duplicate', id: 'thanks', newId: 'heading2' });
    expect(ids(twice)[2]).toBe('heading2');
    expect(twice.template.words.de!.heading2).toBe(template.words.de!.thanks);
    expect(ids(run({ type: 'remove', id: 'thanks' }))).not.toContain('thanks');
  });

  it('brings the words of a block back with it', () => {
    const state = run({ type: 'remove', id: 'thanks' }, { type: 'undo' });
    expect(state.template).toEqual(template);
  });

  it('begins a language from the words of another', () => {
    const state = run({ type: 'language', language: 'fr', from: 'en' });
    expect(state.template.words.fr).toEqual(template.words.en);
  });

  it('never gives a new block the id, and so the words, of one taken out', () => {
    const without = run(
      { type: 'add', kind: 'text', place: { at: 9 }, id: 'text2' },
      { type: 'words', language: 'en', segment: 'text2', source: 'x', at: 0 },
      { type: 'remove', id: 'text2' },
    );
    expect(freshBlockId(without.template, 'text')).toBe('text3');
  });
});
