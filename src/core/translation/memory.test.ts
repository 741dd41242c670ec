import fc from 'fast-check';
import { makeMemory, type MemoryEntry } from './memory';

const HELP = 'Is something not right? Answer this message or write to {$store.email}.';
const ENTRIES: MemoryEntry[] = [
  { source: HELP, words: 'Quelque chose ne va pas ? Écrivez à {$store.email}.', where: 'Order received: Text' },
  { source: HELP, words: 'Quelque chose ne va pas ? Écrivez à {$store.email}.', where: 'Refund issued: Text' },
  { source: HELP, words: 'Un souci ? Écrivez à {$store.email}.', where: 'Delivered: Text' },
  { source: 'Open the invoice', words: 'Ouvrir la facture', where: 'Invoice: Button' },
  { source: 'Open the order', words: '', where: 'New order: Button' },
];
const memory = makeMemory(ENTRIES);

describe('what was translated before', () => {
  it('is offered for the same source, what stands in more places first', () => {
    expect(memory.search(HELP)).toEqual([
      { share: 1, source: HELP, words: ENTRIES[0]!.words, where: 'Order received: Text', times: 2 },
      { share: 1, source: HELP, words: ENTRIES[2]!.words, where: 'Delivered: Text', times: 1 },
    ]);
  });

  it('is offered for a similar source with how much is alike, in words; a placeholder counts as one', () => {
    const [first] = memory.search('Is something not right? Answer this message or write to {$store.phone}.');
    // 13 words and marks with the placeholder; one of them differs.
    expect(first!.share).toBeCloseTo(1 - 1 / 13, 5);
    expect(memory.search('Open the invoice here')[0]).toMatchObject({ words: 'Ouvrir la facture', share: 0.75 });
  });

  it('knows scripts without spaces by their letters', () => {
    const own = makeMemory([{ source: '您的订单已送达', words: 'Votre commande est arrivée', where: '' }]);
    expect(own.search('您的订单已发货')[0]!.share).toBeCloseTo(1 - 2 / 7, 5);
  });

  it('is never the very same where only formatting differs', () => {
    expect(memory.search('{#b}Open{/b} the invoice')[0]!.share).toBe(0.99);
  });

  it('is not offered for other words, and what is not translated is nothing to offer', () => {
    expect(memory.search('Welcome')).toEqual([]);
    expect(memory.search('Open the order', { least: 0.7 })).toEqual([]);
  });

  it('knows what is added later', () => {
    const own = makeMemory();
    own.add({ source: 'Hello', words: 'Bonjour', where: 'here' });
    expect(own.search('Hello')[0]).toMatchObject({ share: 1, words: 'Bonjour' });
  });

  it('misses nothing that a comparison of all texts finds', () => {
    const text = fc.array(fc.constantFrom('a', 'b', 'c', 'd', 'e'), { minLength: 1, maxLength: 9 });
    fc.assert(
      fc.property(fc.array(text, { minLength: 1, maxLength: 12 }), text, (texts, wanted) => {
        const entries = texts.map((t, i) => ({ source: t.join(' '), words: `w${i}`, where: '' }));
        const away = (t: readonly string[]): number => plain(t, wanted);
        const longer = (t: readonly string[]): number => Math.max(t.length, wanted.length);
        const expected = texts.flatMap((t, i) => (away(t) <= Math.floor(longer(t) * (1 - 0.7)) ? [`w${i}`] : []));
        const found = makeMemory(entries).search(wanted.join(' '), { most: 100 });
        expect(found.map((m) => m.words).toSorted()).toEqual(expected.toSorted());
      }),
    );
  });
});

/** Edit distance as it is defined, for comparison. */
function plain(a: readonly string[], b: readonly string[]): number {
  const row = Array.from({ length: b.length + 1 }, (_, i) => i);
  for (let i = 1; i <= a.length; i += 1) {
    let left = row[0]!;
    row[0] = i;
    for (let j = 1; j <= b.length; j += 1) {
      const up = row[j]!;
      row[j] = a[i - 1] === b[j - 1] ? left : 1 + Math.min(left, up, row[j - 1]!);
      left = up;
    }
  }
  return row[b.length]!;
}
