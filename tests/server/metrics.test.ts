/** Figures for programs that watch, health for whoever spreads requests, and parts that run apart. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { connect, createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { GET as live } from '@/app/api/health/live/route';
import { GET as readiness } from '@/app/api/health/ready/route';
import { GET as figures } from '@/app/metrics/route';
import { handleEvent } from '@/server/api/events';
import { config } from '@/server/base/config';
import { database } from '@/server/db/client';
import { heartbeats } from '@/server/db/schema';
import { beat } from '@/server/operations/heartbeat';
import { startDraining } from '@/server/operations/health';
import { setUp } from '../../ops/setting';
import { connectService, useDatabase } from './fixture';
import { drain, order, reader } from './orders';

useDatabase();

const KEY = 'a key for figures';
const ask = (authorization?: string) =>
  figures(new Request('http://x.example/metrics', authorization === undefined ? {} : { headers: { authorization } }));

/** The figures by name and labels, as a program that gathers them reads them. */
async function gathered(): Promise<Map<string, number>> {
  const response = await ask(`Bearer ${KEY.replaceAll(' ', '-')}`);
  expect(response.status).toBe(200);
  const lines = (await response.text()).split('\n').filter((l) => l !== '' && !l.startsWith('#'));
  return new Map(lines.map((l) => [l.slice(0, l.lastIndexOf(' ')), Number(l.slice(l.lastIndexOf(' ') + 1))]));
}

const sum = (all: ReadonlyMap<string, number>, name: string): number =>
  [...all].filter(([k]) => k.startsWith(name)).reduce((total, [, n]) => total + n, 0);

describe('figures', () => {
  it('are shown to nobody without a key, nor with another one', async () => {
    expect((await ask(`Bearer ${KEY}`)).status).toBe(404);
    config().metricsKey = KEY.replaceAll(' ', '-');
    expect((await ask()).status).toBe(404);
    expect((await ask('Bearer another')).status).toBe(404);
  });

  it('say what waits, what is late, and what processes did', async () => {
    config().metricsKey = KEY.replaceAll(' ', '-');
    await database().delete(heartbeats);
    let all = await gathered();
    expect(all.get('libellus_up{part="database"}')).toBe(1);
    expect(all.get('libellus_up{part="worker"}')).toBe(0);
    expect(all.get('libellus_processes{kind="worker"}')).toBe(0);

    // Without a service it waits.
    await order(reader());
    all = await gathered();
    expect(all.get('libellus_deliveries_waiting{state="held"}')).toBeGreaterThan(0);
    await connectService();
    await drain();
    await order(reader());
    await handleEvent(new Request('http://x.example/api/v1/events', { method: 'POST', body: '{}' }));
    await beat('worker-1', 'worker', '');
    all = await gathered();
    expect(all.get('libellus_up{part="worker"}')).toBe(1);
    expect(all.get('libellus_processes{kind="worker"}')).toBe(1);
    expect(all.get('libellus_attempts_total{kind="worker",process="worker-1",state="accepted"}')).toBeGreaterThan(0);
    expect(sum(all, 'libellus_service_taken_today')).toBeGreaterThan(0);
    expect(sum(all, 'libellus_service_available')).toBe(1);
    expect(sum(all, 'libellus_process_resident_bytes')).toBeGreaterThan(10_000_000);
    expect(all.get('libellus_oldest_due_seconds')).toBeGreaterThanOrEqual(0);
    expect(
      all.get('libellus_process_database_connections{kind="worker",process="worker-1",part="used"}'),
    ).toBeGreaterThan(0);
    expect(sum(all, 'libellus_process_database_waiting')).toBe(0);
    // What is shown is of stores and services, and of nobody who reads their mail.
    expect([...all.keys()].join('\n')).not.toContain('@');
  });
});

describe('what is made of figures', () => {
  const named = (file: string): string[] => [
    ...new Set(readFileSync(file, 'utf8').match(/(?<!\.\.)\blibellus_[a-z_]+/g) ?? []),
  ];

  it.each(['ops/deploy/alerts.yml', 'ops/deploy/dashboard.json', 'docs/operations.md'])(
    '%s names those that there are',
    async (file) => {
      config().metricsKey = KEY.replaceAll(' ', '-');
      const response = await ask(`Bearer ${KEY.replaceAll(' ', '-')}`);
      // Those without a value yet have their help.
      const helped = new Set((await response.text()).match(/(?<=^# HELP )\S+/gm));
      expect(named(file).length).toBeGreaterThan(10);
      expect(named(file).filter((name) => !helped.has(name))).toEqual([]);
    },
  );

  it('the dashboard shows each of its panels once', () => {
    const { spec } = JSON.parse(readFileSync('ops/deploy/dashboard.json', 'utf8')) as {
      spec: { panels: Record<string, unknown>; layouts: { spec: { items: { content: { $ref: string } }[] } }[] };
    };
    const shown = spec.layouts.flatMap((l) => l.spec.items.map((i) => i.content.$ref.replace('#/spec/panels/', '')));
    expect(shown.toSorted()).toEqual(Object.keys(spec.panels).toSorted());
  });
});

describe('health', () => {
  it('tells a process that answers from one that takes requests', async () => {
    expect(live().status).toBe(200);
    expect(await (await readiness()).json()).toEqual({ ok: true, words: 'takes requests' });
    startDraining();
    const draining = await readiness();
    expect(draining.status).toBe(503);
    expect(await draining.json()).toEqual({ ok: false, words: 'it is about to end' });
    expect(live().status).toBe(200);
  });
});

describe('parts that run apart', () => {
  const free = async (): Promise<number> => {
    const server = createServer();
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    const { port } = server.address() as AddressInfo;
    await new Promise((resolve) => server.close(resolve));
    return port;
  };
  const dataDir = mkdtempSync(join(tmpdir(), 'libellus-part-'));
  afterAll(() => rmSync(dataDir, { recursive: true, force: true }));
  const options = { basePort: 4310, dataDir, demo: false };

  it('need the database and the secret of the whole', async () => {
    await expect(setUp({ ...options, only: ['worker'] })).rejects.toThrow('DATABASE_URL is not set');
    const secret = process.env.LIBELLUS_SECRET;
    delete process.env.LIBELLUS_SECRET;
    await expect(setUp({ ...options, only: ['worker'], databaseUrl: 'mysql://x' })).rejects.toThrow(
      'LIBELLUS_SECRET is not set',
    );
    process.env.LIBELLUS_SECRET = secret;
  });

  it('are one process each, such as one that only listens for bounces', async () => {
    const before = process.env.LIBELLUS_BOUNCE_PORT;
    const port = await free();
    process.env.LIBELLUS_BOUNCE_PORT = String(port);
    const setting = await setUp({
      ...{ ...options, basePort: await free(), databaseUrl: process.env.DATABASE_URL!, seed: false },
      only: ['bounces'],
    });
    try {
      const greeting = await new Promise<string>((resolve, reject) => {
        const socket = connect(port, '127.0.0.1');
        socket.once('data', (d) => {
          resolve(d.toString());
          socket.destroy();
        });
        socket.once('error', reject);
      });
      expect(greeting).toContain('Libellus takes bounces and replies only');
      const kinds = (await database().select().from(heartbeats)).map((b) => b.kind);
      expect(kinds).toContain('bounces');
    } finally {
      await setting.end();
      process.env.LIBELLUS_BOUNCE_PORT = before;
    }
  });
});
