/**
 * Customers: the list, a search and a record among a million customers with five million deliveries, against the same among ten thousand. What
 * a colleague opens on the telephone takes as long in a store of any size.
 */
import { resolve } from 'node:path';
import { sql } from 'drizzle-orm';
import { setUp } from '../ops/setting';
import type { Database } from '../src/server/db/client';
import { untilWritten, type Row } from './measure';

const FEW = 10_000;
const MANY = 1_000_000;
const MESSAGES_EACH = 5;
/** One of so many customers has an order by whose number they are found. */
const ORDER_EACH = 4;
/** As long at most as among a few. */
const AS_AMONG_FEW = 1.5;
const TURNS = 25;
/** Rows that one statement makes. */
const AT_ONCE = 25_000;

export async function benchCustomers(): Promise<{ rows: Row[]; notes: string[] }> {
  const setting = await setUp({
    basePort: 5_980,
    dataDir: resolve('.libellus/bench-customers'),
    demo: true,
    reset: true,
    web: false,
    worker: false,
  });
  try {
    return await measured();
  } finally {
    await setting.end();
  }
}

async function measured(): Promise<{ rows: Row[]; notes: string[] }> {
  const { closeDatabase, database } = await import('../src/server/db/client');
  const t = await import('../src/server/db/schema');
  const { eq } = await import('drizzle-orm');
  const { loadCustomer } = await import('../src/server/features/customers/customer');
  const { listCustomers, NO_FILTER } = await import('../src/server/features/customers/list');
  const db = database();
  const [person] = await db.select().from(t.user).limit(1);
  const accessTo = async (id: string) => {
    const [store] = await db.select().from(t.stores).where(eq(t.stores.id, id));
    return { store: store!, person: person!, role: 'owner' as const };
  };
  const began = performance.now();
  await fill(db, 'quillwick-trade', FEW);
  await fill(db, 'quillwick', MANY);
  const filled = (performance.now() - began) / 1000;
  await untilWritten(db);

  const few = await accessTo('quillwick-trade');
  const many = await accessTo('quillwick');
  const asked: [what: string, ask: (access: typeof few, i: number) => Promise<unknown>][] = [
    ['the first page', (access) => listCustomers(access)],
    ['the first page of a country', (access) => listCustomers(access, { ...NO_FILTER, country: 'PL' })],
    ['the first page of a language', (access) => listCustomers(access, { ...NO_FILTER, language: 'fr' })],
    ['the first page of who spent most', (access) => listCustomers(access, { ...NO_FILTER, spent: '1000' })],
    [
      'a search by a part of a name',
      (access, i) => listCustomers(access, { ...NO_FILTER, search: `mira${(i * 37) % 90}` }),
    ],
    ['a search by two parts of a name', (access) => listCustomers(access, { ...NO_FILTER, search: 'okaf mira' })],
    [
      'a search by the middle of a name',
      (access, i) => listCustomers(access, { ...NO_FILTER, search: `afor0${(i * 37) % 9}` }),
    ],
    [
      'a search by the middles of a common and a rare word',
      (access, i) =>
        listCustomers(access, { ...NO_FILTER, search: `ustom afor${String(1000 + i * 37).padStart(5, '0')}` }),
    ],
    [
      'a search by the digits of the number of an order',
      (access, i) => listCustomers(access, { ...NO_FILTER, search: String(1000 + i * 304).padStart(7, '0') }),
    ],
    [
      'one customer by their address',
      (access, i) => listCustomers(access, { ...NO_FILTER, search: `customer${17 + i * 301}@many.example` }),
    ],
    ['a customer with their record', (access, i) => loadCustomer(access, idOf(access.store.id, 17 + i * 301), {})],
  ];
  const rows: Row[] = [];
  const notes: string[] = [];
  for (const [what, ask] of asked) {
    const times = { few: [] as number[], many: [] as number[] };
    // In turns, so that both see the same machine; the first warms up.
    for (let i = 0; i <= TURNS; i += 1) {
      const [a, b] = [await took(() => ask(few, i)), await took(() => ask(many, i))];
      if (i > 0) times.few.push(a);
      if (i > 0) times.many.push(b);
    }
    const [a, b] = [middle(times.few), middle(times.many)];
    rows.push({
      what: `${what} among ${MANY.toLocaleString('en-GB')}, against ${AS_AMONG_FEW} times that among ${FEW.toLocaleString('en-GB')}`,
      ours: 1000 / b,
      theirs: 1000 / (a * AS_AMONG_FEW),
      atLeast: 1,
    });
    notes.push(
      `${what}: ${b.toFixed(1)} ms among ${MANY}, ${a.toFixed(1)} ms among ${FEW} (${(b / a).toFixed(2)} times)`,
    );
  }
  await closeDatabase();
  notes.push(
    `${MANY + FEW} customers and ${(MANY + FEW) * MESSAGES_EACH} deliveries were made in ${filled.toFixed(0)} s`,
  );
  return { rows, notes };
}

const idOf = (store: string, n: number): string =>
  `${store === 'quillwick' ? 'BENCHM' : 'BENCHF'}${String(n).padStart(20, '0')}`;

/** Makes customers with names, words and deliveries, where they are kept. */
async function fill(db: Database, store: string, count: number): Promise<void> {
  const prefix = store === 'quillwick' ? 'BENCHM' : 'BENCHF';
  const [[delivery]] = (await db.execute(
    sql`select id from delivery where store_id = ${store} limit 1`,
  )) as unknown as [{ id: string }[]];
  const columns = ((await db.execute(sql`show columns from delivery`)) as unknown as [{ Field: string }[]])[0]
    .map((c) => c.Field)
    .filter((c) => !['id', 'recipient', 'recipient_name', 'turn', 'role', 'state'].includes(c));
  const others = sql.raw(columns.map((c) => `d.\`${c}\``).join(', '));
  const named = sql.raw(columns.map((c) => `\`${c}\``).join(', '));
  for (let from = 1; from <= count; from += AT_ONCE) {
    const seq = sql.raw(`seq_${from}_to_${Math.min(count, from + AT_ONCE - 1)}`);
    await db.execute(sql`
      insert into customer (id, store_id, email, indexed, first_name, last_name, language, address, contacts, orders, spent, country,
        order_language, channel, last_order_at)
      select concat(${prefix}, lpad(seq, 20, '0')), ${store}, concat('customer', seq, '@many.example'), true,
        concat('Mira', seq % 97), concat('Okafor', lpad(seq % 99991, 5, '0')), '', '{"name":"x","lines":[],"city":"x","country":"DE"}', '[]', 1, 1000 + (seq * 7919) % 100000,
        elt(1 + seq % 5, 'DE', 'PL', 'FR', 'GB', 'AE'), if(seq % 500 = 0, 'fr', 'en'), 'web-shop', from_unixtime(1700000000 + seq)
      from ${seq}`);
    for (const word of [
      "concat('mira', seq % 97)",
      "concat('okafor', lpad(seq % 99991, 5, '0'))",
      "concat('customer', seq)",
      "'many'",
    ]) {
      await db.execute(sql`
        insert into customer_word (store_id, word, customer_id)
        select ${store}, ${sql.raw(word)}, concat(${prefix}, lpad(seq, 20, '0')) from ${seq}`);
      await db.execute(sql`
        set statement max_statement_time = 0 for insert ignore into customer_word_end (store_id, end_of, word)
        select ${store}, substr(w.word, k.seq), w.word
        from (select distinct ${sql.raw(word)} as word from ${seq}) w join seq_1_to_16 k on k.seq < char_length(w.word)`);
    }
    // Some of them ordered: the number of an order is found by any part.
    await db.execute(sql`
      insert into \`order\` (id, store_id, number, placed_at, status, channel, customer_name, customer_email, language, currency, total,
        snapshot)
      select concat(${prefix}, 'O', lpad(seq, 19, '0')), ${store}, concat('NR-', lpad(seq, 7, '0')), from_unixtime(1700000000 + seq), 'OrderDelivered',
        'web-shop', 'Mira Okafor', concat('customer', seq, '@many.example'), 'en', 'EUR', 1000, '{}'
      from ${seq} where seq % ${ORDER_EACH} = 0`);
    await db.execute(sql`
      set statement max_statement_time = 0 for insert into order_number_end (store_id, end_of, order_id)
      select ${store}, substr(concat('nr-', lpad(s.seq, 7, '0')), k.seq), concat(${prefix}, 'O', lpad(s.seq, 19, '0'))
      from ${seq} s join seq_1_to_12 k on s.seq % ${ORDER_EACH} = 0 and k.seq < char_length(concat('nr-', lpad(s.seq, 7, '0')))`);
    for (let turn = 1; turn <= MESSAGES_EACH; turn += 1)
      await db.execute(sql`
        insert into delivery (id, recipient, recipient_name, turn, role, state, ${named})
        select concat(${prefix}, ${String(turn)}, lpad(seq, 19, '0')), concat('customer', seq, '@many.example'), 'Mira Okafor', ${turn},
          'customer', 'accepted', ${others}
        from ${seq} join delivery d on d.id = ${delivery!.id}`);
  }
}

async function took(run: () => Promise<unknown>): Promise<number> {
  const began = performance.now();
  await run();
  return performance.now() - began;
}

const middle = (times: readonly number[]): number => times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)]!;
