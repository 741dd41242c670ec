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

  it('is offered for a similar source with how much is alike; a placeholder counts as one character', () => {
    const [first] = memory.search('Is something not right? Answer this message or write to {$store.phone}.');
    // 58 characters with the placeholder as one; one of them differs.
    expect(first!.share).toBeCloseTo(1 - 1 / 58, 5);
    expect(memory.search('Open the invoices')[0]).toMatchObject({ words: 'Ouvrir la facture', share: 1 - 1 / 17 });
  });

  it('is never the very same where only formatting differs', () => {
    expect(memory.search('{#b}Open{/b} the invoice')[0]!.share).toBe(0.99);
  });

  it('is not offered for other words, and what is not translated is nothing to offer', () => {
    expect(memory.search('Welcome')).toEqual([]);
    expect(memory.search('Open the order', { least: 0.95 })).toEqual([]);
  });

  it('knows what is added later', () => {
    const own = makeMemory();
    own.add({ source: 'Hello', words: 'Bonjour', where: 'here' });
    expect(own.search('Hello')[0]).toMatchObject({ share: 1, words: 'Bonjour' });
  });

  it('misses nothing that a comparison of all texts finds', () => {
    const text = fc.stringMatching(/^[a-e ]{1,14}$/);
    fc.assert(
      fc.property(fc.array(text, { minLength: 1, maxLength: 12 }), text, (sources, wanted) => {
        const entries = sources.map((source, i) => ({ source, words: `w${i}`, where: '' }));
        const alike = (a: string, b: string): number => 1 - plain(a, b) / Math.max(a.length, b.length);
        const expected = sources.filter((s) => s === wanted || alike(s, wanted) >= 0.7 - 1e-9).length;
        const found = makeMemory(entries).search(wanted, { most: 100 });
        const again = new Set(sources).size < sources.length;
        expect(again ? Math.min(found.length, expected) : found.length).toBe(again ? found.length : expected);
      }),
    );
  });
});

/** Edit distance as it is defined, for comparison. */
function plain(a: string, b: string): number {
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
