/**
 * What more workers bring, measured, and what a simulation with the costs measured here says of it and of what two cores cannot show: a
 * million messages a day, ten million, a sale at noon.
 */
import { fork, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { readdirSync, readFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { resolve } from 'node:path';
import { inArray, sql } from 'drizzle-orm';
import type { Row } from './measure';
import { CONNECTIONS, holds, startSink, storeWithSink } from './planted';
import { arrivals, simulate, type Costs, type Machine, type Outcome, type Setting } from './sim/simulate';

/** Messages that workers share, and how long the server takes over each, ms, at least and at most: what a worker waits for is the line. */
const SHARED = 900;
const TAKES: [number, number] = [150, 450];
/** Messages by which the costs are measured, with a server that takes no time. */
const MEASURED = 1_200;
/** Each worker sends about so many before anything is measured: its first messages cost seconds, which a worker that runs for days pays once. */
const WARMING = 80;
const WORKERS = [1, 2, 3, 4];
/** Messages under way at once in a worker (`worker/worker.ts`). */
const SLOTS = 8;
/** A tick of /proc, ms. */
const TICK_MS = 10;

interface Run {
  rate: number;
  /** ms of cores that each took. */
  worker: number;
  database: number;
  receiver: number;
}

export async function benchGrowth(): Promise<{ rows: Row[]; notes: string[] }> {
  const quick = await startSink();
  const store = await storeWithSink({ basePort: 5_970, folder: 'bench-growth', port: quick.port });
  const slow = await startSink(TAKES);
  try {
    const run = await runner(store, quick);
    const one = await run(1, MEASURED, quick);
    const costs: Costs = {
      worker: one.worker / MEASURED,
      database: one.database / MEASURED,
      receiver: one.receiver / MEASURED,
      commit: await commitMs(store),
    };
    const measured: number[] = [];
    for (const workers of WORKERS) measured.push((await run(workers, SHARED, slow)).rate);
    slow.child.send('taken');
    const [{ taken }] = (await once(slow.child, 'message')) as [{ taken: string[] }];
    const doubled = taken.length - new Set(taken).size;
    const two = await run(2, MEASURED, quick);
    const predicted = WORKERS.map((workers) => here(costs, workers).rate);
    return {
      rows: [
        ...WORKERS.slice(1).map((workers, i) => ({
          what: `${workers} worker processes, against one, with a server that takes ${TAKES.join(' to ')} ms over a message`,
          ours: measured[i + 1]!,
          theirs: measured[0]!,
          ...(workers === 2 && { atLeast: 1.95 }),
        })),
        ...WORKERS.map((workers, i) => ({
          what: `simulated, against measured, with ${workers} worker${workers > 1 ? 's' : ''} (1 is right; 0.8 to 1.2 is wanted)`,
          ours: predicted[i]!,
          theirs: measured[i]!,
        })),
        ...[one, two].map(({ rate }, i) => ({
          what: `simulated, against measured, with ${i + 1} worker${i > 0 ? 's' : ''} and a server that takes no time`,
          ours: atOnce(costs, i + 1).rate,
          theirs: rate,
        })),
      ],
      notes: [
        `Of ${taken.length} messages sent by one to four workers, ${doubled} went twice.`,
        `A message costs ${costs.worker.toFixed(2)} ms of a worker, ${costs.database.toFixed(2)} ms of the database, ${costs.receiver.toFixed(2)} ms of the server here; a commit takes ${costs.commit.toFixed(2)} ms.`,
        ...scenarios(costs),
      ],
    };
  } finally {
    quick.child.disconnect();
    slow.child.disconnect();
    await store.end();
  }
}

type Sink = Awaited<ReturnType<typeof startSink>>;
type Store = Awaited<ReturnType<typeof storeWithSink>>;

/** What runs some workers, in processes of their own, until so many messages are sent to a server. */
async function runner({ db, t, storeId, dataDir, plant }: Store, quick: Sink) {
  const database = processWith(dataDir);
  /** Makes so many due at once, and waits until the server has all of them and that is written down. Returns how long it had them, ms. */
  const sendsAll = async (count: number, sink: Sink): Promise<number> => {
    const mine = inArray(t.deliveries.id, await plant(count, new Date(Date.now() + 86_400_000)));
    const had = await countOf(sink);
    await db.update(t.deliveries).set({ dueAt: new Date() }).where(mine);
    const began = performance.now();
    // The server is asked, and not the database, which has enough to do.
    await holds(async () => (await countOf(sink)) >= had + count);
    const took = performance.now() - began;
    await holds(async () => {
      const [left] = await db
        .select({ n: sql<number>`count(*)` })
        .from(t.deliveries)
        .where(sql`${mine} and ${t.deliveries.state} <> 'accepted'`);
      return Number(left!.n) === 0;
    });
    return took;
  };
  return async (workers: number, count: number, sink: Sink): Promise<Run> => {
    await db
      .update(t.services)
      .set({ port: sink.port })
      .where(sql`${t.services.storeId} = ${storeId}`);
    await db.delete(t.heartbeats);
    const children = Array.from({ length: workers }, () =>
      fork(resolve('dist/src/server/processes/worker.js'), { execArgv: [], env: process.env, silent: true }),
    );
    await holds(async () => (await db.select().from(t.heartbeats)).length === workers);
    await sendsAll(workers * WARMING, sink);
    const took = (): number[] => [
      children.reduce((sum, child) => sum + coresOf(child.pid!), 0),
      coresOf(database),
      coresOf(quick.child.pid!),
    ];
    const before = took();
    const rate = count / ((await sendsAll(count, sink)) / 1_000);
    const [worker, ofDatabase, receiver] = took().map((ms, i) => ms - before[i]!);
    for (const child of children) child.kill('SIGTERM');
    await Promise.all(children.map((child: ChildProcess) => once(child, 'exit')));
    return { rate, worker: worker!, database: ofDatabase!, receiver: receiver! };
  };
}

async function countOf({ child }: Sink): Promise<number> {
  child.send('count');
  const [{ count }] = (await once(child, 'message')) as [{ count: number }];
  return count;
}

/** How long a process has had a core so far, ms (proc(5): utime and stime). */
function coresOf(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ');
  return (Number(fields[11]) + Number(fields[12])) * TICK_MS;
}

/** The database server that works in a folder. */
function processWith(folder: string): number {
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    try {
      const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8');
      if (command.includes('mariadbd') && command.includes(folder)) return Number(pid);
    } catch {
      // It has ended meanwhile.
    }
  }
  throw new Error(`No database server works in ${folder}.`);
}

/** How long a small transaction takes to be on disk, ms: half of fifty. */
async function commitMs({ db, t }: Store): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < 50; i += 1) {
    const began = performance.now();
    await db
      .insert(t.installation)
      .values({ name: 'bench', value: String(i) })
      .onDuplicateKeyUpdate({ set: { value: String(i) } });
    times.push(performance.now() - began);
  }
  return times.sort((a, b) => a - b)[25]!;
}

const at = (count: number): number[] => Array<number>(count).fill(0);

const MINUTE = 60_000;
/** So long a service takes over a message, ms. */
const service = (): number => TAKES[0] + Math.random() * (TAKES[1] - TAKES[0]);

/** All on this machine, as it was measured. */
const machineHere = (workers: number): Machine => ({ cores: cpus().length, workers, database: true, receiver: true });

const here = (costs: Costs, workers: number): Outcome =>
  simulate({ machines: [machineHere(workers)], costs, slots: SLOTS, lines: CONNECTIONS, latency: service }, at(SHARED));

const atOnce = (costs: Costs, workers: number): Outcome =>
  simulate(
    { machines: [machineHere(workers)], costs, slots: SLOTS, lines: CONNECTIONS, latency: () => 0 },
    at(MEASURED),
  );

interface Scenario {
  what: string;
  due: () => number[];
  /** All of it is sent so long after the last was due, ms, and 95 of 100 within so long of being due. */
  within: number;
}

/** Ten minutes at three times the day's mean: mail comes when people buy. */
const busiest = (aDay: number): number[] => arrivals(Math.round((aDay / 144) * 3), 10 * MINUTE);

const SCENARIOS: readonly Scenario[] = [
  { what: 'A million a day, its busiest ten minutes', due: () => busiest(1e6), within: MINUTE },
  { what: 'Ten million a day, its busiest ten minutes', due: () => busiest(1e7), within: MINUTE },
  {
    what: 'A sale at noon, 50,000 orders in ten minutes with two messages each',
    due: () => arrivals(100_000, 10 * MINUTE),
    within: 15 * MINUTE,
  },
];

/** The fewest workers with which each is done in time, two to a machine of two cores; the database has a machine of four. */
function scenarios(costs: Costs): string[] {
  return SCENARIOS.map(({ what, due, within }) => {
    const times = due();
    // With fewer lines than are in use at any time it never ends.
    const inUse = (times.length / (times.at(-1)! / 1_000)) * 0.3;
    const fewest = within > MINUTE ? 1 : Math.max(1, Math.floor(inUse / (2 * SLOTS)));
    for (let machines = fewest; machines <= 400; machines = Math.ceil(machines * 1.15)) {
      const setting: Setting = {
        machines: [
          ...Array.from({ length: machines }, () => ({ cores: 2, workers: 2 })),
          { cores: 4, workers: 0, database: true },
        ],
        ...{ costs, slots: SLOTS, lines: SLOTS, latency: service },
      };
      const { last, most, database } = simulate(setting, times);
      if (most > within || last > times.at(-1)! + within) continue;
      const minutes = (last / MINUTE).toFixed(1);
      return `${what}: ${machines} machines of two cores with two workers each (${machines * 2 * SLOTS} lines to services that take 300 ms), the database on four cores ${Math.round(database * 100)} % busy; 95 of 100 messages are gone within ${(most / 1_000).toFixed(1)} s, the last after ${minutes} min.`;
    }
    return `${what}: not with 800 workers; the database on four cores is the end of it.`;
  });
}
