/** Drafts rehearsed as if they were live: put into the transaction of each life, which is taken back. */
import { isDeepStrictEqual } from 'node:util';
import { and, asc, eq, inArray } from 'drizzle-orm';
import { languagesOut } from '@/core/template';
import type { Store } from '../auth/access';
import { newId } from '../base/ids';
import { database, takenBack, type Executor } from '../db/client';
import type { DraftEdition } from '../db/rehearsal-tables';
import { editions, notifications, templates } from '../db/schema';

/** The drafts that differ from what is live: of notifications that are on, or of chosen versions, whether those are on or not. */
export async function draftsOf(
  store: Pick<Store, 'id' | 'language'>,
  variantIds?: readonly string[],
): Promise<DraftEdition[]> {
  const rows = await database()
    .select({ id: templates.id, draft: templates.draft, live: editions.template })
    .from(templates)
    .innerJoin(notifications, eq(notifications.id, templates.notificationId))
    .leftJoin(editions, eq(editions.id, templates.liveEditionId))
    .where(
      and(
        eq(notifications.storeId, store.id),
        eq(templates.nothing, false),
        variantIds === undefined ? eq(notifications.on, true) : inArray(templates.id, [...variantIds]),
      ),
    )
    .orderBy(asc(templates.id));
  return rows
    .filter(({ draft, live }) => !isDeepStrictEqual(draft, live))
    .map(({ id, draft }) => ({
      ...{ id: newId(), templateId: id, template: draft, languages: languagesOut(draft, store.language) },
    }));
}

/** Puts drafts live and on, in a transaction that is taken back: elsewhere they stay drafts. */
export async function putDrafts(tx: Executor, storeId: string, drafts: readonly DraftEdition[]): Promise<void> {
  if (drafts.length === 0) return;
  await tx.insert(editions).values(
    drafts.map(({ id, templateId, template, languages }) => ({
      ...{ id, storeId, templateId, template, languages, publishedBy: '', publishedAt: new Date(), note: '' },
      // Higher than any that is published meanwhile.
      number: 1_000_000,
    })),
  );
  for (const { id, templateId } of drafts) {
    await tx.update(templates).set({ liveEditionId: id }).where(eq(templates.id, templateId));
  }
  const of = await tx
    .select({ id: templates.notificationId })
    .from(templates)
    .where(
      inArray(
        templates.id,
        drafts.map((d) => d.templateId),
      ),
    );
  await tx
    .update(notifications)
    .set({ on: true })
    .where(
      inArray(
        notifications.id,
        of.map((n) => n.id),
      ),
    );
}

/** Names what these drafts make of a store's settings; nothing for none. */
export const settingOf = (drafts: readonly DraftEdition[]): string => drafts.map((d) => d.id).join(' ');

/** Reads something of a store as if drafts were live. */
export async function withDrafts<T>(
  storeId: string,
  drafts: readonly DraftEdition[],
  read: () => Promise<T>,
): Promise<T> {
  if (drafts.length === 0) return read();
  return takenBack(async (tx) => {
    await putDrafts(tx, storeId, drafts);
    return read();
  });
}
