/** Who changed what. Written in the same transaction as the change where there is one. */
import type { Access } from './auth/access';
import { database, type Executor } from './db/client';
import { history } from './db/schema';
import { newId } from './ids';

interface Where {
  db?: Executor;
  /** The id of what has a history of its own. */
  about?: string;
}

export async function remember(access: Access, action: string, what: string, where: Where = {}): Promise<void> {
  await historyEntry(access.store.id, access.person.name, action, what, where);
}

/** For what no person did. */
export async function historyEntry(
  storeId: string,
  who: string,
  action: string,
  what: string,
  { db = database(), about = '' }: Where = {},
): Promise<void> {
  await db
    .insert(history)
    .values({ id: newId(), storeId, who, action, what: what.slice(0, 300), at: new Date(), about });
}
