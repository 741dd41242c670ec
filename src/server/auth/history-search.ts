/** A store's history, found by who, what and when: among millions of entries as fast as among a few thousand. */
import { and, eq, gte, inArray, lt, sql, type SQL } from 'drizzle-orm';
import { AREAS, type Area, type HistoryFilter, type HistoryPage } from '@/contract/history';
import { wordsToFind } from '@/core/order';
import { dayKey, firstMoment } from '@/core/time';
import { database, type Executor } from '../db/client';
import { history, historyWords, user } from '../db/schema';
import { idAt } from '../base/ids';
import type { Store } from './access';
import { areaOf } from './history-areas';
import { historyAt } from './history';

const PAGE = 100;
/** How common a word is needs to be known no further than this. */
const COMMON = 1000;

export const NO_FILTER: HistoryFilter = { words: '', who: '', area: '', from: '', until: '', before: '' };

const DAY = /^\d{4}-\d\d-\d\d$/;
const dayOf = (text: string): string => (DAY.test(text) && !Number.isNaN(Date.parse(text)) ? text : '');

/** A filter of what stands in an address; what is no such thing is left out. */
export function filterOf(query: Record<string, string | string[] | undefined>): HistoryFilter {
  const one = (name: string): string => [query[name] ?? ''].flat()[0]!.slice(0, 120);
  const area = one('area');
  return {
    words: one('words'),
    who: one('who').slice(0, 36),
    area: (AREAS as readonly string[]).includes(area) ? (area as Area) : '',
    from: dayOf(one('from')),
    until: dayOf(one('until')),
    before: one('before').slice(0, 26),
  };
}

/** A page of a store's history, the newest first. */
export async function loadHistory(store: Store, filter: HistoryFilter): Promise<HistoryPage> {
  const tests: (SQL | undefined)[] = [
    filter.who === '' ? undefined : eq(history.userId, filter.who),
    filter.area === '' ? undefined : eq(history.area, filter.area),
    filter.from === '' ? undefined : gte(history.id, idAt(firstMoment(filter.from, store.timeZone).getTime())),
    filter.until === '' ? undefined : lt(history.id, idAt(dayAfter(filter.until, store.timeZone))),
    filter.before === '' ? undefined : lt(history.id, filter.before),
  ];
  const words = wordsToFind(filter.words);
  const found = await (words.length === 0
    ? inOrder(store.id, filter, and(...tests))
    : withWords(store.id, words, filter, and(...tests)));
  const rows = await historyAt(store.id, found);
  return {
    rows: rows.slice(0, PAGE).map(({ id, at, words: said }) => ({ id, at: at.toISOString(), words: said })),
    more: rows.length > PAGE,
    filter,
    people: await peopleIn(store.id),
  };
}

const dayAfter = (day: string, zone: string): number =>
  firstMoment(dayKey(Date.parse(`${day}T12:00:00Z`), 'UTC', 1), zone).getTime();

/**
 * Ids of the newest entries that fit, read in order off the index that fits best. The index is named: left to itself, the database may read
 * all that one colleague ever did and sort it.
 */
async function inOrder(storeId: string, { who, area }: HistoryFilter, more: SQL | undefined): Promise<string[]> {
  const best =
    who !== '' ? (area !== '' ? 'history_who_area' : 'history_who') : area !== '' ? 'history_area' : 'history_store';
  const [rows] = (await database().execute(sql`
    select ${history.id} as id from ${history} force index (${sql.raw(best)})
    where ${and(eq(history.storeId, storeId), more)} order by ${history.id} desc limit ${PAGE + 1}`)) as unknown as [
    { id: string }[],
  ];
  return rows.map((r) => r.id);
}

/**
 * Ids of the newest entries that have all words. They are read in order off the index of the rarest word; the others are asked of each entry,
 * so that a word that stands everywhere costs no more than the page.
 */
async function withWords(
  storeId: string,
  words: readonly string[],
  filter: HistoryFilter,
  more: SQL | undefined,
): Promise<string[]> {
  const counted = await Promise.all(
    words.map(async (word) => {
      const some = await database()
        .select({ id: historyWords.historyId })
        .from(historyWords)
        .where(and(eq(historyWords.storeId, storeId), eq(historyWords.word, word)))
        .limit(COMMON);
      return { word, n: some.length };
    }),
  );
  const inOrderOfN = counted.toSorted((a, b) => a.n - b.n);
  const has = ({ word }: { word: string }): SQL =>
    sql`exists (select 1 from ${historyWords} o where o.store_id = ${storeId} and o.word = ${word} and o.history_id = ${history.id})`;
  // Of words that stand everywhere, none leads to few entries: then who did it, or in which part of the work, does.
  if (inOrderOfN[0]!.n >= COMMON && (filter.who !== '' || filter.area !== ''))
    return inOrder(storeId, filter, and(more, ...counted.map(has)));
  const rarest = inOrderOfN[0]?.word;
  const having = inOrderOfN.slice(1).map(has);
  const [rows] = (await database().execute(sql`
    select w.history_id as id from ${historyWords} w straight_join ${history} on ${history.id} = w.history_id
    where w.store_id = ${storeId} and w.word = ${rarest!} and ${and(sql`true`, ...having, more)}
    order by w.history_id desc limit ${PAGE + 1}`)) as unknown as [{ id: string }[]];
  return rows.map((r) => r.id);
}

/** Colleagues who did something in a store, by name: read off the index, one step for each of them. */
async function peopleIn(storeId: string): Promise<{ id: string; name: string }[]> {
  const people = await database()
    .select({ id: user.id, name: user.name })
    .from(user)
    .where(
      sql`exists (select 1 from ${history} where ${history.storeId} = ${storeId} and ${history.userId} = ${user.id})`,
    )
    .orderBy(user.name);
  return people;
}

/** The words of an entry's values, to be found by. */
export const historyWordsOf = (what: string): string[] => wordsToFind(what.replace(/\\u0002|\\u0003/g, ' '));

/** Keeps words and areas of entries that have none yet, from before they were kept. Answers how many were done. */
export async function indexHistory(limit = 500): Promise<number> {
  return database().transaction(async (tx) => {
    const rows = await tx
      .select({ id: history.id, storeId: history.storeId, action: history.action, what: history.what })
      .from(history)
      .where(eq(history.indexed, false))
      .limit(limit)
      .for('update', { skipLocked: true });
    if (rows.length === 0) return 0;
    await tx.delete(historyWords).where(
      inArray(
        historyWords.historyId,
        rows.map((r) => r.id),
      ),
    );
    for (const row of rows) {
      await writeWords(tx, row);
      await tx
        .update(history)
        .set({ indexed: true, area: areaOf(row.action) })
        .where(eq(history.id, row.id));
    }
    return rows.length;
  });
}

async function writeWords(tx: Executor, row: { id: string; storeId: string; what: string }): Promise<void> {
  const words = historyWordsOf(row.what);
  if (words.length === 0) return;
  await tx
    .insert(historyWords)
    .ignore()
    .values(words.map((word) => ({ storeId: row.storeId, word, historyId: row.id })));
}
