/** The door for people without an account who look at screenshots: a link to those of one run, until a day. */
import { createHash } from 'node:crypto';
import { and, eq, isNull, sql } from 'drizzle-orm';
import type { Store } from '../../auth/access';
import { historyEntry } from '../../auth/history';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { databaseTime } from '../../db/time';
import { rehearsals, stores, viewingLinks } from '../../db/schema';
import type { Run } from '../../rehearsal/runs';
import { say } from '@/words/viewings';

const HOUR_MS = 3_600_000;

export interface Viewing {
  link: typeof viewingLinks.$inferSelect;
  store: Store;
  run: Run;
}

/** What a link opens; undefined for one that there is not, that is over, or that was taken back. Its first use is remembered. */
export async function viewingBy(token: unknown): Promise<Viewing | undefined> {
  if (typeof token !== 'string' || !/^[\w-]{43}$/.test(token)) return undefined;
  const hash = createHash('sha256').update(token).digest('hex');
  const [row] = await database()
    .select({ link: viewingLinks, store: stores, run: rehearsals })
    .from(viewingLinks)
    .innerJoin(stores, eq(stores.id, viewingLinks.storeId))
    .innerJoin(rehearsals, eq(rehearsals.id, viewingLinks.rehearsalId))
    .where(and(eq(viewingLinks.tokenHash, hash), isNull(viewingLinks.takenBackAt)));
  const now = await databaseTime();
  if (!row || row.store.closedAt || row.link.until.getTime() <= now) return undefined;
  await remembered(row.link, now);
  return row;
}

/** As {@link viewingBy}. Throws `signed-out` for a link that opens nothing. */
export async function needViewing(token: unknown): Promise<Viewing> {
  const found = await viewingBy(token);
  if (!found) throw new AppError('signed-out', say.linkIsOver);
  return found;
}

async function remembered({ id, storeId, name, usedAt }: Viewing['link'], now: number): Promise<void> {
  if (usedAt && now - usedAt.getTime() < HOUR_MS) return;
  const [first] = await database()
    .update(viewingLinks)
    .set({ usedAt: new Date(now) })
    .where(and(eq(viewingLinks.id, id), usedAt ? sql`true` : isNull(viewingLinks.usedAt)));
  if (!usedAt && first.affectedRows > 0) await historyEntry(storeId, { name }, 'lookedAtScreenshots', {});
}
