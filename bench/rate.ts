/** How many messages a second one worker sends, in a process of its own: with one database, or with `--cluster` on three nodes. Prints it as JSON. */
import { sql } from 'drizzle-orm';
import { Galera } from '../ops/galera';
import { startSink, storeWithSink } from './planted';

const MESSAGES = 1_000;
const TURNS = 3;
const PORT = 5_990;

const sink = await startSink();
const galera = process.argv.includes('--cluster')
  ? await Galera.start({ dir: '/var/tmp/libellus-rate', port: PORT + 40, logs: '/var/tmp/libellus-rate/logs' })
  : undefined;
try {
  await galera?.makeDatabase('libellus');
  const store = await storeWithSink({
    ...{ basePort: PORT, folder: 'bench-rate', port: sink.port },
    ...(galera && { databaseUrl: galera.url('libellus') }),
  });
  const { Worker } = await import('../src/server/worker/worker');
  const worker = new Worker();
  const rates: number[] = [];
  // The first turn warms up.
  for (let turn = 0; turn <= TURNS; turn += 1) {
    await store.plant(MESSAGES, new Date());
    const began = performance.now();
    while ((await worker.round()) > 0);
    if (turn > 0) rates.push(MESSAGES / ((performance.now() - began) / 1_000));
    const left = await store.db.$count(store.t.deliveries, sql`state in ('planned', 'deferred', 'sending')`);
    if (left > 0) throw new Error(`${left} messages were not sent.`);
  }
  worker.stop();
  await store.end();
  console.log(JSON.stringify({ rate: rates.sort((a, b) => a - b)[Math.floor(TURNS / 2)] }));
} finally {
  sink.child.disconnect();
  await galera?.stop();
}
