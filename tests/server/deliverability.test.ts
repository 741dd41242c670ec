/** What arrives, and by which way: DNS records and signatures, limits, failover, withholding, bounces. */
import { eq } from 'drizzle-orm';
import { database } from '@/server/db/client';
import { attempts, deliveries, destinations, domains, serviceUse, services } from '@/server/db/schema';
import { beginDomain } from '@/server/domains/keys';
import { lookAtDomain } from '@/server/domains/look';
import { receiveEvent } from '@/server/events/receive';
import { servicesOf } from '@/server/sending/service';
import { changeKey, domainViews } from '@/server/features/sending/domains';
import { loadToday } from '@/server/features/today/today';
import { pauseService, serviceViews } from '@/server/features/sending/services';
import { config } from '@/server/base/config';
import { batchContext } from '@/server/sending/render';
import { claim, releaseHeld } from '@/server/worker/claims';
import { deliver } from '@/server/worker/deliver';
import { Dispatch } from '@/server/worker/dispatch';
import { Lines } from '@/server/worker/service-lines';
import { Recorder } from '@/server/worker/record';
import { Worker } from '@/server/worker/worker';
import {
  accessAs,
  clearRecords,
  connectRelay,
  connectService,
  enterRecord,
  mailbox,
  placedEvent,
  rawMail,
  sendAs,
  SHOP,
  useDatabase,
} from './fixture';
import { byOrder, drain, order, reader } from './orders';
import { readKept, readKeptIn } from '@/words/kept';

useDatabase();

const DOMAIN = 'quillwick.example';
beforeEach(async () => {
  await database().delete(destinations);
  await connectService();
});

describe('a domain in DNS', () => {
  it('is judged, its mail signed, and put into the Inbox once its records are right', async () => {
    const to = reader();
    let row = await lookAtDomain(await beginDomain(SHOP, DOMAIN));
    const of = (kind: string) => readKeptIn(row.records).find((r) => r.kind === kind)!;
    expect(of('spf').judgement).toMatchObject({ standing: 'wrong', words: expect.stringContaining('does not hold') });
    expect(of('dkim').judgement.standing).toBe('missing');
    expect(row).toMatchObject({ good: false, signing: false });
    await order(to);
    expect((await mailbox(to))[0]).toMatchObject({ folder: 'Junk', verdict: expect.stringContaining('dkim=none') });

    // Entered with the domain in the host, as people do: the page adds it once more.
    await enterRecord(of('dkim').name, 'TXT', of('dkim').value);
    row = await lookAtDomain(row);
    expect(of('dkim').judgement.words).toContain('added once more');

    const { value, name } = of('spf');
    expect(value).toBe('v=spf1 include:_spf.oldmill-post.example include:spf.harrowpost.example ~all');
    await clearRecords(name);
    await enterRecord('@', 'TXT', value);
    await enterRecord('lb261._domainkey', 'TXT', of('dkim').value);
    row = await lookAtDomain(row);
    expect([of('spf'), of('dkim')].map((r) => r.judgement.standing)).toEqual(['exact', 'exact']);
    expect(row).toMatchObject({ good: true, signing: true });
    expect(row.nextLookAt.getTime()).toBeGreaterThan(Date.now() + 23 * 3_600_000);

    const delivery = await order(to);
    const [mail] = await mailbox(to);
    expect(mail).toMatchObject({ folder: 'Inbox', verdict: 'spf=pass dkim=pass dmarc=pass' });
    const raw = (await rawMail(mail!.id)).toString();
    expect(raw).toContain('Authentication-Results');
    expect(raw).toMatch(/DKIM-Signature:[^]*?d=quillwick\.example;[^]*?s=lb261/);
    expect(delivery.state).toBe('accepted');
  });

  it('has its key changed without a gap', async () => {
    const access = await accessAs();
    const first = await changeKey(access, DOMAIN);
    expect(first).toMatchObject({ selector: 'lb261', nextSelector: 'lb262', signing: true });
    const next = first.records.find((r) => r.kind === 'dkim-next')!;
    await enterRecord('lb262._domainkey', 'TXT', next.value);
    const [row] = await database().select().from(domains).where(eq(domains.name, DOMAIN));
    const turned = await lookAtDomain(row!);
    expect(turned).toMatchObject({ selector: 'lb262', nextSelector: '', signing: true, good: true });
    expect(turned.earlier.map((k) => k.selector)).toEqual(['lb261']);
    const to = reader();
    await order(to);
    const [mail] = await mailbox(to);
    expect(mail!.verdict).toContain('dkim=pass');
    expect((await rawMail(mail!.id)).toString()).toMatch(/DKIM-Signature:[^]*?s=lb262/);
  });

  it('that falls back is a finding, is looked at often again, and is no longer signed for', async () => {
    await clearRecords('lb262._domainkey.quillwick.example');
    const [row] = await database().select().from(domains).where(eq(domains.name, DOMAIN));
    const fallen = await lookAtDomain(row!);
    expect(fallen).toMatchObject({ good: false, signing: false, looks: 1 });
    expect(fallen.fellBackAt).toBeInstanceOf(Date);
    expect(fallen.nextLookAt.getTime()).toBeLessThan(Date.now() + 120_000);
    const { lines } = await loadToday(await accessAs());
    expect(lines).toContainEqual(
      expect.objectContaining({ state: 'failing', fact: expect.stringContaining('1 of 2 DNS records') }),
    );
    await enterRecord('lb262._domainkey', 'TXT', fallen.records.find((r) => r.kind === 'dkim')!.value, 60);
    const mended = await lookAtDomain(fallen);
    expect(mended.good).toBe(true);
    // A time to keep it that is too short is read off the answer.
    expect(readKept(mended.records.find((r) => r.kind === 'dkim')!.judgement.hints[0]!)).toMatch(/60 seconds/);
  });

  it('is left as it was when DNS does not answer, and looked at again soon', async () => {
    const [row] = await database().select().from(domains).where(eq(domains.name, DOMAIN));
    const { dnsServers } = config();
    config().dnsServers = ['127.0.0.1:9'];
    const silent = await lookAtDomain(row!).finally(() => (config().dnsServers = dnsServers));
    expect(silent).toMatchObject({ good: true, signing: true, fellBackAt: null });
    expect(silent.records.map((r) => r.judgement.standing)).toContain('unanswered');
    // What is needed was merged with what is there; it is not worked out anew from nothing.
    expect(silent.records.map((r) => r.value)).toEqual(row!.records.map((r) => r.value));
    expect(silent.nextLookAt.getTime()).toBeLessThan(Date.now() + 3_600_000);
    expect((await lookAtDomain(silent)).good).toBe(true);
  });

  it('keeps its private key to itself', async () => {
    const [row] = await database().select().from(domains).where(eq(domains.name, DOMAIN));
    expect(row!.privateKey).toMatch(/^v1\./);
    const shown = JSON.stringify(await domainViews(await accessAs()));
    expect(shown).not.toContain('PRIVATE');
    expect(shown).not.toContain(row!.privateKey);
  });
});

describe('limits', () => {
  it('hold the rest until they renew, and are counted by all workers together', async () => {
    await connectService({ perDay: 5 });
    const to = reader();
    for (let i = 0; i < 6; i += 1) await receiveEvent(SHOP, placedEvent({ customer: { email: to } }));
    await Promise.all([drain(new Worker()), drain(new Worker())]);
    const rows = await database().select().from(deliveries).where(eq(deliveries.recipient, to));
    const staff = await database().select().from(deliveries).where(eq(deliveries.role, 'staff'));
    const sent = [...rows, ...staff].filter((d) => d.state === 'accepted' && d.attempts > 0);
    const held = [...rows, ...staff].filter((d) => d.state === 'held');
    expect(held.length).toBe(12 - 5);
    expect(readKept(held[0]!.lastWords)).toContain('at its limit');
    expect(held.every((d) => d.dueAt > new Date() && d.dueAt < new Date(Date.now() + 25 * 3_600_000))).toBe(true);
    expect(sent.length).toBeGreaterThanOrEqual(5);
    const [service] = await serviceViews(await accessAs());
    expect(service!.use.used).toBe(5);
    const { lines } = await loadToday(await accessAs());
    expect(lines).toContainEqual(expect.objectContaining({ fact: expect.stringContaining('has sent 5 of 5') }));
    await database().delete(deliveries).where(eq(deliveries.state, 'held'));
  });

  it('that were reserved and not used are given back', async () => {
    await connectService({ perDay: 100 });
    await order(reader());
    const [service] = await servicesOf(SHOP);
    const [day] = (await database().select().from(serviceUse).where(eq(serviceUse.serviceId, service!.id))).filter(
      (u) => u.span === 'day',
    );
    expect(day!.taken).toBe(2);
  });
});

describe('several services', () => {
  it('take over from each other, and the record says why', async () => {
    await connectService({ port: 1 });
    await connectRelay();
    const to = reader();
    const delivery = await order(to);
    expect(delivery.state).toBe('accepted');
    const tries = await database().select().from(attempts).where(eq(attempts.deliveryId, delivery.id));
    expect(readKept(tries.at(-1)!.via)).toMatch(
      /^relay\.fernbridge\.example:\d+ as quillwick \(Harrowpost rests: Nothing listens/,
    );
    expect(await mailbox(to)).toHaveLength(1);
  });

  it('are passed over when they may not send as the sender', async () => {
    await connectRelay();
    await sendAs('anybody@quillwick.example');
    const delivery = await order(reader());
    expect(delivery.state).toBe('accepted');
    const [attempt] = await database().select().from(attempts).where(eq(attempts.deliveryId, delivery.id));
    expect(readKept(attempt!.via)).toContain('Harrowpost does not send as anybody@quillwick.example');
  });

  it('hold what is for them while they are paused, and let it go afterwards', async () => {
    const access = await accessAs();
    const [service] = await servicesOf(SHOP);
    await pauseService(access, service!.id, true);
    const delivery = await order(reader());
    expect(delivery).toMatchObject({ state: 'held', lastWords: 'Harrowpost is paused.', attempts: 0 });
    expect((await pauseService(access, service!.id, false)).released).toBe(2);
    await drain();
    expect((await byOrder(delivery.orderNumber)).map((d) => d.state)).toEqual(['accepted', 'accepted']);
  });

  it('rest longer each time they fail, and no longer once they work', async () => {
    await connectService({ port: 1, failures: 3 });
    await order(reader());
    const [failed] = await servicesOf(SHOP);
    expect(failed!.failures).toBe(4);
    expect(failed!.downUntil!.getTime()).toBeGreaterThan(Date.now() + 30_000);
    await database().delete(deliveries).where(eq(deliveries.state, 'held'));
    await database()
      .update(services)
      .set({ port: Number(process.env.LIBELLUS_TEST_SMTP), downUntil: new Date(Date.now() - 1) });
    await order(reader());
    expect((await servicesOf(SHOP))[0]).toMatchObject({ failures: 0, downUntil: null });
  });
});

describe('what happens between reading and writing', () => {
  it('leaves nothing held for want of a service that was connected meanwhile', async () => {
    await database().delete(services);
    const event = placedEvent({ customer: { email: reader() } });
    await receiveEvent(SHOP, event);
    const batch = await claim('late', 50, 180_000);
    const context = await batchContext(batch);
    const dispatch = await Dispatch.for(batch, new Map([[SHOP, 'UTC']]));
    // Connected after the batch was read, and before what it decides is written down.
    await connectService();
    await releaseHeld(SHOP);
    const lines = new Lines();
    const states = await Promise.all(
      batch.map((d) => deliver(d, { context, threads: new Map(), dispatch, lines, recorder: new Recorder() })),
    );
    expect(new Set(states)).toEqual(new Set(['held']));
    await dispatch.finish();
    expect((await byOrder(event.data.order.number)).map((d) => d.state)).toEqual(['planned', 'planned']);
    await drain();
    expect((await byOrder(event.data.order.number)).map((d) => d.state)).toEqual(['accepted', 'accepted']);
  });

  it('sends nothing so late in a lease that another worker may send it too', async () => {
    const to = reader();
    const event = placedEvent({ customer: { email: to } });
    await receiveEvent(SHOP, event);
    const batch = await claim('slow', 50, 20_000);
    const context = await batchContext(batch);
    const dispatch = await Dispatch.for(batch, new Map([[SHOP, 'UTC']]));
    const lines = new Lines();
    for (const d of batch) await deliver(d, { context, threads: new Map(), dispatch, lines, recorder: new Recorder() });
    lines.quit();
    expect(await mailbox(to)).toEqual([]);
    expect((await byOrder(event.data.order.number)).map((d) => [d.state, d.attempts])).toEqual([
      ['planned', 0],
      ['planned', 0],
    ]);
    await drain();
    expect(await mailbox(to)).toHaveLength(1);
  });
});

describe('a destination that keeps putting mail off', () => {
  it('is left alone by all messages for it, after a few', async () => {
    for (let i = 0; i < 4; i += 1)
      await receiveEvent(SHOP, placedEvent({ customer: { email: `full@busy-test.example` } }));
    await drain(new Worker({ slots: 1 }));
    const [destination] = await database()
      .select()
      .from(destinations)
      .where(eq(destinations.name, 'busy-test.example'));
    expect(destination!.failures).toBeGreaterThanOrEqual(3);
    expect(destination!.pausedUntil!.getTime()).toBeGreaterThan(Date.now());
    const delivery = await order('someone@busy-test.example');
    expect(delivery).toMatchObject({
      state: 'held',
      attempts: 0,
      lastWords: expect.stringContaining("waits, because the recipient's server keeps putting it off"),
    });
  });
});
