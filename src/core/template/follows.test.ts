import fc from 'fast-check';
import { checker } from '../schema';
import { changeBlock, freshIds, insertBlock, moveBlock, newBlock, removeBlock } from './edit';
import { followed, followFrom, givenUp, ownMarked, ownParts, standAlone, type OwnPart } from './follows';
import { allBlocks, segmentsOf, TemplateSchema, type Block, type Template } from './schema';

const text = (id: string): Block => ({ id, kind: 'text' });
const BASE: Template = {
  version: 1,
  blocks: [{ id: 'top', kind: 'masthead' }, text('hello'), text('more'), { id: 'foot', kind: 'footer' }],
  words: {
    en: { subject: 'Your order', hello: 'Hello', more: 'More' },
    de: { subject: 'Ihre Bestellung', hello: 'Guten Tag', more: 'Mehr' },
  },
};
const GUESTS = followFrom(BASE, BASE, '');
const ids = (t: Template): string => t.blocks.map((b) => b.id).join(' ');
const words = (t: Template, language: string, id: string, source: string): Template => ({
  ...t,
  words: { ...t.words, [language]: { ...t.words[language], [id]: source } },
});
/** What the Desk does after every step, and the server with what it is given. */
const kept = (t: Template, base = BASE): Template => ownMarked(t, base);

describe('a version that follows another', () => {
  test('is the same, and has nothing of its own', () => {
    expect(standAlone(GUESTS)).toEqual(BASE);
    expect(ownParts(GUESTS, BASE)).toEqual([]);
  });
  test('takes over what is changed there', () => {
    const base = words(
      { ...BASE, blocks: [...BASE.blocks.slice(0, 3), text('new'), BASE.blocks[3]!] },
      'en',
      'new',
      'N',
    );
    const after = followed(GUESTS, base);
    expect(ids(after)).toBe('top hello more new foot');
    expect(after.words.en!.new).toBe('N');
    expect(followed(GUESTS, words(BASE, 'de', 'hello', 'Hallo')).words.de!.hello).toBe('Hallo');
  });
  test('keeps its own words in the languages in which they are its own', () => {
    const own = kept(words(GUESTS, 'en', 'hello', 'Hello guest'));
    const after = followed(own, words(words(BASE, 'en', 'hello', 'Hi'), 'de', 'hello', 'Hallo'));
    expect(after.words.en!.hello).toBe('Hello guest');
    expect(after.words.de!.hello).toBe('Hallo');
    expect(ownParts(after, BASE)).toEqual([{ kind: 'words', segment: 'hello', label: 'Text 1', languages: ['en'] }]);
  });
  test('keeps its own words also when the other passes through the same', () => {
    const own = kept(words(GUESTS, 'en', 'hello', 'Hello guest'));
    const passing = words(BASE, 'en', 'hello', 'Hello guest');
    const after = followed(kept(followed(own, passing), passing), words(BASE, 'en', 'hello', 'Hello guest house'));
    expect(after.words.en!.hello).toBe('Hello guest');
  });
  test('keeps its own blocks where they stand, and leaves out what it leaves out', () => {
    const more = insertBlock(removeBlock(GUESTS.blocks, 'more'), text('mine'), { at: 2 });
    const own = kept(words({ ...GUESTS, blocks: more }, 'en', 'mine', 'Only here'));
    expect(ids(own)).toBe('top hello mine foot');
    const base = { ...BASE, blocks: insertBlock(BASE.blocks, text('new'), { at: 1 }) };
    const after = followed(own, base);
    expect(ids(after)).toBe('top new hello mine foot');
    expect(after.words.en!.mine).toBe('Only here');
    expect(ownParts(after, base).map((p) => p.kind)).toEqual(['only', 'without']);
  });
  test('keeps its own order', () => {
    const own = kept({ ...GUESTS, blocks: moveBlock(GUESTS.blocks, 'more', { at: 1 }) });
    expect(own.follows!.order).toBe(true);
    const base = { ...BASE, blocks: insertBlock(BASE.blocks, text('new'), { at: 3 }) };
    expect(ids(followed(own, base))).toBe('top more new hello foot');
  });
  test('keeps its own settings of a block, but not the words', () => {
    const own = kept({
      ...GUESTS,
      blocks: changeBlock(GUESTS.blocks, 'hello', (b) => ({ ...b, align: 'centre' }) as Block),
    });
    const base = words(
      { ...BASE, blocks: changeBlock(BASE.blocks, 'hello', (b) => ({ ...b, align: 'end' }) as Block) },
      'en',
      'hello',
      'Hi',
    );
    const after = followed(own, base);
    expect(after.blocks[1]).toMatchObject({ align: 'centre' });
    expect(after.words.en!.hello).toBe('Hi');
  });
  test('a block of its own takes another id when the other gets one with the same', () => {
    const own = kept(
      words({ ...GUESTS, blocks: insertBlock(GUESTS.blocks, text('text2'), { at: 3 }) }, 'en', 'text2', 'Mine'),
    );
    const base = words(
      { ...BASE, blocks: insertBlock(BASE.blocks, text('text2'), { at: 1 }) },
      'en',
      'text2',
      'Theirs',
    );
    const after = followed(own, base);
    expect(ids(after)).toBe('top text2 hello more text3 foot');
    expect(after.words.en).toMatchObject({ text2: 'Theirs', text3: 'Mine' });
    expect(after.follows!.only).toEqual(['text3']);
  });
  test('keeps a block of its own settings when the other removes it', () => {
    const own = kept({
      ...GUESTS,
      blocks: changeBlock(GUESTS.blocks, 'more', (b) => ({ ...b, align: 'end' }) as Block),
    });
    const base = { ...BASE, blocks: removeBlock(BASE.blocks, 'more') };
    const after = followed(own, base);
    expect(ids(after)).toBe('top hello more foot');
    expect(after.words.en!.more).toBe('More');
    expect(ids(followed(GUESTS, base))).toBe('top hello foot');
  });
  test('a language that is begun there is begun here too, and one begun here is its own', () => {
    const base = { ...BASE, words: { ...BASE.words, fr: { subject: 'Votre commande' } } };
    expect(followed(GUESTS, base).words.fr).toEqual({ subject: 'Votre commande' });
    const own = kept({ ...GUESTS, words: { ...GUESTS.words, fr: { subject: 'Ma commande', hello: '' } } });
    expect(followed(own, base).words.fr!.subject).toBe('Ma commande');
  });
  test('a version that begins to follow keeps what differs, and takes over the languages it lacks', () => {
    const old: Template = { ...BASE, words: { en: { ...BASE.words.en, subject: 'Guest order' } } };
    const after = followFrom(old, BASE, '');
    expect(after.words.de).toEqual(BASE.words.de);
    expect(ownParts(after, BASE)).toEqual([{ kind: 'words', segment: 'subject', label: 'Subject', languages: ['en'] }]);
  });
  test.each<[OwnPart['kind'], (t: Template) => Template]>([
    ['words', (t) => words(t, 'en', 'hello', 'X')],
    ['block', (t) => ({ ...t, blocks: changeBlock(t.blocks, 'hello', (b) => ({ ...b, hidden: true })) })],
    ['only', (t) => ({ ...t, blocks: insertBlock(t.blocks, text('mine'), { at: 1 }) })],
    ['without', (t) => ({ ...t, blocks: removeBlock(t.blocks, 'more') })],
    ['order', (t) => ({ ...t, blocks: moveBlock(t.blocks, 'more', { at: 0 }) })],
    ['sentAs', (t) => ({ ...t, sentAs: { textOnly: true } })],
    ['attachments', (t) => ({ ...t, attachments: [{ id: 'a1', kind: 'invoice' } as never] })],
  ])('gives up its own %s', (kind, change) => {
    const own = kept(change(GUESTS));
    const [part, ...rest] = ownParts(own, BASE);
    expect(part!.kind).toBe(kind);
    expect(rest).toEqual([]);
    expect(standAlone(givenUp(own, BASE, part!))).toEqual(BASE);
  });
});

describe('whatever is done to both', () => {
  interface Step {
    to: 'base' | 'own';
    do: 'words' | 'add' | 'remove' | 'move' | 'set';
    at: number;
    n: number;
  }
  const step: fc.Arbitrary<Step> = fc.record({
    to: fc.constantFrom('base', 'own'),
    do: fc.constantFrom('words', 'add', 'remove', 'move', 'set'),
    at: fc.nat(5),
    n: fc.nat(3),
  });
  const after = (t: Template, { do: what, at, n }: Step): Template => {
    const id = t.blocks[at % t.blocks.length]!.id;
    switch (what) {
      case 'words':
        return words(t, n % 2 ? 'en' : 'de', id, `${what} ${n}`);
      case 'add':
        return {
          ...t,
          blocks: insertBlock(
            t.blocks,
            newBlock(n === 0 ? 'columns' : 'text', freshIds(t)(n === 0 ? 'columns' : 'text'), freshIds(t)),
            { at },
          ),
        };
      case 'remove':
        return t.blocks.length > 1 ? { ...t, blocks: removeBlock(t.blocks, id) } : t;
      case 'move':
        return { ...t, blocks: moveBlock(t.blocks, id, { at: n }) };
      case 'set':
        return { ...t, blocks: changeBlock(t.blocks, id, (b) => ({ ...b, hidden: n > 1 })) };
    }
  };
  const check = checker(TemplateSchema);
  test('a version is a template that can be kept, and what is not its own is as in the other', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 20 }), (steps) => {
        let [base, own] = [BASE, GUESTS];
        for (const s of steps) {
          if (s.to === 'own') own = ownMarked(after(own, s), base);
          else {
            base = after(base, s);
            own = followed(own, base);
          }
          expect(check(own)).toMatchObject({ ok: true });
          const all = allBlocks(own.blocks).map((b) => b.id);
          expect(new Set(all).size).toBe(all.length);
          const { words: mine = {}, blocks = [], only = [], without = [] } = own.follows!;
          for (const b of base.blocks) {
            if (without.includes(b.id) || blocks.includes(b.id)) continue;
            expect(own.blocks.find((o) => o.id === b.id && !only.includes(o.id))).toEqual(b);
          }
          const theirs = new Set(segmentsOf(base).map((p) => p.id));
          for (const { id } of segmentsOf(own))
            for (const language of ['en', 'de'])
              if (theirs.has(id) && !mine[language]?.includes(id))
                expect(own.words[language]?.[id] ?? '').toBe(base.words[language]?.[id] ?? '');
          // Taken over once more, nothing changes.
          const once = followed(own, base);
          expect(followed(once, base)).toBe(once);
        }
      }),
      { numRuns: 120 },
    );
  });
});
