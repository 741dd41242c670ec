/**
 * How long each boundary holds the event loop when it is fed the worst that its byte limit lets through, beside a plain JSON.parse of
 * the same bytes. At most 50 ms are wanted: so long nobody else is answered.
 */
import { resolve } from 'node:path';
import { eq } from 'drizzle-orm';
import { setUp } from '../ops/setting';

export interface HostileRow {
  boundary: string;
  bytes: number;
  /** The longest that the event loop was held, ms; the median of several runs. */
  held: number;
  /** JSON.parse of the same bytes, ms; undefined for what is no JSON. */
  parse: number | undefined;
}

export const MOST_HELD_MS = 50;
const RUNS = 7;

/** The longest time in which nothing else could run while something was done, ms. */
async function longestHold(work: () => unknown): Promise<number> {
  let longest = 0;
  let last = performance.now();
  let over = false;
  const watching = (async () => {
    while (!over) {
      await new Promise((next) => setImmediate(next));
      const now = performance.now();
      longest = Math.max(longest, now - last);
      last = now;
    }
  })();
  await new Promise((next) => setImmediate(next));
  await Promise.resolve()
    .then(work)
    .catch(() => undefined);
  await new Promise((next) => setImmediate(next));
  over = true;
  await watching;
  return longest;
}

const median = (list: number[]): number => list.toSorted((a, b) => a - b)[Math.floor(list.length / 2)]!;

async function measured(boundary: string, body: string, work: (body: string) => unknown): Promise<HostileRow> {
  await longestHold(() => work(body));
  const held: number[] = [];
  const parse: number[] = [];
  for (let i = 0; i < RUNS; i += 1) {
    held.push(await longestHold(() => work(body)));
    const began = performance.now();
    try {
      JSON.parse(body);
      parse.push(performance.now() - began);
    } catch {
      // No JSON.
    }
  }
  const row = { boundary, bytes: Buffer.byteLength(body), held: median(held) };
  return { ...row, parse: parse.length === RUNS ? median(parse) : undefined };
}

const pad = (bytes: number, make: (i: number) => string, join = ','): string => {
  const parts: string[] = [];
  for (let size = 0, i = 0; size < bytes; i += 1) {
    const part = make(i);
    parts.push(part);
    size += part.length + join.length;
  }
  parts.pop();
  return parts.join(join);
};
const wide = (bytes: number): string => `{${pad(bytes - 40, (i) => `"k${i}":${i}`)}}`;
const few = (bytes: number): string =>
  `{${pad(Math.min(bytes, 13_000), (i) => `"k${i}":${i}`)},"x":"${'x'.repeat(Math.max(0, bytes - 13_100))}"}`;
const deep = (bytes: number): string => '['.repeat(bytes / 2) + ']'.repeat(bytes / 2);

export async function benchHostile(): Promise<HostileRow[]> {
  process.env.LIBELLUS_LOG = 'silent';
  const setting = await setUp({
    basePort: 5_990,
    dataDir: resolve('.libellus/bench-hostile'),
    demo: true,
    reset: true,
    web: false,
    worker: false,
  });
  try {
    const { database, closeDatabase } = await import('../src/server/db/client');
    const t = await import('../src/server/db/schema');
    const { handleEvent } = await import('../src/server/api/events');
    const { MAX_BODY } = await import('../src/server/api/body');
    const { Webhook } = await import('standardwebhooks');
    const { setUpFirst } = await import('../src/server/features/stores/stores');
    const { saveTemplate } = await import('../src/server/features/templates/templates');
    const { importLook, saveLook } = await import('../src/server/features/templates/look');
    const { saveNotification } = await import('../src/server/features/notifications/notification');
    const { placeOrder } = await import('../src/server/features/orders/placing');
    const { saveService } = await import('../src/server/features/sending/services');
    const { previewFile } = await import('../src/server/features/exchange/bring-in');
    const { MOST_JSON_BYTES } = await import('../src/server/features/exchange/read');
    const { BODY_SIZE, MOST_LIST_BYTES } = await import('../src/server/net/limits');
    const { jsonTooLarge } = await import('../src/core/size');
    const { exampleEvent } = await import('../src/server/events/examples');
    const [store] = await database().select().from(t.stores).where(eq(t.stores.id, 'quillwick'));
    const [person] = await database().select().from(t.user).limit(1);
    const access = { store: store!, person: person!, role: 'owner' as const };
    const key = setting.demo!.eventsKey;
    let serial = 0;
    const event = (body: string): Promise<Response> => {
      const id = `hostile-${(serial += 1)}`;
      const at = new Date();
      const headers = {
        'webhook-id': id,
        'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
        'webhook-signature': new Webhook(key).sign(id, at, body),
      };
      return handleEvent(new Request('http://libellus.example/', { method: 'POST', body, headers }));
    };
    const example = exampleEvent('order.placed', {
      currency: store!.currency,
      channel: 'web-shop',
      time: new Date(Date.now() - 60_000).toISOString(),
    });
    const { order } = example.data as { order: { lines: object[] } };
    const lines = (line: (i: number) => object): string =>
      JSON.stringify({
        ...example,
        data: {
          order: { ...order, number: `H-${(serial += 1)}`, lines: Array.from({ length: 500 }, (_, i) => line(i)) },
        },
      });
    const screen = 512_000;
    const json = (work: (value: unknown) => unknown) => (body: string) => {
      if (jsonTooLarge(body, BODY_SIZE)) return undefined;
      return work(JSON.parse(body) as unknown);
    };
    const block = (i: number): object => ({
      id: `b${i}`,
      kind: 'text',
      when: { match: 'all', tests: [{}, {}] },
      more: i,
    });
    const rows = [
      await measured('event: unknown keys', wide(MAX_BODY), event),
      await measured('event: few keys and a long text', few(MAX_BODY), event),
      await measured('event: nested', deep(MAX_BODY), event),
      await measured(
        'event: 500 lines, each wrong',
        lines(() => ({ product: {}, quantity: -1, unitPrice: 'x'.repeat(1_500) })),
        event,
      ),
      await measured(
        'event: 500 lines, each right, with long names',
        lines((i) => ({
          product: { sku: `S-${i}`, name: 'n'.repeat(290), category: 'c'.repeat(70) },
          quantity: 1,
          unitPrice: 1,
        })),
        event,
      ),
      await measured(
        'set-up, signed out: unknown keys',
        wide(16_000),
        json((v) => setUpFirst(v, '192.0.2.1')),
      ),
      await measured(
        'template: unknown keys',
        wide(screen),
        json((v) => saveTemplate(access, 'order-received', 0, v)),
      ),
      await measured(
        'template: few keys and a long text',
        few(screen),
        json((v) => saveTemplate(access, 'order-received', 0, v)),
      ),
      await measured(
        'template: blocks that fit no kind',
        `{"version":1,"words":{},"blocks":[${pad(100_000, (i) => JSON.stringify(block(i)))}]}`,
        json((v) => saveTemplate(access, 'order-received', 0, v)),
      ),
      await measured(
        'template: words of brackets',
        JSON.stringify({
          version: 1,
          blocks: [],
          words: {
            en: {
              subject: '{'.repeat(4_000),
              preheader: '',
              ...Object.fromEntries(Array.from({ length: 100 }, (_, i) => [`s${i}`, '{'.repeat(4_000)])),
            },
          },
        }),
        json((v) => saveTemplate(access, 'order-received', 0, v)),
      ),
      await measured(
        'template: nested',
        deep(screen),
        json((v) => saveTemplate(access, 'order-received', 0, v)),
      ),
      await measured(
        'look: unknown keys',
        wide(screen),
        json((v) => saveLook(access, 0, v)),
      ),
      await measured(
        'look file: a picture that is none',
        `{"kind":"libellus look","version":1,"look":{},"pictures":{"/a":"${'A'.repeat(2_900_000)}"}}`,
        (body) => importLook(access, body),
      ),
      await measured(
        'notification: unknown keys',
        wide(screen),
        json((v) => saveNotification(access, 'order-received', 0, v)),
      ),
      await measured(
        'order placed: lines of nothing',
        `{"paid":true,"channel":"web-shop","lines":[${pad(screen, () => '{}')}]}`,
        json((v) => placeOrder(access, v)),
      ),
      await measured(
        'service: unknown keys',
        wide(screen),
        json((v) => saveService(access, undefined, v)),
      ),
      await measured('list, JSON: entries of nothing', `[${pad(MOST_JSON_BYTES, () => '{}')}]`, (body) =>
        previewFile(access, 'products', Buffer.from(body)),
      ),
      await measured('list, JSON: nested', deep(MOST_JSON_BYTES), (body) =>
        previewFile(access, 'products', Buffer.from(body)),
      ),
      await measured(
        'list, CSV: products',
        `sku,name,category,price\n${pad(MOST_LIST_BYTES, (i) => `S-${i},A name of a product ${i},papers,12.50`, '\n')}`,
        (body) => previewFile(access, 'products', Buffer.from(body)),
      ),
      await measured(
        'list, CSV: every cell wrong',
        `sku,name,category,price\n${pad(MOST_LIST_BYTES, () => ',,,x', '\n')}`,
        (body) => previewFile(access, 'products', Buffer.from(body)),
      ),
      await measured(
        'list, CSV: one endless quotation',
        `sku,name,category,price\n"${'x'.repeat(MOST_LIST_BYTES)}`,
        (body) => previewFile(access, 'products', Buffer.from(body)),
      ),
      await measured(
        'list, CSV: one endless quotation over many lines',
        `sku,name,category,price\n"${'x\n'.repeat(MOST_LIST_BYTES / 2)}`,
        (body) => previewFile(access, 'products', Buffer.from(body)),
      ),
      await measured('list, CSV: one row of commas', `sku,name\n${','.repeat(MOST_LIST_BYTES)}`, (body) =>
        previewFile(access, 'products', Buffer.from(body)),
      ),
      await measured(
        'list, CSV: orders',
        `number,placed_at,channel,email,sku,product,quantity,unit_price\n${pad(MOST_LIST_BYTES, (i) => `O-${i >> 1},2026-11-01T10:00:00Z,web-shop,p${i >> 1}@bench.example,S-${i % 9},A product,2,12.50`, '\n')}`,
        (body) => previewFile(access, 'orders', Buffer.from(body)),
      ),
      await measured(
        'list, CSV: a heading without end',
        pad(MOST_LIST_BYTES, (i) => `c${i}`),
        (body) => previewFile(access, 'products', Buffer.from(body)),
      ),
    ];
    await closeDatabase();
    return rows;
  } finally {
    await setting.end();
  }
}

export function printHostile(rows: readonly HostileRow[]): void {
  console.table(
    rows.map((r) => ({
      boundary: r.boundary,
      kB: Math.round(r.bytes / 1_000).toLocaleString('en-GB'),
      'held, ms': r.held.toFixed(1),
      'JSON.parse, ms': r.parse?.toFixed(1) ?? '',
      wanted: `at most ${MOST_HELD_MS} ms`,
      reached: r.held <= MOST_HELD_MS ? 'yes' : 'no',
    })),
  );
}
