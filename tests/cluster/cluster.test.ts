/** Three nodes of one database, a web process and two workers: what becomes of messages whatever happens to them. */
import { crashTest } from '../crashes';

/** Each thing that can happen, once. */
const ROUNDS = 11;
const EVENTS = 110;

it('loses nothing and sends nothing unexplained twice while nodes, workers and the web come and go', async () => {
  const counts = await crashTest(...['--cluster', '--rounds', ROUNDS, '--events', EVENTS, '--port', 5_830].map(String));
  // A full disk is one only where this machine lets us make a small one.
  const { 'full disk': full, ...always } = counts.kills;
  expect(full + Object.values(always).reduce((sum, n) => sum + n, 0)).toBe(ROUNDS);
  expect(Object.entries(always).filter(([, times]) => times === 0)).toEqual([]);
  expect(counts.events).toBe(EVENTS);
  expect(counts.deliveries).toBeGreaterThanOrEqual(2 * EVENTS);
  expect(counts.faults).toEqual([]);
}, 600_000);
