/** Memories that were brought in as files (TMX): kept, offered while translating, removed and put back. */
import { and, asc, count, desc, eq, isNull, sql, sum } from 'drizzle-orm';
import { MOST_MEMORY_CHARACTERS, MOST_PAIRS, type MemoryFile } from '@/contract/languages';
import type { MemoryPair } from '@/core/handover';
import { languageName } from '@/core/names';
import { kept } from '@/words/kept';
import { say } from '@/words/refusals';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { refuseLanguage } from '../../auth/translators';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { insertRows } from '../../db/bulk';
import { database, type Executor } from '../../db/client';
import { memoryFiles, memoryPairs, stores } from '../../db/schema';
import { databaseTime } from '../../db/time';

/** Pairs written at a time. */
const CHUNK = 1_000;

const filesOf = ({ store }: Pick<Access, 'store'>, language: string) =>
  and(
    eq(memoryFiles.storeId, store.id),
    eq(memoryFiles.source, store.language),
    eq(memoryFiles.language, language),
    isNull(memoryFiles.removedAt),
  );

/** What a store keeps for a language, newest first. */
export async function listMemoryFiles(access: Access, language: string): Promise<MemoryFile[]> {
  const rows = await database()
    .select()
    .from(memoryFiles)
    .where(filesOf(access, language))
    .orderBy(desc(memoryFiles.id));
  return rows.map(({ id, name, pairs, broughtBy, broughtAt }) => ({
    ...{ id, name, pairs, by: broughtBy, at: broughtAt.toISOString() },
  }));
}

/** All kept pairs from the store's language into another, with the file that each came from. */
export async function keptPairs(
  access: Pick<Access, 'store'>,
  language: string,
  tx: Executor = database(),
): Promise<(MemoryPair & { file: string })[]> {
  return tx
    .select({ source: memoryPairs.source, words: memoryPairs.words, file: memoryFiles.name })
    .from(memoryPairs)
    .innerJoin(memoryFiles, eq(memoryFiles.id, memoryPairs.fileId))
    .where(filesOf(access, language))
    .orderBy(asc(memoryPairs.fileId), asc(memoryPairs.place));
}

const keyOf = ({ source, words }: MemoryPair): string => JSON.stringify([source, words]);

/** Which pairs of a file are offered by no other file yet. */
export async function freshPairs(
  access: Pick<Access, 'store'>,
  language: string,
  pairs: readonly MemoryPair[],
): Promise<MemoryPair[]> {
  if (pairs.length === 0) return [];
  const known = new Set((await keptPairs(access, language)).map(keyOf));
  return pairs.filter((pair) => !known.has(keyOf(pair)));
}

/** Throws `invalid` where a store would keep more for a language than is searched at once. The store is locked: two at once are one by one. */
async function refuseTooMuch(
  tx: Executor,
  access: Pick<Access, 'store'>,
  language: string,
  more: readonly MemoryPair[],
): Promise<void> {
  await tx.select({ id: stores.id }).from(stores).where(eq(stores.id, access.store.id)).for('update');
  const [there] = await tx
    .select({
      pairs: count(),
      characters: sum(sql`char_length(${memoryPairs.source}) + char_length(${memoryPairs.words})`),
    })
    .from(memoryPairs)
    .innerJoin(memoryFiles, eq(memoryFiles.id, memoryPairs.fileId))
    .where(filesOf(access, language));
  const over = (there?.pairs ?? 0) + more.length - MOST_PAIRS;
  if (over > 0) throw new AppError('invalid', say.tooManyPairs({ most: MOST_PAIRS, n: over }));
  const characters = more.reduce((n, p) => n + p.source.length + p.words.length, Number(there?.characters ?? 0));
  if (characters > MOST_MEMORY_CHARACTERS) throw new AppError('invalid', say.memoryTooLong);
}

/** Keeps the pairs of a file; answers its id. Throws `invalid` when a store would keep too many. */
export async function keepPairs(
  tx: Executor,
  access: Access,
  { language, name }: { language: string; name: string },
  pairs: readonly MemoryPair[],
): Promise<string> {
  await refuseTooMuch(tx, access, language, pairs);
  const id = newId();
  await tx.insert(memoryFiles).values({
    ...{ id, storeId: access.store.id, source: access.store.language, language, name, pairs: pairs.length },
    ...{ broughtBy: access.person.name, broughtAt: new Date(await databaseTime(tx)) },
  });
  for (let at = 0; at < pairs.length; at += CHUNK) {
    const rows = pairs.slice(at, at + CHUNK).map((pair, i) => ({ fileId: id, place: at + i, ...pair }));
    await insertRows(tx, memoryPairs, rows);
  }
  await remember(access, 'keptMemory', whatOf({ language, name, pairs: pairs.length }), { db: tx });
  return id;
}

const whatOf = ({ language, name, pairs }: { language: string; name: string; pairs: number }) => ({
  n: pairs,
  language: kept(() => languageName(language)),
  file: name,
});

/** Removes a kept memory, or puts it back: nothing that is translated changes. Throws `not-found`, and `invalid` where it does not fit any more. */
export async function offerMemory(access: Access, { id, offered }: { id: string; offered: boolean }): Promise<void> {
  await database().transaction(async (tx) => {
    const isIt = and(eq(memoryFiles.id, id), eq(memoryFiles.storeId, access.store.id));
    const [row] = await tx.select().from(memoryFiles).where(isIt).for('update');
    if (!row) throw new AppError('not-found', say.noSuchMemory);
    refuseLanguage(access, row.language);
    if ((row.removedAt === null) === offered) return;
    if (offered) {
      const own = await tx
        .select({ source: memoryPairs.source, words: memoryPairs.words })
        .from(memoryPairs)
        .where(eq(memoryPairs.fileId, id));
      await refuseTooMuch(tx, access, row.language, own);
    }
    const removedAt = offered ? null : new Date(await databaseTime(tx));
    await tx.update(memoryFiles).set({ removedAt }).where(isIt);
    await remember(access, offered ? 'keptMemory' : 'removedMemory', whatOf(row), { db: tx });
  });
}
