/** What the list of customers is narrowed to, kept under names that everybody of a store sees. */
import { and, asc, count, eq } from 'drizzle-orm';
import type { SavedList, SaveList } from '@/contract/customers';
import { plainLine } from '@/core/text';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database } from '../../db/client';
import { savedLists } from '../../db/schema';
import { NO_FILTER, readCustomerFilter } from './list';
import { say } from '@/words/refusals';

const MOST = 50;

/** A store's saved selections, by name. */
export async function savedListsOf({ store }: Access): Promise<SavedList[]> {
  const rows = await database()
    .select()
    .from(savedLists)
    .where(eq(savedLists.storeId, store.id))
    .orderBy(asc(savedLists.name));
  // A filter that came later is not in what was saved before.
  return rows.map(({ id, name, filter }) => ({ id, name, filter: { ...NO_FILTER, ...filter } }));
}

/** Keeps a selection under a name; one of the same name is replaced. Throws `invalid` for one that narrows nothing, or one too many. */
export async function saveList(access: Access, input: SaveList): Promise<SavedList> {
  const filter = readCustomerFilter(input.filter);
  const name = plainLine(input.name);
  const refuse = (message: string, path: string): never => {
    throw new AppError('invalid', message, [{ path, message }]);
  };
  if (name === '') refuse(say.listNeedsAName, '/name');
  if (Object.values(filter).every((v) => v === '')) refuse(say.listNarrowsNothing, '/filter');
  const storeId = access.store.id;
  const db = database();
  const [had] = await db
    .select({ id: savedLists.id })
    .from(savedLists)
    .where(and(eq(savedLists.storeId, storeId), eq(savedLists.name, name)));
  const [all] = await db.select({ n: count() }).from(savedLists).where(eq(savedLists.storeId, storeId));
  if (!had && (all?.n ?? 0) >= MOST) refuse(say.tooManyLists({ n: MOST }), '/name');
  const id = had?.id ?? newId();
  await db.insert(savedLists).values({ id, storeId, name, filter }).onDuplicateKeyUpdate({ set: { filter } });
  await remember(access, 'savedList', { name });
  return { id, name, filter };
}

/** Forgets a saved selection; the customers in it stay. Throws `not-found`. */
export async function removeList(access: Access, { id }: { id: string }): Promise<void> {
  const mine = and(eq(savedLists.storeId, access.store.id), eq(savedLists.id, id));
  const [row] = await database().select({ name: savedLists.name }).from(savedLists).where(mine);
  if (!row) throw new AppError('not-found', say.noSuchList);
  await database().delete(savedLists).where(mine);
  await remember(access, 'removedList', { name: row.name });
}
