/** Signed events received, planned and committed, against bare inserts of the same rows by the same number of connections. */
import { resolve } from 'node:path';
import { eq } from 'drizzle-orm';
import { setUp } from '../ops/setting';
import { makeOrder } from './fill';
import type { Row } from './measure';

const EVENTS = 1_500;
const AT_ONCE = 8;
const TURNS = 5;
const WANTED_A_SECOND = 200;

/** Does something so often, several at once; answers how many a second. */
async function rate(count: number, one: () => Promise<void>): Promise<number> {
  const began = performance.now();
  let begun = 0;
  const lane = async (): Promise<void> => {
    while (begun < count) {
      begun += 1;
      await one();
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, lane));
  return count / ((performance.now() - began) / 1_000);
}

const median = (list: number[]): number => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)]!;

export async function benchIntake(): Promise<{ rows: Row[]; notes: string[] }> {
  process.env.LIBELLUS_LOG = 'silent';
  const setting = await setUp({
    basePort: 6_010,
    dataDir: resolve('.libellus/bench-intake'),
    demo: true,
    reset: true,
    web: false,
    worker: false,
  });
  try {
    const { database, closeDatabase } = await import('../src/server/db/client');
    const t = await import('../src/server/db/schema');
    const { handleEvent } = await import('../src/server/api/events');
    const { newId } = await import('../src/server/base/ids');
    const { Webhook } = await import('standardwebhooks');
    const db = database();
    const key = new Webhook(setting.demo!.eventsKey);
    let serial = 0;
    const event = async (): Promise<void> => {
      serial += 1;
      const { taxes: _taxes, ...made } = makeOrder(serial);
      const body = JSON.stringify({
        specversion: '1.0',
        id: `intake-${serial}`,
        source: 'https://quillwick.example/shop',
        type: 'order.placed',
        data: { order: { ...made, number: `I-${serial}`, placedAt: new Date().toISOString(), channel: 'web-shop' } },
      });
      const at = new Date();
      const headers = {
        'webhook-id': `intake-${serial}`,
        'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
        'webhook-signature': key.sign(`intake-${serial}`, at, body),
      };
      const answer = await handleEvent(new Request('http://libellus.example/', { method: 'POST', body, headers }));
      if (answer.status !== 202) throw new Error(await answer.text());
    };
    await rate(200, event);
    const [order] = await db.select().from(t.orders).where(eq(t.orders.number, 'I-1'));
    const [first] = await db.select().from(t.events).where(eq(t.events.orderId, order!.id));
    const planned = await db.select().from(t.deliveries).where(eq(t.deliveries.eventId, first!.id));
    const unsaid = await db.select().from(t.notWritten).where(eq(t.notWritten.eventId, first!.id));
    let bare = 0;
    const insert = async (): Promise<void> => {
      bare += 1;
      const number = bare;
      const [eventId, orderId] = [newId(), newId()];
      await db.transaction(
        async (tx) => {
          await tx.insert(t.orders).values({ ...order!, id: orderId, number: `B-${number}` });
          await tx.insert(t.events).values({ ...first!, id: eventId, orderId, eventId: `bare-${number}` });
          await tx.insert(t.deliveries).values(planned.map((d) => ({ ...d, id: newId(), eventId, orderId })));
          if (unsaid.length > 0) {
            await tx.insert(t.notWritten).values(unsaid.map((n) => ({ ...n, id: newId(), eventId, orderId })));
          }
        },
        { isolationLevel: 'read committed' },
      );
    };
    await rate(200, insert);
    const ours: number[] = [];
    const theirs: number[] = [];
    for (let turn = 0; turn < TURNS; turn += 1) {
      theirs.push(await rate(EVENTS, insert));
      ours.push(await rate(EVENTS, event));
    }
    await closeDatabase();
    const [own, other] = [median(ours), median(theirs)];
    return {
      rows: [
        {
          what: 'signed events received, planned and committed / the same rows inserted bare',
          ours: own,
          theirs: other,
          atLeast: 0.5,
        },
      ],
      notes: [
        `An event plans ${planned.length} messages and keeps ${unsaid.length} reasons for others. ${Math.round(own)} events a second; ${WANTED_A_SECOND} are wanted: ${own >= WANTED_A_SECOND ? 'yes' : 'no'}.`,
      ],
    };
  } finally {
    await setting.end();
  }
}
