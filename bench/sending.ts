/** From an accepted event to a recorded 250, against a bare nodemailer pool that sends the same messages to the same server. */
import { eq, inArray, sql } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { createTransport, type SendMailOptions } from 'nodemailer';
import { makeOrder } from './fill';
import { untilWritten, type Row } from './measure';
import { CONNECTIONS, startSink, storeWithSink } from './planted';

const MESSAGES = 1_500;
const WAITING = 100_000;

export async function benchSending(): Promise<{ rows: Row[]; notes: string[] }> {
  const sink = await startSink();
  const { db, t, storeId, plant, end } = await storeWithSink({
    ...{ basePort: 5_970, folder: 'bench-sending', port: sink.port },
  });
  try {
    const { receiveEvent } = await import('../src/server/events/receive');
    const { Worker } = await import('../src/server/worker/worker');
    // Each order an event of its own, taken by the door that all events come through; the customer alone is written to.
    await db.delete(t.routingRules).where(eq(t.routingRules.storeId, storeId));
    await db.delete(t.shopMails).where(eq(t.shopMails.storeId, storeId));
    let placed = 0;
    const accept = async (count: number): Promise<string[]> => {
      const ids: string[] = [];
      const one = async (): Promise<void> => {
        placed += 1;
        const order = { ...makeOrder(placed), number: `B-${placed}`, placedAt: new Date().toISOString() };
        const { deliveries } = await receiveEvent(storeId, {
          specversion: '1.0',
          id: `bench-${placed}`,
          source: 'https://quillwick.example/shop',
          type: 'order.placed',
          data: { order: { ...order, payment: { method: 'Card', paid: true } } },
        });
        if (deliveries.length !== 1) throw new Error(`An order planned ${deliveries.length} messages, and not one.`);
        ids.push(...deliveries);
      };
      while (ids.length < count) await Promise.all(Array.from({ length: Math.min(4, count - ids.length) }, one));
      return ids;
    };
    const worker = new Worker();
    const sendAll = async (ids: readonly string[]): Promise<number> => {
      const began = performance.now();
      while ((await worker.round()) > 0);
      const took = performance.now() - began;
      const [left] = await db
        .select({ n: sql<number>`count(*)` })
        .from(t.deliveries)
        .where(sql`${inArray(t.deliveries.id, [...ids])} and ${t.deliveries.state} <> 'accepted'`);
      if (Number(left!.n) > 0) throw new Error(`${left!.n} messages were not sent.`);
      return ids.length / (took / 1_000);
    };
    /** With ready-made bytes, or with text and HTML that the pool makes its messages of, as programs that send mail do. */
    const pool = async (mails: readonly SendMailOptions[]): Promise<number> => {
      const transport = createTransport({
        host: '127.0.0.1',
        port: sink.port,
        ignoreTLS: true,
        pool: true,
        maxConnections: CONNECTIONS,
        maxMessages: 1_000,
      });
      const began = performance.now();
      await Promise.all(mails.map((mail) => transport.sendMail(mail)));
      const rate = mails.length / ((performance.now() - began) / 1_000);
      transport.close();
      return rate;
    };

    await sendAll(await accept(200));
    const ours: number[] = [];
    const made: number[] = [];
    const readyMade: number[] = [];
    for (let turn = 0; turn < 3; turn += 1) {
      const ids = await accept(MESSAGES);
      ours.push(await sendAll(ids));
      const sent = await db
        .select({ to: t.deliveries.recipient, raw: t.sentMessages.raw })
        .from(t.sentMessages)
        .innerJoin(t.deliveries, eq(t.deliveries.id, t.sentMessages.deliveryId))
        .where(inArray(t.deliveries.id, ids));
      readyMade.push(
        await pool(sent.map(({ to, raw }) => ({ envelope: { from: 'orders@quillwick.example', to }, raw }))),
      );
      const parsed = await Promise.all(sent.map(({ raw }) => simpleParser(raw, { skipImageLinks: true })));
      made.push(
        await pool(
          parsed.map((mail, i) => ({
            from: 'Quillwick <orders@quillwick.example>',
            to: sent[i]!.to,
            subject: mail.subject ?? '',
            text: mail.text ?? '',
            html: mail.html || '',
          })),
        ),
      );
    }
    // With very many that wait for another day.
    await plant(WAITING, new Date(Date.now() + 86_400_000));
    await untilWritten(db);
    const crowded: number[] = [];
    for (let turn = 0; turn < 3; turn += 1) crowded.push(await sendAll(await accept(MESSAGES)));
    worker.stop();

    const middle = (list: number[]): number => list.sort((a, b) => a - b)[1]!;
    return {
      rows: [
        {
          what: `event accepted to 250 recorded, ${CONNECTIONS} connections, against a bare nodemailer pool given the same text and HTML`,
          ours: middle(ours),
          theirs: middle(made),
          atLeast: 0.85,
        },
        {
          what: 'the same against a pool that only passes on bytes made before, and keeps no record',
          ours: middle(ours),
          theirs: middle(readyMade),
        },
        {
          what: `the same with ${WAITING.toLocaleString('en-GB')} deliveries waiting, against without`,
          ours: middle(crowded),
          theirs: middle(ours),
          atLeast: 1 / 1.2,
        },
      ],
      notes: [],
    };
  } finally {
    sink.child.disconnect();
    await end();
  }
}
