/** Who changed what. Written in the same transaction as the change where there is one. */
import type { Access } from './auth/access';
import { database, type Executor } from './db/client';
import { history } from './db/schema';
import { newId } from './ids';

export async function remember(access: Access, action: string, what: string, db: Executor = database()): Promise<void> {
  await db.insert(history).values({
    id: newId(),
    storeId: access.store.id,
    who: access.person.name,
    action,
    what: what.slice(0, 300),
    at: new Date(),
  });
}
