import { shareOut, type Claimant } from './shares';

const claimants = (...weights: number[]): Claimant[] => weights.map((weight, i) => ({ id: String(i), weight }));
const shares = (places: number, weights: number[], draw = 0): number[] => [
  ...shareOut(places, claimants(...weights), draw).values(),
];

describe('places among claimants', () => {
  it('are divided by weight', () => {
    expect(shares(64, [1])).toEqual([64]);
    expect(shares(8, [1, 1], 0.5)).toEqual([4, 4]);
    expect(shares(8, [3, 1], 0.5)).toEqual([6, 2]);
    expect(shares(0, [1, 2])).toEqual([0, 0]);
    expect(shares(5, [])).toEqual([]);
  });

  it.each([
    [7, [1, 1, 1]],
    [3, [1, 1, 1, 1, 1, 1, 1, 1]],
    [64, [1, 2, 3, 4, 5, 6, 7]],
    [1, [10, 1]],
    [13, [0.1, 0.2, 0.7]],
  ])('%i are all given, to each its proportion rounded down or up: %j', (places, weights) => {
    const all = weights.reduce((a, b) => a + b, 0);
    for (let draw = 0; draw < 1; draw += 0.01) {
      const given = shares(places, weights, draw);
      expect(given.reduce((a, b) => a + b, 0)).toBe(places);
      given.forEach((n, i) => expect(Math.abs(n - (places * weights[i]!) / all)).toBeLessThan(1 + 1e-9));
    }
  });

  it('are each one’s proportion over many divisions, with fewer places than claimants as well', () => {
    const weights = [1, 1, 2, 4];
    const sums = [0, 0, 0, 0];
    for (let i = 0; i < 1000; i += 1) shares(3, weights, i / 1000).forEach((n, j) => (sums[j]! += n));
    sums.forEach((n, j) => expect(n / 3000).toBeCloseTo(weights[j]! / 8, 2));
  });
});
