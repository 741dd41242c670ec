/**
 * Webhooks of shops: a mapping of 60 places over an order of 200 lines, and requests mapped, kept and planned while a worker sends what they
 * plan, on the same cores. Limits are what a busy shop needs.
 */
import { createHmac, randomBytes } from 'node:crypto';
import { resolve } from 'node:path';
import { eq } from 'drizzle-orm';
import { BASKET_MAPPING } from '../demo/basket-mapping';
import { setUp } from '../ops/setting';
import type { Mapping } from '../src/core/mapping';
import type { Row } from './measure';
import { startSink } from './planted';

const PLACES = 60;
const LINES = 200;
const MAPPING_MS = 5;
const REQUESTS = 2_000;
const AT_ONCE = 16;
const WANTED_A_SECOND = 200;
const TURNS = 30;
/** A shop does not wait for answers before it sends more: so long requests come at the pace that is wanted, whatever becomes of them. */
const PACED_S = 10;

/** A mapping with so many places, those of each line among them, and a request that fills them. */
async function large(): Promise<{ mapping: Mapping; request: unknown }> {
  const { TARGETS } = await import('../src/core/mapping');
  const lines = TARGETS.filter((t) => /^\/order\/lines\/\*\/(?!product\/(?:session|downloads|note))/.test(t.to));
  const others = TARGETS.filter((t) => !t.to.includes('/*') && !t.choices).slice(0, PLACES - lines.length);
  const value = { text: 'EUR', texts: 'A', money: '12,50', time: 1_764_407_525, whole: 2, number: '19', 'yes-no': 'y' };
  return {
    mapping: {
      event: { table: [], otherwise: 'order.placed' },
      lists: [{ to: '/order/lines', from: '$.basket.items[*]' }],
      fields: [...lines, ...others].map(({ to, kind }) => ({
        to,
        from: [to.includes('/*') ? `@.${kind.replace('-', '')}` : `$.basket.head.${kind.replace('-', '')}`],
      })),
    },
    request: {
      basket: {
        head: Object.fromEntries(Object.entries(value).map(([kind, v]) => [kind.replace('-', ''), v])),
        items: Array.from({ length: LINES }, () =>
          Object.fromEntries(Object.entries(value).map(([kind, v]) => [kind.replace('-', ''), v])),
        ),
      },
    },
  };
}

export async function benchSources(): Promise<{ rows: Row[]; notes: string[] }> {
  process.env.LIBELLUS_LOG = 'silent';
  const sink = await startSink();
  const setting = await setUp({
    basePort: 6_030,
    dataDir: resolve('.libellus/bench-sources'),
    demo: true,
    reset: true,
    web: false,
    worker: true,
  });
  try {
    const { compileMapping } = await import('../src/core/mapping');
    const { database, closeDatabase } = await import('../src/server/db/client');
    const t = await import('../src/server/db/schema');
    const { newId } = await import('../src/server/base/ids');
    const { handleSource } = await import('../src/server/api/sources');
    const sources = await import('../src/server/features/sources/sources');
    const { mapping, request } = await large();
    const apply = compileMapping(mapping);
    const times: number[] = [];
    for (let i = 0; i < TURNS + 5; i += 1) {
      const began = performance.now();
      const made = apply(request, { currency: 'EUR', timeZone: 'Europe/Berlin' });
      if ((made.data.order as { lines: unknown[] }).lines.length !== LINES) throw new Error('Lines are missing.');
      if (i >= 5) times.push(performance.now() - began);
    }
    const mapped = times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)]!;

    const db = database();
    const [person] = await db.select().from(t.user).limit(1);
    const [store] = await db.select().from(t.stores).where(eq(t.stores.id, 'quillwick'));
    const access = { store: store!, person: person!, role: 'owner' as const };
    await db.delete(t.services).where(eq(t.services.storeId, 'quillwick'));
    await db.insert(t.services).values({
      ...{
        id: newId(),
        storeId: 'quillwick',
        name: 'Sink',
        kind: 'local' as const,
        host: '127.0.0.1',
        port: sink.port,
      },
      ...{ security: 'none' as const, password: '', connections: 4, messagesPerConnection: 1000 },
    });
    await db
      .insert(t.senders)
      .ignore()
      .values({ storeId: 'quillwick', kind: 'orders', name: 'Quillwick', address: 'orders@quillwick.example' });
    const { id, address, secret } = await sources.makeSource(access, {
      name: 'Bench',
      proof: { by: 'hmac', header: 'x-signature', algorithm: 'sha256', encoding: 'hex', prefix: '' },
    });
    const { revision } = await sources.saveMapping(access, { id, revision: 1, mapping: BASKET_MAPPING });
    await sources.publishMapping(access, { id, revision });
    await sources.switchSource(access, { id, on: true });
    const token = address.split('/').at(-1)!;
    const run = randomBytes(3).toString('hex');
    let serial = 0;
    const send = async (): Promise<void> => {
      serial += 1;
      const body = JSON.stringify({
        what: 'basket.closed',
        basket: {
          ...{ ref: `${run}-${serial}`, opened: '2026-11-29 10:12:05', money: 'EUR' },
          buyer: { mail: `r${serial}@bench.example` },
          items: Array.from({ length: 3 }, (_, i) => ({ art: `A-${i}`, title: 'Paper', count: '2', each: '4,90' })),
        },
      });
      const signature = createHmac('sha256', secret).update(body).digest('hex');
      const answer = await handleSource(
        new Request('http://libellus.example/', { method: 'POST', body, headers: { 'x-signature': signature } }),
        token,
      );
      const said = (await answer.json()) as { state: string };
      if (said.state !== 'taken') throw new Error(JSON.stringify(said));
    };
    const lanes = async (count: number): Promise<number> => {
      const began = performance.now();
      const until = serial + count;
      await Promise.all(
        Array.from({ length: AT_ONCE }, async () => {
          while (serial < until) await send();
        }),
      );
      return count / ((performance.now() - began) / 1000);
    };
    /** Requests at a pace, for {@link PACED_S}; answers how long each took, ms, the shortest first, and how many were open at most. */
    const paced = async (aSecond: number): Promise<{ took: number[]; mostOpen: number }> => {
      const took: number[] = [];
      let [open, mostOpen] = [0, 0];
      const began = performance.now();
      const all: Promise<void>[] = [];
      while (all.length < aSecond * PACED_S) {
        const due = Math.floor(((performance.now() - began) / 1000) * aSecond);
        for (; all.length < due;) {
          const from = performance.now();
          open += 1;
          mostOpen = Math.max(mostOpen, open);
          all.push(
            send().then(() => {
              open -= 1;
              took.push(performance.now() - from);
            }),
          );
        }
        await new Promise((later) => setTimeout(later, 5));
      }
      await Promise.all(all);
      return { took: took.toSorted((a, b) => a - b), mostOpen };
    };
    await lanes(200);
    const sentBefore = await db.$count(t.deliveries, eq(t.deliveries.state, 'accepted'));
    const began = performance.now();
    const rate = await lanes(REQUESTS);
    const seconds = (performance.now() - began) / 1000;
    const sent = (await db.$count(t.deliveries, eq(t.deliveries.state, 'accepted'))) - sentBefore;
    const { took, mostOpen } = await paced(WANTED_A_SECOND);
    const share = (part: number): string => took[Math.floor(took.length * part)]!.toFixed(0);
    await closeDatabase();
    return {
      rows: [
        {
          what: `a mapping of ${PLACES} places over ${LINES} lines, against ${MAPPING_MS} ms`,
          ours: 1000 / mapped,
          theirs: 1000 / MAPPING_MS,
          atLeast: 1,
        },
        {
          what: `requests of a shop mapped, kept and planned beside sending, against ${WANTED_A_SECOND} a second`,
          ours: rate,
          theirs: WANTED_A_SECOND,
          atLeast: 1,
        },
      ],
      notes: [
        `Mapping: ${mapped.toFixed(2)} ms (under ${MAPPING_MS} wanted).`,
        `Requests: ${rate.toFixed(0)} a second (${WANTED_A_SECOND} wanted), while a worker sent ${(sent / seconds).toFixed(0)} messages a second.`,
        `At ${WANTED_A_SECOND} a second, however long each takes: half are answered within ${share(0.5)} ms, 95 % within ${share(0.95)} ms, with ${mostOpen} open at most.`,
      ],
    };
  } finally {
    await setting.end();
    sink.child.disconnect();
  }
}
