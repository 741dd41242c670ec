/** The simulation of sending against what can be worked out by hand, or is known of queues. */
import { arrivals, simulate, type Setting } from '../../bench/sim/simulate';

const SETTING: Setting = {
  machines: [{ cores: 64, workers: 1 }],
  costs: { worker: 10, database: 0, receiver: 0, commit: 0 },
  slots: 8,
  lines: 4,
  latency: () => 0,
};
const at = (count: number): number[] => Array<number>(count).fill(0);

/** The same numbers each time, 0 to 1 (Park and Miller). */
function numbers(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
}

it('a worker is one thread: 10 ms a message are 100 a second, however many slots and cores', () => {
  expect(simulate(SETTING, at(500)).rate).toBeCloseTo(100, 0);
});

it('two workers on one core are as fast as one, and on two cores twice as fast', () => {
  const of = (cores: number) => simulate({ ...SETTING, machines: [{ cores, workers: 2 }] }, at(500)).rate;
  expect(of(1)).toBeCloseTo(100, 0);
  expect(of(2)).toBeCloseTo(200, 0);
});

it('a server that takes long is waited for on all lines at once', () => {
  const costs = { ...SETTING.costs, worker: 0.001 };
  const slow = simulate({ ...SETTING, costs, latency: () => 200 }, at(400));
  expect(slow.rate).toBeCloseTo(4 / 0.2, 0);
  // No more lines are used than there are slots.
  const many = simulate({ ...SETTING, costs, lines: 50, latency: () => 200 }, at(400));
  expect(many.rate).toBeCloseTo(8 / 0.2, 0);
});

it('a database on the machine of its workers takes its share of the cores', () => {
  const costs = { worker: 10, database: 10, receiver: 0, commit: 0 };
  const beside = simulate({ ...SETTING, costs, machines: [{ cores: 1, workers: 1, database: true }] }, at(500));
  expect(beside.rate).toBeCloseTo(50, 0);
  expect(beside.database).toBeCloseTo(1, 1);
  const apart = simulate(
    {
      ...{ ...SETTING, costs },
      machines: [
        { cores: 1, workers: 1 },
        { cores: 2, workers: 0, database: true },
      ],
    },
    at(500),
  );
  expect(apart.rate).toBeCloseTo(100, 0);
  expect(apart.database).toBeCloseTo(0.5, 1);
});

it('waits as long as theory says of one server with fixed work (Pollaczek and Khinchine)', () => {
  const random = numbers(5);
  // 70 a second at 10 ms each: the mean wait before service is 0.7 · 10 / (2 · 0.3) = 11.7 ms; half of them wait less.
  const due = arrivals(60_000, (60_000 / 70) * 1_000, random);
  const setting = { ...SETTING, slots: 1, lines: 1 };
  const { half, most } = simulate(setting, due);
  expect(half).toBeGreaterThan(10 + 5);
  expect(half).toBeLessThan(10 + 11.7);
  expect(most).toBeGreaterThan(10 + 3 * 11.7 * 0.8);
  expect(most).toBeLessThan(10 + 4.5 * 11.7);
});

it('loses nothing, and ends when the last is done', () => {
  const { last, rate } = simulate({ ...SETTING, costs: { ...SETTING.costs, commit: 5 } }, [0, 1_000]);
  expect(last).toBeCloseTo(1_000 + 10 + 2 * 5);
  expect(rate).toBeCloseTo(2 / 1.02, 1);
});
