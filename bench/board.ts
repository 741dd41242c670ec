/** Opening the board of a store with 40 notifications and a long past: with 1,000,000 deliveries against with 10,000. */
import { resolve } from 'node:path';
import { sql } from 'drizzle-orm';
import { setUp } from '../ops/setting';
import { untilWritten, type Row } from './measure';

const FEW = 10_000;
const MANY = 1_000_000;
const STEP = 100_000;
const OPENINGS = 15;

export async function benchBoard(): Promise<{ rows: Row[]; notes: string[] }> {
  const setting = await setUp({
    basePort: 5_950,
    dataDir: resolve('.libellus/bench-board'),
    demo: true,
    reset: true,
    web: false,
    worker: false,
  });
  try {
    const { database, closeDatabase } = await import('../src/server/db/client');
    const t = await import('../src/server/db/schema');
    const { loadBoard } = await import('../src/server/features/notifications/board');
    const { makeNotification } = await import('../src/server/features/notifications/notifications');
    const db = database();
    const [store] = await db.select().from(t.stores).limit(1);
    const [person] = await db.select().from(t.user).limit(1);
    const access = {
      store: store!,
      person: person!,
      role: 'owner' as const,
    };
    const there = (await loadBoard(access)).cards.length;
    for (let i = there; i < 40; i += 1) {
      await makeNotification(access, {
        name: `One more ${i}`,
        moment: 'order.note-added',
        audience: 'customer',
        from: 'order-note',
      }).catch(() =>
        makeNotification(access, { name: `One more ${i}`, moment: 'order.note-added', audience: 'customer' }),
      );
    }
    /** Copies of what was sent, spread over the notifications and the last year, under ids of those times. */
    const plant = async (from: number, to: number): Promise<void> => {
      for (let low = from; low < to; low += STEP) {
        const high = Math.min(to, low + STEP);
        await db.execute(sql`
          insert into delivery (id, store_id, event_id, order_number, notification_id, notification_name, edition_id, recipient,
            recipient_name, role, language, reasons, sender, state, due_at, attempts, subject, message_id, last_words, created_at, accepted_at)
          select concat('00', lpad(conv(seq, 10, 32), 24, '0')), ${store!.id}, concat('E', lpad(seq, 25, '0')), concat('P-', seq),
            n.id, n.name, '', concat('c', seq, '@bench.example'), '', 'customer', 'en', '[]', 'orders',
            if(seq % 200 = 0, 'failed', 'accepted'), date_sub(now(3), interval seq % 365 day), 1, 'A message', '', '',
            date_sub(now(3), interval seq % 365 day), now(3)
          from seq_1_to_1000000 s
          join (select id, name, row_number() over (order by id) - 1 as place from notification where store_id = ${store!.id}) n
            on n.place = s.seq % 40
          where seq > ${low} and seq <= ${high}`);
      }
      await db.execute(sql`analyze table delivery`);
      await untilWritten(db);
    };
    const open = async (): Promise<number> => {
      await loadBoard(access);
      const times: number[] = [];
      for (let i = 0; i < OPENINGS; i += 1) {
        const began = performance.now();
        const board = await loadBoard(access);
        if (board.cards.length < 40) throw new Error('The board has too few notifications.');
        times.push(performance.now() - began);
      }
      return times.sort((a, b) => a - b)[Math.floor(OPENINGS / 2)]!;
    };
    await plant(0, FEW);
    const few = await open();
    await plant(FEW, MANY);
    const many = await open();
    await closeDatabase();
    return {
      rows: [
        {
          what: 'opening the board with 1,000,000 deliveries against with 10,000',
          ours: 1000 / many,
          theirs: 1000 / few,
          atLeast: 1 / 1.5,
        },
      ],
      notes: [
        `The board opens in ${many.toFixed(0)} ms with 1,000,000 past deliveries, in ${few.toFixed(0)} ms with 10,000.`,
      ],
    };
  } finally {
    await setting.end();
  }
}
