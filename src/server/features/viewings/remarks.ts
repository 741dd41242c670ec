/** Remarks as they come back: to the Desk of their message, and to Today. */
import { and, asc, count, eq, isNull } from 'drizzle-orm';
import { templateAddress } from '@/core/plan';
import type { TodayLine } from '@/contract/today';
import type { DeskRemark } from '@/contract/viewings';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { databaseTime } from '../../db/time';
import { notifications, rehearsalMessages, templates, viewingRemarks } from '../../db/schema';
import { say } from '@/words/viewings';

const open = (storeId: string) =>
  and(eq(viewingRemarks.storeId, storeId), eq(viewingRemarks.kind, 'remark'), isNull(viewingRemarks.doneAt));

/** What was said of a version and is not done, the oldest first. */
export async function remarksOn({ store }: Access, variantId: string): Promise<DeskRemark[]> {
  const rows = await database()
    .select({ remark: viewingRemarks, message: rehearsalMessages.id })
    .from(viewingRemarks)
    .leftJoin(rehearsalMessages, eq(rehearsalMessages.id, viewingRemarks.messageId))
    .where(and(open(store.id), eq(viewingRemarks.variantId, variantId)))
    .orderBy(asc(viewingRemarks.id));
  return rows.map(({ remark: { id, by, at, language, block, text }, message }) => ({
    ...{ id, by, at: at.toISOString(), language, block, text },
    ...(message !== null && { message }),
  }));
}

/** Notes that a remark is done. Throws `not-found`. */
export async function remarkDone(access: Access, { id }: { id: string }): Promise<void> {
  await database().transaction(async (tx) => {
    const isIt = and(open(access.store.id), eq(viewingRemarks.id, id));
    const [row] = await tx.select().from(viewingRemarks).where(isIt).for('update');
    if (!row) throw new AppError('not-found', say.noSuchRemark);
    await tx
      .update(viewingRemarks)
      .set({ doneAt: new Date(await databaseTime(tx)), doneBy: access.person.name.slice(0, 120) })
      .where(isIt);
    await remember(access, 'didRemark', { name: row.by, text: row.text.slice(0, 200) }, { db: tx });
  });
}

/** A line for remarks that wait: to the Desk of the first. */
export async function remarkLines({ store }: Access): Promise<TodayLine[]> {
  const [counted] = await database().select({ n: count() }).from(viewingRemarks).where(open(store.id));
  const n = counted?.n ?? 0;
  if (n === 0) return [];
  const [first] = await database()
    .select({ by: viewingRemarks.by, slug: notifications.slug, name: notifications.name, variant: templates.variant })
    .from(viewingRemarks)
    .innerJoin(templates, eq(templates.id, viewingRemarks.variantId))
    .innerJoin(notifications, eq(notifications.id, templates.notificationId))
    .where(open(store.id))
    .orderBy(asc(viewingRemarks.id))
    .limit(1);
  if (!first) return [];
  return [
    {
      state: 'waiting',
      fact: say.todayRemarks({ n, who: first.by, name: first.name }),
      action: say.seeOnDesk,
      href: `/desk/${templateAddress(first.slug, first.variant)}`,
    },
  ];
}
