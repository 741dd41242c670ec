/** A store's history: the first page and searches among five million entries, against the same among ten thousand. */
import { resolve } from 'node:path';
import { sql } from 'drizzle-orm';
import { setUp } from '../ops/setting';
import type { Database } from '../src/server/db/client';
import { untilWritten, type Row } from './measure';

const FEW = 10_000;
const MANY = 5_000_000;
/** As long at most as among a few. */
const AS_AMONG_FEW = 1.5;
const TURNS = 25;
/** Rows that one statement makes. */
const AT_ONCE = 50_000;
const AREAS = ['access', 'taken', 'messages', 'languages', 'sending', 'routing', 'customers', 'store'];

export async function benchHistory(): Promise<{ rows: Row[]; notes: string[] }> {
  const setting = await setUp({
    basePort: 6_050,
    dataDir: resolve('.libellus/bench-history'),
    demo: true,
    reset: true,
    web: false,
    worker: false,
  });
  try {
    const { closeDatabase, database } = await import('../src/server/db/client');
    const t = await import('../src/server/db/schema');
    const { eq } = await import('drizzle-orm');
    const { loadHistory, NO_FILTER } = await import('../src/server/auth/history-search');
    const db = database();
    const [person] = await db.select().from(t.user).limit(1);
    const storeOf = async (id: string) => (await db.select().from(t.stores).where(eq(t.stores.id, id)))[0]!;
    const began = performance.now();
    await fill(db, 'quillwick-trade', 'BENCHF', FEW, person!.id);
    await fill(db, 'quillwick', 'BENCHM', MANY, person!.id);
    const filled = (performance.now() - began) / 1000;
    await untilWritten(db);
    const few = await storeOf('quillwick-trade');
    const many = await storeOf('quillwick');
    const asked: [what: string, filter: (i: number, count: number) => Partial<typeof NO_FILTER>][] = [
      ['the first page', () => ({})],
      ['a part of the work', () => ({ area: 'routing' })],
      ['what one colleague did', () => ({ who: person!.id })],
      ['a word that stands in every entry', () => ({ words: 'folder' })],
      ['a rare word', (i, count) => ({ words: `rare${(i * 37) % Math.ceil(count / 100)}` })],
      ['a rare and a common word', (i, count) => ({ words: `folder rare${(i * 41) % Math.ceil(count / 100)}` })],
      ['a common word of one colleague in one part', () => ({ words: 'folder', who: person!.id, area: 'store' })],
    ];
    const rows: Row[] = [];
    const notes: string[] = [];
    for (const [what, filter] of asked) {
      const times = { few: [] as number[], many: [] as number[] };
      for (let i = 0; i <= TURNS; i += 1) {
        const a = await took(() => loadHistory(few, { ...NO_FILTER, ...filter(i, FEW) }));
        const b = await took(() => loadHistory(many, { ...NO_FILTER, ...filter(i, MANY) }));
        if (i > 0) times.few.push(a);
        if (i > 0) times.many.push(b);
      }
      const [a, b] = [middle(times.few), middle(times.many)];
      rows.push({
        what: `${what} among ${MANY.toLocaleString('en-GB')} entries, against ${AS_AMONG_FEW} times that among ${FEW.toLocaleString('en-GB')}`,
        ours: 1000 / b,
        theirs: 1000 / (a * AS_AMONG_FEW),
        atLeast: 1,
      });
      notes.push(
        `${what}: ${b.toFixed(1)} ms among ${MANY}, ${a.toFixed(1)} ms among ${FEW} (${(b / a).toFixed(2)} times)`,
      );
    }
    await closeDatabase();
    notes.push(`${MANY + FEW} entries were made in ${filled.toFixed(0)} s`);
    return { rows, notes };
  } finally {
    await setting.end();
  }
}

/** Entries of all parts of the work, every second one of a colleague, with a word that all have and one that a hundred have. */
async function fill(db: Database, store: string, prefix: string, count: number, user: string): Promise<void> {
  const areas = sql.raw(AREAS.map((a) => `'${a}'`).join(', '));
  for (let from = 1; from <= count; from += AT_ONCE) {
    const seq = sql.raw(`seq_${from}_to_${Math.min(count, from + AT_ONCE - 1)}`);
    const rare = sql.raw(`concat('rare', (seq * 7919) % ${Math.ceil(count / 100)})`);
    await db.execute(sql`
      set statement max_statement_time = 0 for insert into history (id, store_id, who, user_id, action, what, at, about, area, indexed)
      select concat(${prefix}, lpad(seq, 20, '0')), ${store}, 'Marta Oyelaran', if(seq % 2 = 0, ${user}, null), 'addedCode',
        concat('{"code":"folder ', ${rare}, '"}'), from_unixtime(1600000000 + seq), '', elt(1 + seq % 8, ${areas}), true
      from ${seq}`);
    for (const word of [sql.raw("'folder'"), rare]) {
      await db.execute(sql`
        set statement max_statement_time = 0 for insert into history_word (store_id, word, history_id)
        select ${store}, ${word}, concat(${prefix}, lpad(seq, 20, '0')) from ${seq}`);
    }
  }
}

async function took(run: () => Promise<unknown>): Promise<number> {
  const began = performance.now();
  await run();
  return performance.now() - began;
}

const middle = (times: readonly number[]): number => times.toSorted((a, b) => a - b)[Math.floor(times.length / 2)]!;
