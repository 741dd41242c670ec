import { patchWords } from '@/ui/bench/patch';

/** A page as far as it is looked at here: its words, in their order. */
function page(count: number) {
  const words = Array.from({ length: count }, () => ({ innerHTML: 'old' }));
  return { words, doc: { querySelectorAll: () => words } as unknown as Document };
}
const html = (...words: string[]): string =>
  `<html><head><title>T</title></head><body>${words.map((w, i) => (i % 2 ? `<h1 class="ls-words" style="x">${w}</h1>` : `<div><div class="ls-words">${w}</div></div>`)).join('<hr>')}</body></html>`;

describe('a key in the words of one block', () => {
  it.each([
    ['a letter', 'Sheets travel', 'Sheets travels'],
    ['the first', '', 'S'],
    ['one taken out', 'Sheets', 'Sheet'],
    ['a value and marks', 'a <strong>b</strong>', 'a <strong>b c</strong> <bdi>d</bdi>'],
    ['the same letter again', 'ssss', 'sssss'],
  ])('replaces that block alone: %s', (_what, before, after) => {
    for (const index of [0, 1, 2]) {
      const list = ['one', 'two', 'three'];
      const was = html(...list.with(index, before));
      const is = html(...list.with(index, after));
      const { words, doc } = page(3);
      expect(patchWords(doc, was, is)).toBe(true);
      expect(words.map((w) => w.innerHTML)).toEqual(['old', 'old', 'old'].with(index, after));
    }
  });

  it.each([
    ['two blocks differ', html('a', 'b'), html('x', 'y')],
    ['something else differs', html('a', 'b'), html('a', 'b').replace('<hr>', '<br>')],
    ['the title differs as well', html('a', 'b'), html('ax', 'b').replace('T<', 'U<')],
    ['a block came', html('a'), html('a', 'b')],
    ['own HTML holds elements of the same kind', html('<div>a</div> b'), html('<div>a</div> bc')],
    ['there are none', '<p>a</p>', '<p>b</p>'],
  ])('is not what happened when %s', (_what, was, is) => {
    const { words, doc } = page(2);
    expect(patchWords(doc, was, is)).toBe(false);
    expect(words.map((w) => w.innerHTML)).toEqual(['old', 'old']);
  });
});
