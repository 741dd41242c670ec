/** What those who run the installation see of it, and how it comes to be known. */
import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { DAY_MS } from '@/core/trend';
import { database } from '@/server/db/client';
import {
  certificates,
  deliveries,
  heartbeats,
  memberships,
  readings,
  services,
  serviceUse,
  stores,
  user,
} from '@/server/db/schema';
import { askDatabaseTime } from '@/server/db/time';
import { receiveEvent } from '@/server/events/receive';
import { loadInstallation } from '@/server/features/installation/installation';
import { createStore } from '@/server/features/stores/stores';
import { databaseNodes } from '@/server/operations/database-nodes';
import { beat } from '@/server/operations/heartbeat';
import { takeReadings } from '@/server/operations/readings';
import { setShare } from '@/server/operations/shares';
import { backUp } from '../../ops/backup';
import { accessAs, connectRelay, placedEvent, SHOP, useDatabase } from './fixture';

useDatabase();

const seen = async () => loadInstallation(await accessAs());
let relay = '';

beforeAll(async () => {
  await database().insert(memberships).ignore().values({ userId: 'marta', storeId: SHOP, role: 'owner' });
  relay = await connectRelay({ perDay: 500 });
});

describe('readings', () => {
  it('are taken once an hour, whoever asks, with until when certificates hold', async () => {
    await takeReadings();
    const taken = await database().select().from(readings);
    expect(taken.map((r) => r.name).toSorted()).toEqual(['database.bytes', 'disk.size', 'disk.used']);
    expect(taken.find((r) => r.name === 'database.bytes')!.value).toBeGreaterThan(100_000);
    await takeReadings();
    expect(await database().$count(readings)).toBe(3);
    const [certificate] = await database().select().from(certificates);
    expect(certificate!.place).toMatch(/^relay\.fernbridge\.example:\d+$/);
    expect(certificate!.until.getTime()).toBeGreaterThan(Date.now());
  });

  it('show the disk, and say no trend of one day', async () => {
    const { ends, database: size } = await seen();
    const disk = ends.find((e) => e.kind === 'disk')!;
    expect(disk.now! / disk.most!).toBeGreaterThan(0);
    expect(disk.now! / disk.most!).toBeLessThanOrEqual(1);
    expect(disk.trend).toBeUndefined();
    expect(size.bytes).toBeGreaterThan(100_000);
  });
});

describe('limits ahead', () => {
  const use = async (values: number[]) => {
    const now = await askDatabaseTime();
    await database().delete(serviceUse);
    await database()
      .insert(serviceUse)
      .values(
        values.map((taken, i) => ({
          ...{ serviceId: relay, span: 'day' as const, taken },
          start: new Date(now - (values.length - i + 0.5) * DAY_MS),
        })),
      );
  };

  it('are worked out of what a service took each day, the soonest first', async () => {
    await use(Array.from({ length: 20 }, (_, i) => 200 + 10 * i));
    const { ends } = await seen();
    const limit = ends.find((e) => e.kind === 'limit')!;
    expect(ends[0]).toBe(limit);
    expect(limit).toMatchObject({ name: 'Fernbridge (Quillwick)', now: 390, most: 500 });
    // 110 are left, at 10 a day.
    expect((limit.reaching!.at! - limit.trend!.at) / DAY_MS).toBeCloseTo(11);
    expect(limit.path).toBe(`/s/${SHOP}/sending/services/${relay}`);
  });

  it('are of the stores that the reader owns', async () => {
    const now = new Date();
    const other = { id: 'other-owner', name: 'Else', email: 'else@elsewhere.example', createdAt: now, updatedAt: now };
    await database().insert(user).values(other);
    const access = { ...(await accessAs()), person: { id: other.id, name: other.name, email: other.email } };
    const kinds = (await loadInstallation(access)).ends.map((e) => e.kind);
    expect(kinds).not.toContain('limit');
    expect(kinds).not.toContain('certificate');
    expect(kinds).toContain('disk');
  });

  it('are none of a service without one', async () => {
    await database().update(services).set({ perDay: null }).where(eq(services.id, relay));
    expect((await seen()).ends.map((e) => e.kind)).not.toContain('limit');
  });
});

describe('processes and nodes', () => {
  it('are seen with how they fare, also when they are gone', async () => {
    await beat('here', 'worker', '');
    await beat('gone', 'worker', 'another secret');
    await database()
      .update(heartbeats)
      .set({ beatAt: new Date((await askDatabaseTime()) - 60_000) })
      .where(eq(heartbeats.id, 'gone'));
    const { processes, nodes } = await seen();
    expect(processes.map((p) => [p.id, p.alive, p.wrongSecret])).toEqual([
      ['gone', false, true],
      ['here', true, false],
    ]);
    expect(processes[1]!.residentBytes).toBeGreaterThan(10_000_000);
    expect(nodes).toEqual([expect.objectContaining({ state: 'single', version: expect.stringMatching(/^1\d\.\d+/) })]);
    expect(nodes[0]!.connections!.now).toBeGreaterThan(0);
  });

  it('that do not answer are away, and keep nobody waiting', async () => {
    const before = Date.now();
    const url = new URL(process.env.DATABASE_URL!);
    const nodes = await databaseNodes(
      `mysql://${url.username}:${url.password}@${url.hostname},127.0.0.99:${url.port}${url.pathname}`,
    );
    expect(nodes.map((n) => n.state)).toEqual(['single', 'away']);
    expect(Date.now() - before).toBeLessThan(5_000);
  });
});

it('knows the newest backup', async () => {
  expect((await seen()).backup).toBeUndefined();
  const dataDir = mkdtempSync(join(tmpdir(), 'libellus-installation-'));
  const file = join(dataDir, 'backup.tar.gz');
  await backUp({ databaseUrl: process.env.DATABASE_URL!, dataDir }, file);
  expect(existsSync(file)).toBe(true);
  const { backup, at } = await seen();
  expect(backup!.bytes).toBeGreaterThan(10_000);
  expect(Math.abs(Date.parse(at) - Date.parse(backup!.at))).toBeLessThan(60_000);
});

describe('stores', () => {
  const OTHER = 'quillwick-trade';

  it('are no subject where there is one', async () => {
    expect(await seen()).toMatchObject({ stores: [], otherStores: undefined });
  });

  it('show what is due of each and its share, and those of others as one', async () => {
    const [store] = await database().select().from(stores).where(eq(stores.id, SHOP));
    await createStore(database(), { ...store!, id: OTHER, name: 'Quillwick Trade' }, [
      { id: 'web-shop', name: 'Web shop', customerMail: true },
    ]);
    await receiveEvent(SHOP, placedEvent());
    const at = new Date((await askDatabaseTime()) - 90_000);
    await database().update(deliveries).set({ dueAt: at, state: 'planned' });
    const due = await database().$count(deliveries);
    expect(due).toBeGreaterThan(0);
    await setShare(OTHER, 3);
    const { stores: own, otherStores, waiting } = await seen();
    expect(own).toEqual([{ id: SHOP, name: 'Quillwick', due, oldestMs: expect.any(Number), share: 1 }]);
    expect(own[0]!.oldestMs).toBeGreaterThanOrEqual(90_000);
    expect(otherStores).toEqual({ due: 0, oldestMs: 0, share: 3 });
    expect(waiting).toMatchObject({ due, oldestMs: own[0]!.oldestMs });
    await database().insert(memberships).values({ userId: 'marta', storeId: OTHER, role: 'owner' });
    expect(await seen()).toMatchObject({ stores: [{ id: SHOP }, { id: OTHER, share: 3 }], otherStores: undefined });
  });

  it.each([0, 1.5, 101, Number.NaN])('get no share of %p', async (share) => {
    await expect(setShare(OTHER, share)).rejects.toThrow('A share is a whole number from 1 to 100.');
  });

  it('that there are not get none, and are said with those that there are', async () => {
    await expect(setShare('quillwik', 2)).rejects.toThrow(
      'There is no store "quillwik". There is quillwick, quillwick-trade.',
    );
  });
});
