/** Whom not to write to, as the worker asks. */
import { eq } from 'drizzle-orm';
import { database, type Executor } from '../db/client';
import { withholdings } from '../db/schema';

export type WithholdingRow = typeof withholdings.$inferSelect;

/** What a store has on its list of those it does not write to. */
export async function withholdingsOf(storeId: string, db: Executor = database()): Promise<WithholdingRow[]> {
  return db.select().from(withholdings).where(eq(withholdings.storeId, storeId));
}
