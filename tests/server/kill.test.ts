import { crashTest } from '../crashes';

const ROUNDS = 16;
const EVENTS = 120;

it('loses nothing when worker, web and database are killed at random moments', async () => {
  // Clear of the ports of the other tests.
  const port = Number(process.env.LIBELLUS_TEST_SMTP) - 4 + 60;
  const counts = await crashTest(...['--rounds', ROUNDS, '--events', EVENTS, '--port', port].map(String));
  const { worker, web, database, clock } = counts.kills;
  expect(worker + web + database + clock).toBe(ROUNDS);
  expect(counts.deliveries).toBeGreaterThanOrEqual(2 * EVENTS);
  expect(counts.faults).toEqual([]);
}, 400_000);
