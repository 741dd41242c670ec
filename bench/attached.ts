/** A file of 5 MB with messages to many people: the memory it takes must not follow how many they are. */
import { randomBytes } from 'node:crypto';
import { eq, sql } from 'drizzle-orm';
import { startSink, storeWithSink } from './planted';

const BYTES = 5_000_000;
const FEW = 20;
/** The longer run: LIBELLUS_BENCH_PEOPLE=1000. */
const MANY = Number(process.env.LIBELLUS_BENCH_PEOPLE ?? 200);

const megabytes = (bytes: number): string => (bytes / 1e6).toFixed(0);

export async function benchAttached(): Promise<{ notes: string[] }> {
  const sink = await startSink();
  const { db, t, storeId, past, end } = await storeWithSink({
    ...{ basePort: 5_970, folder: 'bench-attached', port: sink.port },
  });
  try {
    const { newId } = await import('../src/server/base/ids');
    const { bringFile } = await import('../src/server/documents/files');
    const { Worker } = await import('../src/server/worker/worker');
    const bytes = Buffer.concat([Buffer.from('%PDF-1.4\n'), randomBytes(BYTES)]);
    const { known: _, ...file } = await bringFile(storeId, { bytes, name: 'guide.pdf', by: '', onShelf: false });
    // The past event, as if it had been a letter with the file.
    const [event] = await db.select().from(t.events).where(eq(t.events.id, past.eventId));
    const letter = { notificationId: past.notificationId, by: 'Marta', adapted: [], files: [file] };
    await db
      .update(t.events)
      .set({ type: 'by-hand', data: { ...event!.data, letter } })
      .where(eq(t.events.id, event!.id));
    const worker = new Worker();
    /** Sends to so many; the most that the process held meanwhile. */
    const peak = async (people: number): Promise<{ most: number; seconds: number }> => {
      await db.insert(t.deliveries).values(
        Array.from({ length: people }, () => ({
          ...past,
          id: newId(),
          recipient: `r${newId().toLowerCase()}@bench.example`,
          state: 'planned' as const,
          attempts: 0,
          dueAt: new Date(),
          acceptedAt: null,
          createdAt: new Date(),
        })),
      );
      let most = 0;
      const look = setInterval(() => (most = Math.max(most, process.memoryUsage().rss)), 20);
      const began = performance.now();
      while ((await worker.round()) > 0);
      clearInterval(look);
      return { most, seconds: (performance.now() - began) / 1_000 };
    };
    await peak(FEW);
    const few = await peak(FEW);
    const many = await peak(MANY);
    const [kept] = await db
      .select({ n: sql<number>`count(*)`, bytes: sql<number>`sum(length(${t.sentMessages.raw}))` })
      .from(t.sentMessages)
      .innerJoin(t.deliveries, eq(t.deliveries.id, t.sentMessages.deliveryId))
      .where(eq(t.deliveries.eventId, past.eventId));
    return {
      notes: [
        `5 MB to ${FEW} people: ${megabytes(few.most)} MB at most, ${few.seconds.toFixed(1)} s`,
        `5 MB to ${MANY} people: ${megabytes(many.most)} MB at most, ${many.seconds.toFixed(1)} s`,
        `memory ${(many.most / few.most).toFixed(2)} times for ${MANY / FEW} times the people`,
        `kept of ${kept!.n} messages: ${megabytes(Number(kept!.bytes))} MB, and the file once`,
      ],
    };
  } finally {
    await end();
    sink.child.kill();
  }
}
