/** Outcomes are written in groups: none is lost among the others, and none is written for somebody else. */
import { eq, inArray } from 'drizzle-orm';
import { database } from '@/server/db/client';
import { newId } from '@/server/base/ids';
import { attempts, bounces, deliveries, sentMessages } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { claim, type Delivery } from '@/server/worker/claims';
import { Recorder, type Outcome } from '@/server/worker/record';
import { placedEvent, SHOP, useDatabase } from './fixture';
import { readKeptIn } from '@/words/kept';

useDatabase();

async function claimed(orders: number): Promise<Delivery[]> {
  await database().delete(deliveries);
  for (let i = 0; i < orders; i += 1) await receiveEvent(SHOP, placedEvent());
  return claim('recorder-test', 200, 60_000);
}

const taken = (d: Delivery): Outcome => ({
  state: 'accepted',
  cause: '',
  words: `250 taken ${d.id}`,
  remedy: '',
  attempt: { conversation: `S: 250 ${d.id}`, via: 'sink' },
  subject: `About ${d.orderNumber}`,
  messageId: `<${d.id}@quillwick.example>`,
  message: { raw: Buffer.from(`Subject: ${d.id}\r\n\r\n`), files: [] },
});
const stateOf = async (ids: string[]) =>
  readKeptIn(await database().select().from(deliveries).where(inArray(deliveries.id, ids)));

it('writes each its own state, attempt and message, however many come at once', async () => {
  const batch = await claimed(40);
  const recorder = new Recorder();
  await Promise.all(batch.map((d) => recorder.write(d, taken(d))));
  const rows = await stateOf(batch.map((d) => d.id));
  expect(rows).toHaveLength(80);
  for (const row of rows) {
    expect(row).toMatchObject({
      state: 'accepted',
      lastWords: `250 taken ${row.id}`,
      messageId: `<${row.id}@quillwick.example>`,
      subject: `About ${row.orderNumber}`,
      leaseBy: null,
      attempts: 1,
    });
    expect(row.acceptedAt).toBeInstanceOf(Date);
  }
  const tries = await database().select().from(attempts);
  expect(tries.every((a) => a.conversation === `S: 250 ${a.deliveryId}`)).toBe(true);
  const kept = await database().select().from(sentMessages);
  expect(kept.every((m) => m.raw.toString() === `Subject: ${m.deliveryId}\r\n\r\n`)).toBe(true);
  expect([tries.length, kept.length]).toEqual([80, 80]);
});

it('changes nothing of a delivery that another worker owns by now, but keeps the attempt', async () => {
  const batch = await claimed(2);
  const [lost, ...ours] = batch;
  await database().update(deliveries).set({ leaseBy: 'another' }).where(eq(deliveries.id, lost!.id));
  const recorder = new Recorder();
  await Promise.all(batch.map((d) => recorder.write(d, taken(d))));
  expect((await stateOf([lost!.id]))[0]).toMatchObject({ state: 'sending', leaseBy: 'another', messageId: '' });
  expect((await stateOf(ours.map((d) => d.id))).every((d) => d.state === 'accepted')).toBe(true);
  expect(await database().$count(attempts, eq(attempts.deliveryId, lost!.id))).toBe(1);
  expect(await database().$count(sentMessages, eq(sentMessages.deliveryId, lost!.id))).toBe(0);
});

it('fails for the one that cannot be written, and not for those beside it', async () => {
  const batch = await claimed(3);
  const recorder = new Recorder();
  const [bad, ...good] = batch;
  const ends = await Promise.allSettled([
    ...good.map((d) => recorder.write(d, taken(d))),
    recorder.write(bad!, { ...taken(bad!), dueAt: new Date(NaN) }),
  ]);
  expect(ends.map((e) => e.status)).toEqual([...good.map(() => 'fulfilled'), 'rejected']);
  expect((await stateOf(good.map((d) => d.id))).every((d) => d.state === 'accepted')).toBe(true);
  expect((await stateOf([bad!.id]))[0]!.state).toBe('sending');
});

it('takes a hold back without counting it as an attempt', async () => {
  const [delivery] = await claimed(1);
  const dueAt = new Date(Date.now() + 3_600_000);
  await new Recorder().write(delivery!, { state: 'held', cause: '', words: 'At its limit.', remedy: '', dueAt });
  expect((await stateOf([delivery!.id]))[0]).toMatchObject({
    state: 'held',
    attempts: 0,
    lastWords: 'At its limit.',
    dueAt,
  });
  expect(await database().$count(attempts, eq(attempts.deliveryId, delivery!.id))).toBe(0);
});

it('a report that came before the acceptance was written down makes it bounced all the same', async () => {
  const [first] = await claimed(1);
  await database().insert(bounces).values({
    id: newId(),
    storeId: SHOP,
    deliveryId: first!.id,
    at: new Date(),
    kind: 'hard',
    status: '5.1.1',
    words: 'there is no such mailbox',
    diagnostic: '',
  });
  await new Recorder().write(first!, taken(first!));
  expect((await stateOf([first!.id]))[0]).toMatchObject({
    state: 'bounced',
    lastWords: 'It came back: there is no such mailbox.',
  });
});
