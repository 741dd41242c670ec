import { layOut, passageCycle, passagesComplete, passagesUsed, type Passage, type Passages } from './passages';
import type { Block } from './schema';

const passage = (id: string, blocks: Block[], words: Passage['words'] = {}): Passage => ({
  id,
  name: id.toUpperCase(),
  blocks,
  words,
});
const use = (id: string, of: string): Block => ({ id, kind: 'passage', passage: of });

const PASSAGES: Passages = {
  pack: passage('pack', [{ id: 'w', kind: 'text' }, use('deep', 'sign')], {
    en: { w: 'How we pack' },
    de: { w: 'Wie wir packen' },
  }),
  sign: passage('sign', [{ id: 'n', kind: 'text' }], { en: { n: 'The bench' } }),
};

describe('a passage', () => {
  const template = {
    blocks: [use('one', 'pack'), { id: 'x', kind: 'divider' } as Block, use('two', 'pack')],
    words: { en: { x: '' }, de: {} },
  };

  it('is put in wherever it is used, passages within passages too, each under ids of its own', () => {
    const { blocks, words } = layOut(template, 'en', PASSAGES, 'en');
    expect(blocks.map((b) => b.id)).toEqual(['one_w', 'one_deep_n', 'x', 'two_w', 'two_deep_n']);
    expect(words).toMatchObject({ one_w: 'How we pack', two_deep_n: 'The bench' });
  });

  it('is written in the language of the message, or in the store’s own where it has no other', () => {
    expect(layOut(template, 'de', PASSAGES, 'en').words).toMatchObject({
      one_w: 'Wie wir packen',
      one_deep_n: 'The bench',
    });
  });

  it('fills what a language lacks, where messages go out before they are complete', () => {
    const half = { ...template, words: { en: { x: 'a', y: 'b', z: 'c' }, fr: { y: 'bé' }, de: { x: '', z: 'ce' } } };
    expect(layOut(half, 'de', PASSAGES, 'en', ['fr', 'en']).words).toEqual({
      ...{ x: 'a', y: 'bé', z: 'ce' },
      ...{ one_w: 'Wie wir packen', two_w: 'Wie wir packen', one_deep_n: 'The bench', two_deep_n: 'The bench' },
    });
    expect(layOut(half, 'de', PASSAGES, 'en').words).toMatchObject({ x: '', z: 'ce' });
  });

  it('that is not complete keeps messages with it from being complete, unless it is hidden', () => {
    const complete = (blocks: Block[]): boolean => passagesComplete(blocks, PASSAGES, 'de', 'en');
    expect(complete([use('one', 'pack')])).toBe(false);
    expect(complete([{ ...use('one', 'pack'), hidden: true }])).toBe(true);
    expect(complete([use('one', 'unknown')])).toBe(true);
    expect(passagesComplete([use('one', 'pack')], PASSAGES, 'en', 'en')).toBe(true);
  });

  it('is there on the condition of its use and of its blocks', () => {
    const guest = { match: 'all' as const, tests: [{ about: 'customer' as const, is: 'guest' as const }] };
    const first = { match: 'all' as const, tests: [{ about: 'first-order' as const, is: true }] };
    const own: Passages = { p: passage('p', [{ id: 'w', kind: 'text', when: first }]) };
    const [block] = layOut({ blocks: [{ ...use('u', 'p'), when: guest }], words: {} }, 'en', own, 'en').blocks;
    expect(block).toMatchObject({ when: first, also: [guest] });
  });

  it('that is hidden, unknown, or holds itself is left out', () => {
    const loop: Passages = {
      a: passage('a', [use('b1', 'b')]),
      b: passage('b', [{ id: 't', kind: 'text' }, use('a1', 'a')]),
    };
    expect(layOut({ blocks: [use('u', 'a')], words: {} }, 'en', loop, 'en').blocks.map((b) => b.id)).toEqual([
      'u_b1_t',
    ]);
    expect(layOut({ blocks: [use('u', 'gone')], words: {} }, 'en', {}, 'en').blocks).toEqual([]);
    expect(layOut({ blocks: [{ ...use('u', 'pack'), hidden: true }], words: {} }, 'en', PASSAGES, 'en').blocks).toEqual(
      [],
    );
    expect(passageCycle('a', loop)).toEqual(['A', 'B', 'A']);
    expect(passageCycle('pack', PASSAGES)).toBeUndefined();
  });

  it('is known to be used through another', () => {
    expect([...passagesUsed([use('u', 'pack')], PASSAGES)]).toEqual(['pack', 'sign']);
  });
});
