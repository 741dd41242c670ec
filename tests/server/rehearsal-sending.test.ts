/** Faults of sending, rehearsed: what becomes of a message by the store's own services, without anything that stays or leaves. */
import { and, eq, sql } from 'drizzle-orm';
import type { Fault } from '@/core/rehearsal';
import type { FaultView } from '@/contract/rehearsal';
import { database } from '@/server/db/client';
import { attempts, bounces, deliveries, domains, services, stores, withholdings } from '@/server/db/schema';
import { newId } from '@/server/base/ids';
import { beginDomain } from '@/server/domains/keys';
import { askFaults, askRehearsal, loadRehearsal, stopFaults } from '@/server/features/rehearsal/rehearsal';
import { planRehearsal } from '@/core/rehearsal';
import { triedWith, tryFault, type Tried } from '@/server/rehearsal/faults';
import { FaultTrier } from '@/server/rehearsal/fault-trier';
import { Rehearser } from '@/server/rehearsal/rehearser';
import { stageOf } from '@/server/rehearsal/scene';
import { accessAs, connectService, SHOP, until, useDatabase } from './fixture';
import { publishAll, turn } from './rehearsals';

useDatabase();

const MINUTE = 60_000;

beforeAll(async () => {
  await publishAll();
  await turn(false);
  for (const slug of ['order-received', 'new-order', 'delivered']) await turn(true, slug);
  await connectService({ name: 'Harrowpost', rank: 1 });
});

/** Tries one fault with the first message of an order that is placed. */
async function tried(fault: Fault): ReturnType<typeof tryFault> {
  const [store] = await database().select().from(stores).where(eq(stores.id, SHOP));
  const stage = await stageOf(store!);
  const { lives } = planRehearsal({ ...stage.scene, languages: ['en'] }, stage.using, stage.forms, Date.now(), 7, {
    forParts: 0,
  });
  const with_: Tried = triedWith(lives)!;
  expect(with_.message.recipient.role).toBe('customer');
  return tryFault(store!, with_, fault, stage.keys);
}

async function another(change: Partial<typeof services.$inferInsert> = {}): Promise<string> {
  const id = newId();
  const [own] = await database().select().from(services).where(eq(services.storeId, SHOP));
  await database()
    .insert(services)
    .values({ ...own!, id, name: 'Second post', rank: 2, ...change });
  return id;
}

it('are all tried with a rehearsal of everything, and told with it', async () => {
  const access = await accessAs();
  const { number } = await askRehearsal(access);
  const rehearser = new Rehearser({ faults: true, forParts: 0 });
  await rehearser.turn();
  await rehearser.settled();
  const { faults, run } = (await loadRehearsal(access, number))!;
  expect([run.state, run.counts.wrong, run.counts.missing]).toEqual(['done', 0, 0]);
  expect([faults!.notification, faults!.underWay, faults!.rows.length]).toEqual(['Order received', false, faults!.of]);
  const told = Object.fromEntries(
    faults!.rows.map(({ fault, outcome, came, state }: FaultView) => [fault, `${outcome}, ${came} came, ${state}`]),
  );
  expect(told).toEqual({
    away: 'right, 1 came, accepted',
    later: 'right, 1 came, accepted',
    silent: 'right, 1 came, accepted',
    'hangs-up': 'right, 1 came, accepted',
    'takes-twice': 'noted, 2 came, accepted',
    certificate: 'right, 1 came, accepted',
    'sign-in': 'right, 1 came, accepted',
    limit: 'right, 1 came, accepted',
    greylists: 'right, 1 came, accepted',
    full: 'noted, 0 came, failed',
    'no-mailbox': 'noted, 0 came, failed',
    unwanted: 'noted, 0 came, failed',
    // What comes back is read by nobody yet.
    returned: 'wrong, 1 came, accepted',
    unsigned: 'noted, 1 came, accepted',
  });
  const of = (fault: Fault): FaultView => faults!.rows.find((r) => r.fault === fault)!;
  // One service alone is waited for; what was put off is tried again after two minutes or so.
  expect(of('away').afterMs).toBeGreaterThan(60 * MINUTE);
  expect([of('away').via, of('away').tries > 5]).toEqual(['Harrowpost', true]);
  expect(of('greylists').afterMs! / MINUTE).toBeGreaterThan(1.5);
  expect(of('greylists').afterMs! / MINUTE).toBeLessThan(3);
  expect(of('full').words).toMatch(/^The recipient’?'?s mailbox is full.*given up after five days/);
  expect(of('no-mailbox').remedy).toMatch(/not written to until it is allowed again/);

  // Nothing of it stays, and the service has nothing against it.
  for (const table of [deliveries, attempts, bounces, withholdings]) {
    expect(await database().select().from(table)).toEqual([]);
  }
  const [service] = await database().select().from(services).where(eq(services.storeId, SHOP));
  expect([service!.failures, service!.downUntil, service!.downWords]).toEqual([0, null, '']);
  const [[locks]] = (await database().execute(
    sql`select count(*) as n from information_schema.innodb_trx`,
  )) as unknown as [{ n: number }[]];
  expect(Number(locks!.n)).toBe(0);
});

it('a second service takes over at once, unless it is paused', async () => {
  const id = await another();
  expect(await tried('away')).toMatchObject({ came: 1, via: 'Second post', tries: 2, state: 'accepted' });
  expect((await tried('sign-in')).afterMs).toBeLessThan(MINUTE);
  // What the reader’s server says, it says to both.
  expect(await tried('no-mailbox')).toMatchObject({ came: 0, tries: 1, state: 'failed' });
  await database().update(services).set({ paused: true }).where(eq(services.id, id));
  const alone = await tried('away');
  expect([alone.via, alone.afterMs! > 60 * MINUTE]).toEqual(['Harrowpost', true]);
  await database().delete(services).where(eq(services.id, id));
});

it('what comes back is known where somebody reads it', async () => {
  const domain = await beginDomain(SHOP, 'quillwick.example');
  const own = and(eq(domains.storeId, SHOP), eq(domains.id, domain.id));
  await database().update(domains).set({ bouncing: true }).where(own);
  // An account sends as itself only: a relay may use the store’s own return-path.
  await database().update(services).set({ kind: 'relay' }).where(eq(services.storeId, SHOP));
  expect(await tried('returned')).toMatchObject({ state: 'bounced', via: 'Harrowpost' });
  expect(await database().select().from(bounces)).toEqual([]);
  await database().update(domains).set({ bouncing: false }).where(own);
});

it('a store without a service is tried all the same', async () => {
  await database().delete(services).where(eq(services.storeId, SHOP));
  expect(await tried('later')).toMatchObject({ came: 1, state: 'accepted' });
});

it('are tried with every notification when somebody asks, one after the other, and what is lost is told', async () => {
  const access = await accessAs();
  await connectService({ name: 'Harrowpost', rank: 1 });
  await another();
  const { number } = await askRehearsal(access);
  await new Rehearser({ faults: false, forParts: 0 }).turn();
  await askFaults(access, { number });
  await expect(askFaults(access, { number })).rejects.toMatchObject({ code: 'conflict' });
  expect(await new FaultTrier().turn()).toBe(true);
  const { faultsOfAll } = (await loadRehearsal(access, number))!;
  expect([faultsOfAll!.state, faultsOfAll!.done, faultsOfAll!.rows.length]).toEqual(['done', faultsOfAll!.of, 14]);
  const row = (fault: Fault) => faultsOfAll!.rows.find((r) => r.fault === fault)!;
  const all = row('unsigned').noted;
  expect(all).toBeGreaterThan(1);
  for (const r of faultsOfAll!.rows) expect([r.fault, r.right + r.noted + r.wrong]).toEqual([r.fault, all]);
  // The second service takes what the first cannot.
  expect(row('away')).toMatchObject({
    right: all,
    outcome: 'right',
    via: { 'Second post': all },
  });
  expect(row('away').latestMs).toBeLessThan(MINUTE);
  expect(row('greylists')).toMatchObject({ right: all, outcome: 'right' });
  expect(row('greylists').latestMs).toBeGreaterThanOrEqual(MINUTE);
  expect(row('takes-twice')).toMatchObject({ noted: all });
  // What went out days after its order was placed is tried for as long as any.
  expect(row('sign-in')).toMatchObject({ right: all, outcome: 'right' });
  expect(row('full')).toMatchObject({ right: 0, wrong: 0, outcome: 'noted' });
  expect(row('full').examples[0]).toMatchObject({ state: 'failed', came: 0 });
  expect(row('no-mailbox').examples.map((e) => e.notification)).toEqual(
    expect.arrayContaining(['Order received', 'New order']),
  );
  // What comes back is read by nobody yet.
  expect(row('returned')).toMatchObject({ outcome: 'wrong', wrong: all });
  // Nothing of it is left.
  expect(await database().select().from(deliveries)).toEqual([]);
  expect(await database().select().from(withholdings)).toEqual([]);
}, 240_000);

it('are taken up again where another process left them, and can be stopped', async () => {
  const access = await accessAs();
  const { number } = await askRehearsal(access);
  await new Rehearser({ faults: false, forParts: 0 }).turn();
  await askFaults(access, { number });
  const first = new FaultTrier();
  const leaving = first.turn();
  await until(
    async () => (await loadRehearsal(access, number))!.faultsOfAll!,
    (f) => f.rows.length >= 2,
    120,
  );
  first.stop();
  await leaving;
  const left = (await loadRehearsal(access, number))!.faultsOfAll!;
  expect([left.state, left.rows.length < 14]).toEqual(['waiting', true]);
  const second = new FaultTrier();
  const going = second.turn();
  await until(
    async () => (await loadRehearsal(access, number))!.faultsOfAll!,
    (f) => f.rows.length > left.rows.length,
    120,
  );
  await stopFaults(access, { number });
  await going;
  const stopped = (await loadRehearsal(access, number))!.faultsOfAll!;
  expect(stopped.state).toBe('stopped');
  expect(new Set(stopped.rows.map((r) => r.fault)).size).toBe(stopped.rows.length);
  await expect(stopFaults(access, { number })).rejects.toMatchObject({ code: 'conflict' });
}, 240_000);
