import fc from 'fast-check';
import { stockState, takeCount, type KnownStock, type StockState } from './stock';

/** Counts one after the other, an hour apart: what is told of each. */
function told(lowAt: number | undefined, ...counts: number[]): string[] {
  let known: KnownStock | undefined;
  return counts.map((left, i) => {
    const outcome = takeCount(known, { left, at: i }, lowAt);
    if (outcome.kind === 'older') return 'older';
    known = { at: i, told: outcome.told };
    return outcome.moment ?? '';
  });
}

const LOW = 'product.stock-low';
const OUT = 'product.stock-out';

describe('how a count stands', () => {
  it.each<[number, number | undefined, StockState]>([
    [6, 5, 'enough'],
    [5, 5, 'low'],
    [1, 5, 'low'],
    [0, 5, 'out'],
    [-3, 5, 'out'],
    [1, undefined, 'enough'],
    [0, undefined, 'out'],
  ])('%p with a threshold of %p', (left, lowAt, state) => expect(stockState(left, lowAt)).toBe(state));
});

describe('what a count tells', () => {
  it('tells once that it is low, and once that nothing is left', () => {
    expect(told(5, 8, 5, 4, 3, 0, 0, -1)).toEqual(['', LOW, '', '', OUT, '', '']);
  });

  it('goes straight to nothing left', () => {
    expect(told(5, 8, 0)).toEqual(['', OUT]);
  });

  it('tells again after there was enough', () => {
    expect(told(5, 8, 4, 20, 5)).toEqual(['', LOW, '', LOW]);
    expect(told(5, 8, 0, 3, 0)).toEqual(['', OUT, '', OUT]);
  });

  it('is not told by a first count, whatever it is', () => {
    expect(told(5, 0, 0)).toEqual(['', '']);
    expect(told(5, 2, 0)).toEqual(['', OUT]);
  });

  it('leaves a count alone that is older than one it knows', () => {
    expect(takeCount({ at: 10, told: 'enough' }, { left: 0, at: 10 }, 5)).toEqual({ kind: 'older' });
    expect(takeCount({ at: 10, told: 'enough' }, { left: 0, at: 9 }, 5)).toEqual({ kind: 'older' });
  });

  it('counts a raised threshold from the next count on', () => {
    // Told as enough while 4 was above the threshold of then.
    expect(takeCount({ at: 1, told: 'enough' }, { left: 3, at: 2 }, 5)).toMatchObject({ moment: LOW });
  });

  it('never tells twice of the same without something better in between', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: -2, max: 9 }), { maxLength: 30 }), (counts) => {
        const said = told(4, ...counts);
        counts.forEach((left, i) => {
          if (said[i] === '') return;
          const state = stockState(left, 4);
          const worse = counts.slice(0, i).map((c) => stockState(c, 4));
          const before = worse.at(-1)!;
          expect(state).not.toBe('enough');
          expect(['enough', 'low', 'out'].indexOf(state)).toBeGreaterThan(['enough', 'low', 'out'].indexOf(before));
        });
      }),
    );
  });
});
