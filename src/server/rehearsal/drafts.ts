/** Drafts rehearsed as if they were live: put into the transaction of each life, which is taken back. */
import { isDeepStrictEqual } from 'node:util';
import { and, asc, eq, inArray } from 'drizzle-orm';
import type { Look } from '@/core/look';
import { languagesOut } from '@/core/template';
import type { Store } from '../auth/access';
import { newId } from '../base/ids';
import { database, takenBack, type Executor } from '../db/client';
import type { Draft, DraftEdition, DraftLook, DraftPassage } from '../db/rehearsal-tables';
import { editions, lookDrafts, notifications, passages, templates } from '../db/schema';

/** Whose drafts are rehearsed. */
export type WantedDrafts = 'all' | 'look' | { variantIds: readonly string[] };

/**
 * The drafts that differ from what is live: all of a store, of notifications that are on; that of its look; or those of chosen versions,
 * whether they are on or not.
 */
export async function draftsOf(store: Pick<Store, 'id' | 'language' | 'look'>, wanted: WantedDrafts): Promise<Draft[]> {
  if (wanted === 'look') return lookDraftOf(store);
  if (wanted !== 'all') return versionDraftsOf(store, wanted.variantIds);
  const found: Draft[][] = await Promise.all([versionDraftsOf(store), lookDraftOf(store), passageDraftsOf(store.id)]);
  return found.flat();
}

async function versionDraftsOf(
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

async function lookDraftOf({ id, look }: Pick<Store, 'id' | 'look'>): Promise<DraftLook[]> {
  const [row] = await database().select({ draft: lookDrafts.draft }).from(lookDrafts).where(eq(lookDrafts.storeId, id));
  return !row || isDeepStrictEqual(row.draft, look) ? [] : [{ id: newId(), look: row.draft }];
}

async function passageDraftsOf(storeId: string): Promise<DraftPassage[]> {
  const rows = await database().select().from(passages).where(eq(passages.storeId, storeId)).orderBy(asc(passages.id));
  return rows
    .filter(({ draft, live }) => !isDeepStrictEqual(draft, live))
    .map(({ id, name, draft }) => ({ id: newId(), passageId: id, name, content: draft }));
}

const isEdition = (draft: Draft): draft is DraftEdition => 'templateId' in draft;

export const editionsAmong = (drafts: readonly Draft[]): DraftEdition[] => drafts.filter(isEdition);
export const passagesAmong = (drafts: readonly Draft[]): DraftPassage[] => drafts.filter((d) => 'passageId' in d);
export const lookAmong = (drafts: readonly Draft[]): Look | undefined => drafts.find((d) => 'look' in d)?.look;

/** A store as if the draft of its look were live, where that is among these drafts. */
export function wearing<S extends Pick<Store, 'look'>>(store: S, drafts: readonly Draft[]): S {
  const look = lookAmong(drafts);
  return look ? { ...store, look } : store;
}

/** Whether these drafts are put into rows that others need, so that lives in which they are live wait for each other. */
export const arePut = (drafts: readonly Draft[]): boolean => drafts.some((d) => !('look' in d));

/**
 * Puts drafts live and on, in a transaction that is taken back: elsewhere they stay drafts. A look is not put: to hold the store's row
 * would keep all that is written of the store waiting. See {@link wearing}.
 */
export async function putDrafts(tx: Executor, storeId: string, drafts: readonly Draft[]): Promise<void> {
  for (const { passageId, content } of passagesAmong(drafts)) {
    await tx
      .update(passages)
      .set({ live: content })
      .where(and(eq(passages.storeId, storeId), eq(passages.id, passageId)));
  }
  await putEditions(tx, storeId, editionsAmong(drafts));
}

async function putEditions(tx: Executor, storeId: string, drafts: readonly DraftEdition[]): Promise<void> {
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
export const settingOf = (drafts: readonly Draft[]): string => drafts.map((d) => d.id).join(' ');

/** Reads something of a store as if drafts were live. */
export async function withDrafts<T>(storeId: string, drafts: readonly Draft[], read: () => Promise<T>): Promise<T> {
  if (!arePut(drafts)) return read();
  return takenBack(async (tx) => {
    await putDrafts(tx, storeId, drafts);
    return read();
  });
}
