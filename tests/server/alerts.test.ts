/** What colleagues are told by mail: each as they chose, at once or in one mail a day, once, in their language, and only by one worker. */
import { and, eq } from 'drizzle-orm';
import { alertsOf, type AlertChoices } from '@/contract/alerts';
import type { Role } from '@/contract/policy';
import { limitDay } from '@/core/mail';
import type { Access } from '@/server/auth/access';
import { historyOf } from '@/server/auth/history';
import { newId } from '@/server/base/ids';
import { speakToReaders } from '@/server/base/reader';
import { database } from '@/server/db/client';
import {
  deliveries,
  history,
  memberships,
  services,
  serviceUse,
  stores,
  user,
  waitingAlerts,
} from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { chooseAlert, loadOwnPage } from '@/server/features/colleagues/own';
import { tellColleagues } from '@/server/sending/notice';
import { watchAlerts } from '@/server/worker/alert-watch';
import { accessAs, connectService, mailbox, placedEvent, SHOP, textOf, useDatabase } from './fixture';
import { reader } from './orders';

useDatabase();

const DAY = 86_400_000;

/** A member of the store, with what they chose. */
async function colleague(role: Role, chosen: Partial<AlertChoices> = {}, reads = ''): Promise<Access> {
  const person = { id: newId(), name: 'A colleague', email: reader() };
  const now = new Date();
  await database()
    .insert(user)
    .values({ ...person, reads, createdAt: now, updatedAt: now });
  await database().insert(memberships).values({ userId: person.id, storeId: SHOP, role, alerts: chosen });
  return { ...(await accessAs(role)), person };
}

const subjects = async ({ person }: Access): Promise<string[]> => (await mailbox(person.email)).map((m) => m.subject);
const waitingFor = ({ person }: Access) =>
  database().select().from(waitingAlerts).where(eq(waitingAlerts.userId, person.id));
/** As if that long had gone by since anybody was told of anything. */
const lateEnough = () => database().update(stores).set({ alertsUntil: null, failuresToldAt: null });

/** An order of which every message fails. */
async function fails(): Promise<number> {
  const event = placedEvent({ customer: { email: reader() } });
  await receiveEvent(SHOP, event);
  const { number } = event.data.order;
  const [done] = await database()
    .update(deliveries)
    .set({ state: 'failed' })
    .where(and(eq(deliveries.orderNumber, number), eq(deliveries.state, 'planned')));
  return done.affectedRows;
}

beforeAll(async () => {
  speakToReaders();
  await connectService();
});
afterEach(async () => {
  await database().delete(memberships);
  await database().delete(waitingAlerts);
  await database().update(deliveries).set({ failureTold: true });
  await lateEnough();
});

describe('messages that failed', () => {
  it('are told of at once to who wants it so, once, and in the language that they read', async () => {
    const [eager, german, none] = [
      await colleague('support', { failures: 'at-once' }),
      await colleague('viewer', { failures: 'at-once' }, 'de'),
      await colleague('designer'),
    ];
    const n = await fails();
    expect(n).toBeGreaterThan(0);
    // As two workers do.
    await Promise.all([watchAlerts(), watchAlerts()]);
    await lateEnough();
    await watchAlerts();
    expect(await subjects(eager)).toEqual([expect.stringMatching(`^Quillwick: ${n} messages? did not arrive$`)]);
    expect(await subjects(german)).toEqual([
      expect.stringMatching(`^Quillwick: ${n} Nachricht(en)? .* nicht angekommen$`),
    ]);
    expect(await subjects(none)).toEqual([]);
    const text = await textOf((await mailbox(eager.person.email))[0]);
    expect(text).toContain('- Order received: 1');
    expect(text).toContain(`/s/${SHOP}/deliveries?state=failed,bounced`);
    expect(text).not.toContain('@');
  });

  it('within an hour are told of together', async () => {
    const eager = await colleague('support', { failures: 'at-once' });
    await fails();
    await watchAlerts();
    const more = (await fails()) + (await fails());
    await database().update(stores).set({ alertsUntil: null });
    await watchAlerts();
    expect(await subjects(eager)).toHaveLength(1);
    await lateEnough();
    await watchAlerts();
    expect(await subjects(eager)).toContainEqual(`Quillwick: ${more} messages did not arrive`);
  });

  it('of a day come in one mail in the morning, as one figure, beside what else there is', async () => {
    const owner = await colleague('owner', { domains: 'daily' });
    const one = await fails();
    await watchAlerts();
    await lateEnough();
    const two = await fails();
    await watchAlerts();
    await tellColleagues(SHOP, 'domains', () => ({ subject: 'DNS records need you', text: 'Some words.' }));
    await lateEnough();
    await watchAlerts();
    expect(await subjects(owner)).toEqual([]);
    expect(await waitingFor(owner)).toHaveLength(3);

    await database()
      .update(waitingAlerts)
      .set({ at: new Date(Date.now() - DAY) });
    await lateEnough();
    await Promise.all([watchAlerts(), watchAlerts()]);
    expect(await subjects(owner)).toEqual(['Quillwick: 2 things to know of the last day']);
    const text = await textOf((await mailbox(owner.person.email))[0]);
    expect(text).toContain(`Quillwick: ${one + two} messages did not arrive`);
    expect(text).toContain('- Order received: 2');
    expect(text).toContain('Some words.');
    expect(await waitingFor(owner)).toEqual([]);
  });
});

it('a service that has used up its limit of a day is told of once that day', async () => {
  const owner = await colleague('owner');
  const [service] = await database().select().from(services);
  await database().update(services).set({ perDay: 5 });
  const { from } = limitDay(Date.now(), service!.renewsAt, 'Europe/Berlin');
  const use = { serviceId: service!.id, span: 'day' as const, start: new Date(from) };
  await database()
    .insert(serviceUse)
    .values({ ...use, taken: 4 });
  await watchAlerts();
  expect(await subjects(owner)).toEqual([]);
  await database().update(serviceUse).set({ taken: 5 });
  for (let i = 0; i < 2; i += 1) {
    await lateEnough();
    await watchAlerts();
  }
  expect(await subjects(owner)).toEqual(['Quillwick: Harrowpost has reached its limit for the day']);
  expect(await textOf((await mailbox(owner.person.email))[0])).toContain('has taken the 5 messages');
  await database().update(services).set({ perDay: null });
});

describe('what somebody chose', () => {
  it('counts in this store, shows who else is told, and stands in the history', async () => {
    const owner = await colleague('owner');
    const viewer = await colleague('viewer');
    const { alerts } = await loadOwnPage(viewer, undefined);
    expect(alerts).toMatchObject({ store: 'Quillwick', chosen: alertsOf('viewer', null), others: { domains: 1 } });
    await chooseAlert(viewer, { kind: 'domains', time: 'at-once' });
    await chooseAlert(owner, { kind: 'domains', time: 'never' });
    expect((await loadOwnPage(owner, undefined)).alerts).toMatchObject({
      chosen: { domains: 'never', codes: 'at-once', failures: 'daily' },
      others: { domains: 1, codes: 0 },
    });
    const said = await historyOf(SHOP, eq(history.action, 'choseAlerts'));
    expect(said.map((h) => h.words)).toEqual(Array(2).fill('A colleague changed what they are told by mail'));
    expect(await tellColleagues(SHOP, 'domains', () => ({ subject: 'records', text: 'x' }))).toBe(true);
    expect([await subjects(viewer), await subjects(owner)]).toEqual([['Quillwick: records'], []]);
  });

  it('takes out of the mail of a day what is not wanted any more', async () => {
    const owner = await colleague('owner', { domains: 'daily' });
    await tellColleagues(SHOP, 'domains', () => ({ subject: 'records', text: 'x' }));
    await fails();
    await watchAlerts();
    expect(await waitingFor(owner)).toHaveLength(2);
    await chooseAlert(owner, { kind: 'domains', time: 'never' });
    expect((await waitingFor(owner)).map((w) => w.kind)).toEqual(['failures']);
  });

  it('is done with when nobody wants it, and waits when nothing can be sent', async () => {
    await colleague('viewer');
    const write = () => ({ subject: 'records', text: 'x' });
    expect(await tellColleagues(SHOP, 'domains', write)).toBe(true);
    const owner = await colleague('owner');
    const daily = await colleague('support', { domains: 'daily' });
    await database().update(services).set({ paused: true });
    expect(await tellColleagues(SHOP, 'domains', write)).toBe(false);
    await database().update(services).set({ paused: false });
    expect(await tellColleagues(SHOP, 'domains', write)).toBe(true);
    expect(await subjects(owner)).toEqual(['Quillwick: records']);
    // Not once for each try.
    expect(await waitingFor(daily)).toHaveLength(1);
  });

  it('of somebody who is no colleague any more tells them nothing', async () => {
    const gone = await colleague('owner');
    await fails();
    await watchAlerts();
    await database().delete(memberships);
    await database()
      .update(waitingAlerts)
      .set({ at: new Date(Date.now() - DAY) });
    await lateEnough();
    await watchAlerts();
    expect([await subjects(gone), await waitingFor(gone)]).toEqual([[], []]);
  });
});
