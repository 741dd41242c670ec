import { daily, DAY_MS, reaches, trendOf, type Reading } from './trend';

const START = Date.UTC(2026, 9, 1);
const days = (values: readonly number[]): Reading[] => values.map((value, i) => ({ at: START + i * DAY_MS, value }));

/** A generator of the same numbers each time, 0 to 1 (Park and Miller). */
function numbers(seed: number): () => number {
  let at = seed;
  return () => (at = (at * 48_271) % 2_147_483_647) / 2_147_483_647;
}

describe('a trend', () => {
  it('is the slope of readings on a line, with no doubt', () => {
    const trend = trendOf(days([10, 12, 14, 16, 18, 20, 22]))!;
    expect(trend).toMatchObject({ perDay: 2, perDayLow: 2, perDayHigh: 2, level: 22, spread: 0 });
    expect(reaches(trend, 42)).toEqual({
      at: START + 16 * DAY_MS,
      earliest: START + 16 * DAY_MS,
      latest: START + 16 * DAY_MS,
    });
  });

  it('is not turned by a day that stands out', () => {
    const values = Array.from({ length: 30 }, (_, i) => 100 + 3 * i);
    values[29] = 5_000;
    expect(trendOf(days(values))!.perDay).toBeCloseTo(3);
  });

  it('is not said of few days', () => {
    expect(trendOf(days([1, 2, 3, 4]))).toBeUndefined();
  });

  it('of what does not grow comes to no limit', () => {
    const flat = trendOf(days([7, 7, 7, 7, 7, 7]))!;
    expect(reaches(flat, 100)).toEqual({ at: undefined, earliest: undefined, latest: undefined });
  });

  it('is at its limit now when it is over it', () => {
    const trend = trendOf(days([5, 6, 7, 8, 9, 10]))!;
    expect(reaches(trend, 8).at).toBe(trend.at);
  });

  it('says of shaky readings that it may be never', () => {
    const random = numbers(3);
    const trend = trendOf(days(Array.from({ length: 12 }, (_, i) => 100 + 0.05 * i + 40 * random())))!;
    expect(trend.perDayLow).toBeLessThan(0);
    expect(reaches(trend, 300).latest).toBeUndefined();
  });

  it('counts single high days where those meet the limit', () => {
    const values = Array.from({ length: 28 }, (_, i) => (i % 7 === 5 ? 180 : 100) + i);
    const trend = trendOf(days(values))!;
    expect(trend.spread).toBeGreaterThan(60);
    expect(reaches(trend, 220, { withSpread: true }).at!).toBeLessThan(reaches(trend, 220).at!);
  });

  it('holds the true slope in about 19 of 20 cases', () => {
    const random = numbers(11);
    const normal = () => Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
    let held = 0;
    for (let round = 0; round < 400; round += 1) {
      const { perDayLow, perDayHigh } = trendOf(
        days(Array.from({ length: 20 }, (_, i) => 50 + 4 * i + 15 * normal())),
      )!;
      if (perDayLow <= 4 && 4 <= perDayHigh) held += 1;
    }
    expect(held / 400).toBeGreaterThan(0.92);
    expect(held / 400).toBeLessThan(0.99);
  });
});

it('takes one reading of each day, the last', () => {
  const readings = [3, 1, 2].map((hour) => ({ at: START + hour * 3_600_000, value: hour }));
  expect(daily([...readings, { at: START + DAY_MS, value: 9 }]).map((r) => r.value)).toEqual([3, 9]);
});
