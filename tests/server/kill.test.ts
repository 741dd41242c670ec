import { spawn, type ChildProcess } from 'node:child_process';
import { eq, sql } from 'drizzle-orm';
import { createConnection, type RowDataPacket } from 'mysql2/promise';
import { database } from '@/server/db/client';
import { deliveries } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { connectService, placedEvent, SHOP, until, useDatabase } from './fixture';

useDatabase();

const ORDERS = 100;
const KILLS = 10;

const workers: ChildProcess[] = [];
// A test that fails leaves none behind.
afterAll(() => {
  for (const worker of workers) worker.kill('SIGKILL');
});

function startWorker(): ChildProcess {
  const worker = spawn(process.execPath, ['--import', 'tsx', 'src/server/worker/main.ts'], {
    // A short lease, so that what a killed worker held is claimed again soon.
    env: { ...process.env, LIBELLUS_LEASE_MS: '4000' },
    stdio: 'ignore',
  });
  workers.push(worker);
  return worker;
}

async function accepted(): Promise<number> {
  const [row] = await database()
    .select({ n: sql<number>`count(*)` })
    .from(deliveries)
    .where(eq(deliveries.state, 'accepted'));
  return Number(row!.n);
}

/** What the receiving side has, read where the stand-in keeps it. */
async function arrived(domain: string): Promise<{ mailbox: string; messageId: string }[]> {
  const connection = await createConnection(`${process.env.LIBELLUS_TEST_DATABASE}libellus_standins`);
  const [rows] = await connection.query<(RowDataPacket & { mailbox: string; messageId: string })[]>(
    'select mailbox, message_id as messageId from message where mailbox like ?',
    [`%@${domain}`],
  );
  await connection.end();
  return rows;
}

it(`loses nothing when the worker is killed ${KILLS} times in the middle of ${2 * ORDERS} deliveries`, async () => {
  await connectService();
  const domain = 'kill-test.example';
  // Staff mail would all go to one mailbox; here every delivery has one of its own.
  for (let i = 0; i < ORDERS; i += 1) {
    await receiveEvent(SHOP, placedEvent({ customer: { email: `c${i}@${domain}` } }));
  }
  const all = await database().select().from(deliveries);
  expect(all).toHaveLength(2 * ORDERS);
  for (const [i, delivery] of all.entries()) {
    if (delivery.role === 'staff') {
      await database()
        .update(deliveries)
        .set({ recipient: `s${i}@${domain}` })
        .where(eq(deliveries.id, delivery.id));
    }
  }

  let killed = 0;
  while (killed < KILLS) {
    const before = await accepted();
    const worker = startWorker();
    const gone = new Promise((resolve) => worker.once('exit', resolve));
    // In the middle of the work: some are sent, more are claimed or on the line.
    await until(accepted, (n) => n >= before + 7 || n === 2 * ORDERS, 60);
    worker.kill('SIGKILL');
    await gone;
    killed += 1;
  }
  expect(await accepted()).toBeLessThan(2 * ORDERS);

  const last = startWorker();
  await until(accepted, (n) => n === 2 * ORDERS, 90);
  last.kill('SIGTERM');
  await new Promise((resolve) => last.once('exit', resolve));

  const mails = await arrived(domain);
  const expected = await database()
    .select({ recipient: deliveries.recipient, messageId: deliveries.messageId })
    .from(deliveries);
  const idsByMailbox = new Map<string, Set<string>>();
  for (const { mailbox, messageId } of mails)
    idsByMailbox.set(mailbox, (idsByMailbox.get(mailbox) ?? new Set()).add(messageId));
  for (const { recipient, messageId } of expected) {
    // Every one is there, and a second copy, if any, carries the same Message-ID.
    expect([...(idsByMailbox.get(recipient) ?? [])]).toEqual([messageId]);
  }
  // At most what was under way at each kill went twice: eight at once.
  expect(mails.length - 2 * ORDERS).toBeLessThanOrEqual(8 * KILLS);
}, 400_000);
