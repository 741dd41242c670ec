/**
 * The crash test: worker, web and database are killed at random moments while a shop's events come in and messages go out. At the
 * end all that was accepted must be at the mail server, under one Message-ID each, and nothing may be on record as sent that is not.
 * In a cluster, two workers go on while things happen to the nodes of the database (`victims.ts`).
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { createWriteStream } from 'node:fs';
import { join, resolve } from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { RETAIL } from '../demo/quillwick';
import { signedOrder } from '../demo/shop';
import { Galera } from '../ops/galera';
import { startMariaDb, type MariaDb } from '../ops/mariadb';
import { programArguments } from '../ops/program';
import { setUp } from '../ops/setting';
import { sendToSink, startSink } from './planted';
import { OF_DATABASE, oneOf, strikes, VICTIMS, type Victim } from './victims';
import type { Ports } from '../standins/ports';

export interface CrashOptions {
  rounds: number;
  /** Each makes one message to a customer and those to staff. */
  events: number;
  basePort: number;
  /** With three nodes of a database instead of one. */
  cluster?: boolean;
  /** Told after each round. */
  progress?: (round: number, victim: string) => void;
}

export interface CrashCounts {
  kills: Record<Victim, number>;
  events: number;
  deliveries: number;
  /** Events that were answered with success and have not the deliveries others have. */
  eventsWithout: number;
  /** Deliveries that are not accepted in the end. */
  unsent: number;
  /** On record as accepted, and not at the mail server. */
  missing: number;
  /** At the mail server under a Message-ID that no delivery has. */
  strange: number;
  /** Copies beyond the first, under the same Message-ID. */
  repeats: number;
  /** Of those, such as the record cannot explain: it shows no attempt that was under way. */
  unexplained: number;
  /** The most there may be: what the worker can have under way, for each time it or the database was killed. */
  mayRepeat: number;
}

const SLOTS = 8;
const LEASE_MS = 4_000;
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

export async function crash({
  rounds,
  events,
  basePort,
  cluster = false,
  progress,
}: CrashOptions): Promise<CrashCounts> {
  const dataDir = resolve(`.libellus/bench-crash${cluster ? '-cluster' : ''}`);
  const { child: sink, port } = await startSink([0, 40]);
  const galera = cluster
    ? await Galera.start({
        dir: `/var/tmp/libellus-crash-${basePort}`,
        port: basePort + 40,
        logs: `/var/tmp/libellus-crash-${basePort}/logs`,
        smallDisk: true,
      })
    : undefined;
  await galera?.makeDatabase('libellus');
  const { env, ports, eventsKey } = await prepare(dataDir, basePort, port, galera?.url('libellus')).catch(
    async (error: unknown) => {
      await galera?.stop();
      if (sink.connected) sink.disconnect();
      throw error;
    },
  );
  const running = new Map<string, ChildProcess>();
  const struck = new Set<ChildProcess>();
  const endedByThemselves: string[] = [];
  let mariadb: MariaDb | undefined;
  const log = createWriteStream(join(dataDir, 'logs', 'crash.log'));
  const launch = (name: string, args: string[], more: Record<string, string> = {}): void => {
    const child = spawn(process.execPath, args, { env: { ...process.env, ...env, ...more } });
    child.stdout.pipe(log, { end: false });
    child.stderr.pipe(log, { end: false });
    running.set(name, child);
    child.once('exit', () => {
      if (running.get(name) !== child || struck.has(child)) return;
      // It ended by itself, as one does whose event loop stands still for a lease; whoever supervises it starts it again.
      endedByThemselves.push(name);
      launch(name, args, more);
    });
  };
  const startWeb = (): void =>
    launch('web', programArguments('src/server/web/main.ts'), {
      NODE_ENV: 'production',
      LIBELLUS_WEB_PORT: String(ports.web),
    });
  const startWorker = (name: string): void =>
    launch(name, [
      '--import',
      resolve('bench/jumping-clock.mjs'),
      ...programArguments('src/server/processes/worker.ts'),
    ]);
  const start = (name: string): void => (name === 'web' ? startWeb() : startWorker(name));
  const workers = cluster ? ['worker', 'other worker'] : ['worker'];
  const ended = async (name: string, by: NodeJS.Signals): Promise<void> => {
    const child = running.get(name)!;
    struck.add(child);
    const gone = once(child, 'exit');
    child.kill(by);
    await gone;
  };
  const killed = (name: string): Promise<void> => ended(name, 'SIGKILL');
  const { victims, strike } = strikes({
    ...{ workers, galera, ended, start },
    signal: (name, signal) => void running.get(name)!.kill(signal),
    database: {
      kill: async () => {
        const gone = once(mariadb!.process, 'exit');
        mariadb!.process.kill('SIGKILL');
        await gone;
      },
      begin: async () => {
        mariadb = await startMariaDb(dataDir, ports.database);
      },
    },
  });
  try {
    if (!galera) mariadb = await startMariaDb(dataDir, ports.database);
    startWeb();
    for (const name of workers) startWorker(name);

    const kills = Object.fromEntries(VICTIMS.map((victim) => [victim, 0])) as CrashCounts['kills'];
    let restarting: Promise<void> = Promise.resolve();
    const answered = { count: 0 };
    const posting: Promise<void>[] = [];
    let posted = 0;
    for (let round = 1; round <= rounds; round += 1) {
      await restarting;
      const before = answered.count;
      while (posted < Math.round((events * round) / rounds)) {
        posted += 1;
        posting.push(
          post(`${env.LIBELLUS_URL}/api/v1/events`, eventsKey, posted).then(() => void (answered.count += 1)),
        );
      }
      // In the middle of it: some are in, the rest are on their way, and so are messages.
      await until(() => answered.count > before || answered.count === posted);
      await pause(Math.random() * 400);
      const victim = (cluster && victims[round - 1]) || oneOf(victims);
      const back = await strike[victim]!();
      kills[victim] += 1;
      restarting = Promise.resolve(back());
      progress?.(round, victim);
    }
    await restarting;
    await Promise.all(posting);

    Object.assign(process.env, env);
    const { database, closeDatabase } = await import('../src/server/db/client');
    const t = await import('../src/server/db/schema');
    const db = database();
    const ours = sql`${t.deliveries.orderNumber} like 'CRASH-%'`;
    const open = async (): Promise<number> => {
      const [row] = await db
        .select({ n: sql<number>`count(*)` })
        .from(t.deliveries)
        .where(sql`${ours} and ${t.deliveries.state} <> 'accepted'`);
      return Number(row!.n);
    };
    const deadline = Date.now() + 120_000;
    while ((await open()) > 0 && Date.now() < deadline) await pause(250);
    const rows = await db
      .select({ order: t.deliveries.orderNumber, state: t.deliveries.state, messageId: t.deliveries.messageId })
      .from(t.deliveries)
      .where(ours);
    // What the record says was sent, or may have been: its process ended before it could say what came of it. An attempt that a worker made
    // while the database did not answer stands there once it does, beside that of the worker that had claimed the message since.
    const shown = await db
      .select({ messageId: t.deliveries.messageId, n: sql<number>`count(*)` })
      .from(t.attempts)
      .innerJoin(t.deliveries, eq(t.deliveries.id, t.attempts.deliveryId))
      .where(sql`${ours} and (${t.attempts.endedAt} is null or ${t.attempts.state} = 'accepted')`)
      .groupBy(t.deliveries.messageId);
    await closeDatabase();

    sink.send('tell');
    const [{ taken }] = (await once(sink, 'message')) as [{ taken: string[] }];
    const at = new Set(taken);
    const known = new Set(rows.map((r) => r.messageId));
    const perOrder = new Map<string, number>();
    for (const { order } of rows) perOrder.set(order, (perOrder.get(order) ?? 0) + 1);
    const usual = Math.max(...perOrder.values());
    return {
      kills,
      events,
      deliveries: rows.length,
      eventsWithout: events - [...perOrder.values()].filter((n) => n === usual).length,
      unsent: rows.filter((r) => r.state !== 'accepted').length,
      missing: rows.filter((r) => r.state === 'accepted' && !at.has(r.messageId)).length,
      strange: [...at].filter((id) => !known.has(id)).length,
      repeats: taken.length - at.size,
      unexplained: unexplained(taken, new Map(shown.map((b) => [b.messageId, Number(b.n)]))),
      mayRepeat:
        SLOTS *
        (kills.worker +
          endedByThemselves.filter((name) => workers.includes(name)).length +
          workers.length * OF_DATABASE.reduce((sum, victim) => sum + kills[victim], 0)),
    };
  } finally {
    for (const [name, child] of running) if (child.exitCode === null && child.signalCode === null) await killed(name);
    await galera?.stop();
    await mariadb?.stop();
    if (sink.connected) sink.disconnect();
  }
}

/** Copies that arrived of which the record shows no attempt that took place or was under way. */
function unexplained(taken: readonly string[], shown: ReadonlyMap<string, number>): number {
  const copies = new Map<string, number>();
  for (const id of taken) copies.set(id, (copies.get(id) ?? 0) + 1);
  return [...copies].reduce((sum, [id, n]) => sum + Math.max(0, n - (shown.get(id) ?? 0)), 0);
}

/** The demo's store, with one service that leads to the sink, and nothing of its past on the way. */
async function prepare(
  dataDir: string,
  basePort: number,
  sinkPort: number,
  databaseUrl?: string,
): Promise<{ env: Record<string, string>; ports: Ports; eventsKey: string }> {
  const setting = await setUp({
    ...{ basePort, dataDir, demo: true, reset: true, web: false, worker: false },
    ...(databaseUrl && { databaseUrl }),
  });
  try {
    const { database, closeDatabase } = await import('../src/server/db/client');
    const t = await import('../src/server/db/schema');
    const db = database();
    await sendToSink({ db, t, storeId: RETAIL.id, port: sinkPort });
    await db.delete(t.deliveries).where(sql`${t.deliveries.state} in ('planned', 'deferred', 'held')`);
    await closeDatabase();
    return {
      env: { ...setting.env, LIBELLUS_LEASE_MS: String(LEASE_MS), LIBELLUS_DNS: '' },
      ports: setting.ports,
      eventsKey: setting.demo!.eventsKey,
    };
  } finally {
    await setting.end();
  }
}

/** Posts an event until it is answered with success, as a shop system does: the same event again when it was not. */
async function post(url: string, key: string, serial: number): Promise<void> {
  for (;;) {
    const { body, headers } = signedOrder(key, `CRASH-${serial}`, `reader${serial}@crash.example`);
    const status = await fetch(url, {
      method: 'POST',
      body,
      headers,
      signal: AbortSignal.timeout(10_000),
    }).then(
      (response) => response.status,
      () => 0,
    );
    if (status >= 200 && status < 300) return;
    if (status >= 400 && status < 500 && status !== 429) throw new Error(`The event was refused with ${status}.`);
    await pause(200 + Math.random() * 200);
  }
}

async function until(holds: () => boolean): Promise<void> {
  const deadline = Date.now() + 60_000;
  while (!holds()) {
    if (Date.now() > deadline) throw new Error('Nothing came in for a minute; see .libellus/bench-crash/logs.');
    await pause(20);
  }
}

/** What is wrong, in words; empty when all is as it must be. */
export function faultsOf(c: CrashCounts): string[] {
  return [
    ...(c.eventsWithout > 0 ? [`${c.eventsWithout} events lack messages`] : []),
    ...(c.unsent > 0 ? [`${c.unsent} messages were never sent`] : []),
    ...(c.missing > 0 ? [`${c.missing} are on record as sent and did not arrive`] : []),
    ...(c.strange > 0 ? [`${c.strange} arrived under another Message-ID`] : []),
    ...(c.unexplained > 0 ? [`${c.unexplained} repeats of which the record shows no attempt`] : []),
    ...(c.repeats > c.mayRepeat ? [`${c.repeats} repeats, at most ${c.mayRepeat} can have been under way`] : []),
  ];
}
