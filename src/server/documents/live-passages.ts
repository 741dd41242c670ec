/** Passages as messages are made with them. */
import { eq } from 'drizzle-orm';
import type { Passage, Passages } from '@/core/template';
import { database, type Executor } from '../db/client';
import { passages } from '../db/schema';

/** A store's published passages, as messages are made with them. */
export async function livePassages(storeId: string, db: Executor = database()): Promise<Passages> {
  const rows = await db.select().from(passages).where(eq(passages.storeId, storeId));
  return Object.fromEntries(
    rows.flatMap((r) => (r.live ? [[r.id, { id: r.id, name: r.name, ...r.live } satisfies Passage]] : [])),
  );
}
