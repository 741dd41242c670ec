/** From an accepted event to a recorded 250, against a bare nodemailer pool that sends the same messages to the same server. */
import { fork, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { resolve } from 'node:path';
import { eq, inArray, sql } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { createTransport, type SendMailOptions } from 'nodemailer';
import { setUp } from '../ops/setting';
import { makeOrder } from './fill';
import { untilWritten, type Row } from './measure';

const MESSAGES = 1_500;
const CONNECTIONS = 4;
const WAITING = 100_000;

/** How many messages two workers share, and how long the server may take over each, ms: what a worker waits for is the line. */
const SHARED = 600;
const SLOWNESS = 300;

export async function startSink(slowness = 0): Promise<{ port: number; child: ChildProcess }> {
  const child = fork(resolve('bench/sink.ts'), {
    execArgv: ['--import', 'tsx'],
    env: { ...process.env, SINK_SLOWNESS: String(slowness) },
  });
  const [told] = (await once(child, 'message')) as [{ port: number }];
  return { port: told.port, child };
}

/** Waits until something holds, asking every few milliseconds. */
async function holds(ask: () => Promise<boolean>): Promise<void> {
  const deadline = Date.now() + 120_000;
  while (!(await ask())) {
    if (Date.now() > deadline) throw new Error('Nothing moved for two minutes.');
    await new Promise((again) => setTimeout(again, 25));
  }
}

export async function benchSending(): Promise<{ rows: Row[]; notes: string[] }> {
  const sink = await startSink();
  const setting = await setUp({
    basePort: 5_970,
    dataDir: resolve('.libellus/bench-sending'),
    demo: true,
    reset: true,
    web: false,
    worker: false,
  });
  try {
    process.env.LIBELLUS_LOG = 'silent';
    const { database, closeDatabase } = await import('../src/server/db/client');
    const t = await import('../src/server/db/schema');
    const { newId } = await import('../src/server/base/ids');
    const { receiveEvent } = await import('../src/server/events/receive');
    const { Worker } = await import('../src/server/worker/worker');
    const db = database();
    const [past] = await db.select().from(t.deliveries).where(eq(t.deliveries.role, 'customer')).limit(1);
    const { storeId } = past!;
    await db.delete(t.services).where(eq(t.services.storeId, storeId));
    await db.insert(t.services).values({
      id: newId(),
      storeId,
      name: 'Sink',
      kind: 'local',
      host: '127.0.0.1',
      port: sink.port,
      security: 'none',
      password: '',
      connections: CONNECTIONS,
      messagesPerConnection: 1000,
    });
    await db
      .insert(t.senders)
      .ignore()
      .values({ storeId, kind: 'orders', name: 'Quillwick', address: 'orders@quillwick.example' });

    /** Makes deliveries of one that was sent, each its own event's, as planning leaves them. */
    const plant = async (count: number, dueAt: Date): Promise<string[]> => {
      const ids: string[] = [];
      for (let from = 0; from < count; from += 1_000) {
        const rows = Array.from({ length: Math.min(1_000, count - from) }, () => ({
          ...past!,
          id: newId(),
          eventId: past!.eventId,
          recipient: `r${newId().toLowerCase()}@bench.example`,
          state: 'planned' as const,
          attempts: 0,
          dueAt,
          acceptedAt: null,
          messageId: '',
          subject: '',
          createdAt: new Date(),
        }));
        ids.push(...rows.map((r) => r.id));
        await db.insert(t.deliveries).values(rows);
      }
      return ids;
    };
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

    // Worker processes of their own, on one database, against a server that takes its time.
    const slow = await startSink(SLOWNESS);
    await db.update(t.services).set({ port: slow.port }).where(eq(t.services.storeId, storeId));
    const shared = async (workers: number): Promise<number> => {
      const ids = await plant(SHARED, new Date(Date.now() + 86_400_000));
      await db.delete(t.heartbeats);
      const children = Array.from({ length: workers }, () =>
        fork(resolve('src/server/processes/worker.ts'), {
          execArgv: ['--import', 'tsx'],
          env: process.env,
          silent: true,
        }),
      );
      const count = async (rows: Promise<unknown[]>): Promise<number> => (await rows).length;
      await holds(async () => (await count(db.select().from(t.heartbeats))) === workers);
      const mine = inArray(t.deliveries.id, ids);
      await db.update(t.deliveries).set({ dueAt: new Date() }).where(mine);
      const began = performance.now();
      await holds(async () => {
        const [left] = await db
          .select({ n: sql<number>`count(*)` })
          .from(t.deliveries)
          .where(sql`${mine} and ${t.deliveries.state} <> 'accepted'`);
        return Number(left!.n) === 0;
      });
      const rate = SHARED / ((performance.now() - began) / 1_000);
      for (const child of children) child.kill('SIGTERM');
      await Promise.all(children.map((child) => once(child, 'exit')));
      return rate;
    };
    const one = await shared(1);
    const two = await shared(2);
    slow.child.send('taken');
    const [{ taken }] = (await once(slow.child, 'message')) as [{ taken: string[] }];
    const doubled = taken.length - new Set(taken).size;
    slow.child.disconnect();
    await closeDatabase();
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
        {
          what: `two worker processes, against one, with a server that takes up to ${SLOWNESS} ms over a message`,
          ours: two,
          theirs: one,
          atLeast: 1.9,
        },
      ],
      notes: [`Of ${taken.length} messages sent by one and two workers, ${doubled} went twice.`],
    };
  } finally {
    sink.child.disconnect();
    await setting.end();
  }
}
