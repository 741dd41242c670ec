/** The entries of a store's glossary: read, saved, deleted. */
import { and, eq } from 'drizzle-orm';
import type { SaveEntry } from '@/contract/glossary';
import { mainTerm, MOST_ENTRIES, type GlossaryEntry, type Term } from '@/core/glossary';
import { languageName } from '@/core/names';
import { plainLine } from '@/core/text';
import { knownTag } from '@/core/translation';
import type { Access } from '../../auth/access';
import { targetsOf } from '../../auth/translators';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database, type Executor } from '../../db/client';
import { glossaryEntries, stores } from '../../db/schema';
import { say } from '@/words/glossary';

export type EntryRow = GlossaryEntry & { revision: number };

/** All entries of a store, by the term that they go by. */
export async function entriesOf({ store }: Pick<Access, 'store'>, db: Executor = database()): Promise<EntryRow[]> {
  const rows = await db.select().from(glossaryEntries).where(eq(glossaryEntries.storeId, store.id));
  const { compare } = new Intl.Collator(store.language);
  return rows
    .map(({ id, revision, content }) => ({ id, revision, ...content }))
    .toSorted((a, b) => compare(mainTerm(a, store.language) ?? '', mainTerm(b, store.language) ?? ''));
}

/** Holds changes of a store's glossary apart, and gives its entries as they are. */
export async function lockedEntries(access: Access, tx: Executor): Promise<EntryRow[]> {
  await tx.select({ id: stores.id }).from(stores).where(eq(stores.id, access.store.id)).for('update');
  return entriesOf(access, tx);
}

/** Saves an entry. Throws `invalid` for terms that cannot be, `conflict` when somebody changed it meanwhile or another one has its term. */
export async function saveEntry(access: Access, { entry, seen }: SaveEntry): Promise<{ id: string; revision: number }> {
  const content = prepared(entry, access.store.language);
  return database().transaction(async (tx) => {
    const there = await lockedEntries(access, tx);
    refuseForeignTerms(access, seen && currentOf(there, seen), content);
    if (!seen && there.length >= MOST_ENTRIES) {
      throw new AppError('invalid', say.tooManyEntries({ most: MOST_ENTRIES }));
    }
    const id = seen?.id ?? newId();
    refuseDouble({ id, ...content }, there, access.store.language);
    const revision = (seen?.revision ?? 0) + 1;
    await putEntry(access, { id, revision, ...content }, tx);
    await remember(
      access,
      'savedTerm',
      { term: mainTerm({ id, ...content }, access.store.language) ?? '' },
      { db: tx },
    );
    return { id, revision };
  });
}

/** Deletes an entry, and gives it back. Throws `conflict` when somebody changed it meanwhile. */
export async function deleteEntry(
  access: Access,
  seen: { id: string; revision: number },
): Promise<Omit<GlossaryEntry, 'id'>> {
  return database().transaction(async (tx) => {
    const { id, revision: _revision, ...content } = currentOf(await lockedEntries(access, tx), seen);
    refuseForeignTerms(access, content, undefined);
    await removeEntry(access, id, tx);
    await remember(
      access,
      'deletedTerm',
      { term: mainTerm({ id, ...content }, access.store.language) ?? '' },
      { db: tx },
    );
    return content;
  });
}

/** The entry as it was seen. Throws `conflict` when it is another one by now, or is gone. */
export function currentOf(there: readonly EntryRow[], seen: { id: string; revision: number }): EntryRow {
  const current = there.find((e) => e.id === seen.id);
  if (current?.revision !== seen.revision) throw new AppError('conflict', say.changedMeanwhile);
  return current;
}

export async function putEntry(access: Access, { id, revision, ...content }: EntryRow, tx: Executor): Promise<void> {
  const row = { content, revision, changedBy: access.person.name, changedAt: new Date() };
  await tx
    .insert(glossaryEntries)
    .values({ storeId: access.store.id, id, ...row })
    .onDuplicateKeyUpdate({ set: row });
}

export async function removeEntry({ store }: Access, id: string, tx: Executor): Promise<void> {
  await tx.delete(glossaryEntries).where(and(eq(glossaryEntries.storeId, store.id), eq(glossaryEntries.id, id)));
}

/**
 * Who is given some languages changes terms of these alone: throws `forbidden` for an entry that is new or gone, or that differs in
 * anything else.
 */
export function refuseForeignTerms(
  access: Access,
  before: Omit<GlossaryEntry, 'id'> | undefined,
  after: Omit<GlossaryEntry, 'id'> | undefined,
): void {
  if (!access.translates?.languages) return;
  const own = targetsOf(access);
  const rest = (entry: Omit<GlossaryEntry, 'id'> | undefined): string =>
    JSON.stringify(
      entry && [
        ...[entry.name, entry.note],
        entry.terms.flatMap((t) => (own.includes(t.language) ? [] : [`${t.language} ${t.use} ${t.term}`])).toSorted(),
      ],
    );
  if (!before || !after || rest(before) !== rest(after)) throw new AppError('forbidden', say.notYourTerms);
}

/** Throws `conflict` when another entry goes by the same term. */
function refuseDouble(entry: GlossaryEntry, there: readonly GlossaryEntry[], own: string): void {
  const term = mainTerm(entry, own) ?? '';
  const same = there.some((e) => e.id !== entry.id && (mainTerm(e, own) ?? '').toLowerCase() === term.toLowerCase());
  if (same) throw new AppError('conflict', say.termIsThere({ term }));
}

/** An entry as it is kept: canonical tags, terms on one line, each once in its language. Throws `invalid`. */
export function prepared(entry: Omit<GlossaryEntry, 'id'>, own: string): Omit<GlossaryEntry, 'id'> {
  const terms = new Map<string, Term>();
  for (const { language, term, use } of entry.terms) {
    const tag = knownTag(language);
    if (tag === undefined) throw new AppError('invalid', say.notATag({ tag: language }));
    const line = plainLine(term);
    // A name is met letter by letter: how it is not written can differ in capitals alone.
    const key = `${tag} ${entry.name ? line : line.toLowerCase()}`;
    if (line === '') continue;
    if (terms.has(key)) throw new AppError('invalid', say.saidTwice({ term: line, language: languageName(tag) }));
    terms.set(key, { language: tag, term: line, use });
  }
  const kept = { name: entry.name, note: plainLine(entry.note), terms: [...terms.values()] };
  if (mainTerm({ id: '', ...kept }, own) === undefined) {
    const message = say.noOwnTerm({ language: languageName(own) });
    throw new AppError('invalid', message, [{ path: '/terms', message }]);
  }
  return kept;
}
