/** A demo store whose mail all goes to a server that takes everything, with deliveries like those that were sent. */
import { fork, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { resolve } from 'node:path';
import { and, eq, isNotNull } from 'drizzle-orm';
import { setUp } from '../ops/setting';
import type { Database } from '../src/server/db/client';

/** @param takes how long it takes over a message, ms: at least and at most */
export async function startSink([least, most] = [0, 0]): Promise<{ port: number; child: ChildProcess }> {
  const child = fork(resolve('bench/sink.ts'), {
    execArgv: ['--import', 'tsx'],
    env: { ...process.env, SINK_TAKES: `${least}-${most}` },
  });
  const [told] = (await once(child, 'message')) as [{ port: number }];
  return { port: told.port, child };
}

/** Waits until something holds, asking every few milliseconds. */
export async function holds(ask: () => Promise<boolean>): Promise<void> {
  const deadline = Date.now() + 120_000;
  while (!(await ask())) {
    if (Date.now() > deadline) throw new Error('Nothing moved for two minutes.');
    await new Promise((again) => setTimeout(again, 25));
  }
}

/** Makes a sink the one service of a store, and gives it somebody to send as. */
export async function sendToSink({
  db,
  t,
  storeId,
  port,
}: {
  db: Database;
  t: typeof import('../src/server/db/schema');
  storeId: string;
  port: number;
}): Promise<void> {
  const { newId } = await import('../src/server/base/ids');
  await db.delete(t.services).where(eq(t.services.storeId, storeId));
  await db.insert(t.services).values({
    ...{ id: newId(), storeId, name: 'Sink', kind: 'local' as const, host: '127.0.0.1', port },
    ...{ security: 'none' as const, password: '', connections: CONNECTIONS, messagesPerConnection: 1000 },
  });
  await db
    .insert(t.senders)
    .ignore()
    .values({ storeId, kind: 'orders', name: 'Quillwick', address: 'orders@quillwick.example' });
}

/** Lines of a worker to the server. */
export const CONNECTIONS = 4;

/**
 * Starts the demo without web and worker, and sends the mail of one of its stores to a sink.
 * @param folder for its data, under `.libellus`
 */
export async function storeWithSink({
  basePort,
  folder,
  port,
  databaseUrl,
}: {
  basePort: number;
  folder: string;
  port: number;
  databaseUrl?: string;
}) {
  const dataDir = resolve('.libellus', folder);
  const setting = await setUp({
    basePort,
    dataDir,
    demo: true,
    reset: true,
    web: false,
    worker: false,
    ...(databaseUrl && { databaseUrl }),
  });
  process.env.LIBELLUS_LOG = 'silent';
  const { database, closeDatabase } = await import('../src/server/db/client');
  const t = await import('../src/server/db/schema');
  const { newId } = await import('../src/server/base/ids');
  const db = database();
  const [sent] = await db.select().from(t.deliveries).where(eq(t.deliveries.role, 'customer')).limit(1);
  const past = sent!;
  const { storeId, notificationId } = past;
  // Of many orders: one that everything is about would be read whole for each message.
  const alike = await db
    .select()
    .from(t.deliveries)
    .where(
      and(
        ...[eq(t.deliveries.storeId, storeId), eq(t.deliveries.notificationId, notificationId)],
        ...[eq(t.deliveries.role, 'customer'), isNotNull(t.deliveries.orderId)],
      ),
    );
  await sendToSink({ db, t, storeId, port });

  /** Makes deliveries like those that were sent, as planning leaves them. */
  const plant = async (count: number, dueAt: Date): Promise<string[]> => {
    const ids: string[] = [];
    for (let from = 0; from < count; from += 1_000) {
      const rows = Array.from({ length: Math.min(1_000, count - from) }, (_, i) => ({
        ...alike[i % alike.length]!,
        id: newId(),
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
  const end = async (): Promise<void> => {
    await closeDatabase();
    await setting.end();
  };
  return { db, t, storeId, past, dataDir, plant, end };
}
