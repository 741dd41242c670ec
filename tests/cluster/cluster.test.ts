/** Three nodes of one database, a web process and two workers: what becomes of messages when nodes are killed, cut off, and all gone at once. */
import { crashTest } from '../crashes';

/** Each kind of end once. */
const ROUNDS = 5;
const EVENTS = 60;

it('loses nothing and sends nothing unexplained twice while nodes, workers and the web come and go', async () => {
  const counts = await crashTest(...['--cluster', '--rounds', ROUNDS, '--events', EVENTS, '--port', 5_830].map(String));
  expect(counts.kills).toEqual({ node: 1, 'cut off': 1, worker: 1, database: 1, web: 1 });
  expect(counts.events).toBe(EVENTS);
  expect(counts.deliveries).toBeGreaterThanOrEqual(2 * EVENTS);
  expect(counts.faults).toEqual([]);
}, 400_000);
