/**
 * Eight hours of a shop in a few minutes, with the clock wound on: orders come in, messages go out and come due, colleagues look at
 * screens. Says whether memory, open files or connections to the database grow meanwhile.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { sql } from 'drizzle-orm';
import { DEMO_PASSWORD, RETAIL } from '../demo/quillwick';
import { signedOrder } from '../demo/shop';
import { setUp } from '../ops/setting';
import type { Row } from './measure';
import { sendToSink, startSink } from './planted';

const HOURS = 8;
const MINUTES = 4;
const ORDERS_A_SECOND = 6;
const SCREENS = ['today', 'orders', 'deliveries', 'journey', 'customers', 'languages', 'rehearsal', 'routing'];
const SAMPLE_MS = 2_000;
/** What was read later against what was read before, at most. */
const GROWTH = 1.1;
const PORT = 5_950;

interface Reading {
  /** Of each process: memory it has, MB, and open files and connections. */
  processes: Map<string, { memory: number; files: number }>;
  connections: number;
}

export async function benchSoak(): Promise<{ rows: Row[]; notes: string[] }> {
  process.env.LIBELLUS_LOG = 'silent';
  const sink = await startSink([150, 450]);
  const setting = await setUp({ basePort: PORT, dataDir: resolve('.libellus/bench-soak'), demo: true, reset: true });
  try {
    const { database, closeDatabase } = await import('../src/server/db/client');
    const { windClock } = await import('../src/server/db/demo-clock');
    const t = await import('../src/server/db/schema');
    await sendToSink({ db: database(), t, storeId: RETAIL.id, port: sink.port });
    const cookie = await signedIn(setting.url);
    const readings: Reading[] = [];
    const counts = { orders: 0, screens: 0, refused: 0 };
    const until = performance.now() + MINUTES * 60_000;
    const going = async (everyMs: number, work: () => Promise<unknown>): Promise<void> => {
      while (performance.now() < until) {
        const next = performance.now() + everyMs;
        await work();
        await new Promise((again) => setTimeout(again, Math.max(0, next - performance.now())));
      }
    };
    const order = async (): Promise<void> => {
      counts.orders += 1;
      const reader = `reader${counts.orders}@postbox.example`;
      const { body, headers } = signedOrder(setting.demo!.eventsKey, `SOAK-${counts.orders}`, reader);
      const { ok } = await fetch(`${setting.url}/api/v1/events`, { method: 'POST', body, headers });
      if (!ok) counts.refused += 1;
    };
    const screen = async (): Promise<void> => {
      const path = SCREENS[counts.screens % SCREENS.length]!;
      counts.screens += 1;
      const answer = await fetch(`${setting.url}/s/${RETAIL.id}/${path}`, { headers: { cookie } });
      if (!(await answer.text()).includes('</main>')) throw new Error(`The screen ${path} did not come.`);
    };
    const read = async (): Promise<void> => {
      const [rows] = (await database().execute(sql`show global status like 'Threads_connected'`)) as unknown as [
        { Value: string }[],
      ];
      readings.push({ processes: ourProcesses(), connections: Number(rows[0]!.Value) });
    };
    await Promise.all([
      going(1_000 / ORDERS_A_SECOND, order),
      going(1_000, screen),
      going(1_000, () => windClock(Math.round((HOURS * 3_600_000) / (MINUTES * 60)))),
      going(SAMPLE_MS, read),
    ]);
    const [sent] = (await database().execute(
      sql`select count(*) as n, sum(state = 'accepted') as sent from delivery where order_number like 'SOAK-%'`,
    )) as unknown as [{ n: number; sent: string }[]];
    await closeDatabase();
    return { rows: [], notes: [...told(readings), loadOf(counts, Number(sent[0]!.sent), Number(sent[0]!.n))] };
  } finally {
    await setting.end();
    sink.child.disconnect();
  }
}

/** Signs an owner in; answers with what their browser keeps. */
async function signedIn(url: string): Promise<string> {
  const answer = await fetch(`${url}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: url },
    body: JSON.stringify({ email: 'marta@quillwick.example', password: DEMO_PASSWORD }),
  });
  if (!answer.ok) throw new Error(`Signing in was answered with ${answer.status}.`);
  return answer.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ');
}

/** The processes of the setting that serve, by name. */
function ourProcesses(): Reading['processes'] {
  const found: Reading['processes'] = new Map();
  for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name))) {
    try {
      const status = readFileSync(`/proc/${pid}/status`, 'utf8');
      if (Number(/^PPid:\s*(\d+)/m.exec(status)?.[1]) !== process.pid) continue;
      const name = /src\/server\/(?:web|processes)\/(\w+)\.[jt]s/.exec(
        readFileSync(`/proc/${pid}/cmdline`, 'utf8'),
      )?.[1];
      if (!name) continue;
      const memory = Number(/^VmRSS:\s*(\d+)/m.exec(status)?.[1]) / 1_024;
      found.set(name === 'main' ? 'web' : name, { memory, files: readdirSync(`/proc/${pid}/fd`).length });
    } catch {
      // It has ended meanwhile.
    }
  }
  return found;
}

const median = (list: readonly number[]): number => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

/** The second quarter against the last: what a process takes up in the first is what it needs. */
function told(readings: readonly Reading[]): string[] {
  const part = (from: number): readonly Reading[] =>
    readings.slice(Math.floor(readings.length * from), Math.floor(readings.length * (from + 0.25)));
  const [early, late] = [part(0.25), part(0.75)];
  const line = (what: string, of: (r: Reading) => number, unit = ''): string => {
    const [before, after] = [early, late].map((rs) => median(rs.map(of))) as [number, number];
    const ratio = after / before;
    return `${what}: ${before.toFixed(0)}${unit} in the second quarter, ${after.toFixed(0)}${unit} in the last (${ratio.toFixed(2)}x; at most ${GROWTH}x is wanted: ${ratio <= GROWTH ? 'reached' : 'not reached'})`;
  };
  const names = [...(readings.at(-1)?.processes.keys() ?? [])];
  return [
    ...names.flatMap((name) => [
      line(`Memory of the ${name}`, (r) => r.processes.get(name)?.memory ?? 0, ' MB'),
      line(`Open files of the ${name}`, (r) => r.processes.get(name)?.files ?? 0),
    ]),
    line('Connections to the database', (r) => r.connections),
  ];
}

const loadOf = (
  { orders, screens, refused }: { orders: number; screens: number; refused: number },
  sent: number,
  planned: number,
): string =>
  `${HOURS} hours in ${MINUTES} minutes: ${orders} orders (${refused} refused), ${sent} of ${planned} messages of them sent, ${screens} screens.`;
