/** Versions that follow another of their notification: what is written to one is brought to those that follow it. */
import { and, eq, inArray, sql } from 'drizzle-orm';
import { followed, followFrom, ownMarked, standAlone, type Template } from '@/core/template';
import { AppError } from '../base/errors';
import type { Executor } from '../db/client';
import { templates } from '../db/schema';
import { say } from '@/words/refusals';

const rowOf = async (id: string, tx: Executor) => {
  const [row] = await tx
    .select({ notificationId: templates.notificationId, variant: templates.variant })
    .from(templates)
    .where(eq(templates.id, id));
  return row;
};

const follows = (variant: string) => sql`json_value(${templates.draft}, '$.follows.version') = ${variant}`;

/** The versions that follow one, held until the transaction is over. */
export function followersOf(notificationId: string, variant: string, tx: Executor) {
  return tx
    .select({ id: templates.id, name: templates.variantName, draft: templates.draft, revision: templates.revision })
    .from(templates)
    .where(and(eq(templates.notificationId, notificationId), follows(variant)))
    .for('update');
}

/** The draft of the version that a draft of the same notification follows; undefined when it follows none, or one that is gone. */
export async function leading(notificationId: string, draft: Template, tx: Executor): Promise<Template | undefined> {
  const { follows: own } = draft;
  if (!own) return undefined;
  const [row] = await tx
    .select({ draft: templates.draft })
    .from(templates)
    .where(and(eq(templates.notificationId, notificationId), eq(templates.variant, own.version)));
  return row?.draft;
}

/**
 * A draft as it is kept: what differs from the version that it follows is marked as its own. One that follows a version that is gone
 * stands alone. Throws `invalid` for one that would follow itself, or a version that follows another or is followed by it.
 */
export async function settled(id: string, content: Template, tx: Executor): Promise<Template> {
  if (!content.follows) return content;
  const row = await rowOf(id, tx);
  const base = row && (await leading(row.notificationId, content, tx));
  if (!row || !base) return standAlone(content);
  const circle = row.variant === content.follows.version || base.follows !== undefined;
  if (circle || (await followersOf(row.notificationId, row.variant, tx)).length > 0)
    throw new AppError('invalid', say.followsOneThatStandsAlone, [
      { path: '/follows', message: say.followsOneThatStandsAlone },
    ]);
  return ownMarked(content, base);
}

/** Brings what was written to a version to those that follow it; each of their drafts has a new revision where it changed. */
export async function bringToFollowers(
  id: string,
  content: Template,
  { by, at }: { by: string; at: Date },
  tx: Executor,
): Promise<void> {
  const row = await rowOf(id, tx);
  if (!row) return;
  for (const { id: own, draft, revision } of await followersOf(row.notificationId, row.variant, tx)) {
    const next = followed(draft, content);
    if (next === draft) continue;
    await tx
      .update(templates)
      .set({ draft: next, revision: revision + 1, draftBy: by, draftAt: at })
      .where(eq(templates.id, own));
  }
}

/** Lets those that follow a version stand alone, as they are; for when it goes. Gives their ids. */
export async function leaveAlone(notificationId: string, variant: string, tx: Executor): Promise<string[]> {
  const followers = await followersOf(notificationId, variant, tx);
  for (const { id, draft, revision } of followers)
    await tx
      .update(templates)
      .set({ draft: standAlone(draft), revision: revision + 1 })
      .where(eq(templates.id, id));
  return followers.map((f) => f.id);
}

/**
 * After a version is back: it follows the version that it followed, where that still can be followed, and those that followed it do so
 * again. What was changed meanwhile is their own.
 */
export async function followAgain(
  back: Pick<typeof templates.$inferInsert, 'id' | 'notificationId' | 'draft' | 'variant'>,
  followers: readonly { id: string }[],
  tx: Executor,
): Promise<void> {
  const { id, notificationId, variant = '' } = back;
  const base = await leading(notificationId, back.draft, tx);
  const follows = base !== undefined && base.follows === undefined;
  const draft = follows ? ownMarked(back.draft, base) : standAlone(back.draft);
  if (draft !== back.draft) await tx.update(templates).set({ draft }).where(eq(templates.id, id));
  if (draft.follows || followers.length === 0) return;
  const rows = await tx
    .select({ id: templates.id, variant: templates.variant, draft: templates.draft, revision: templates.revision })
    .from(templates)
    .where(
      inArray(
        templates.id,
        followers.map((f) => f.id),
      ),
    )
    .for('update');
  for (const row of rows) {
    // One that follows another meanwhile, or is followed, stays so.
    if (row.draft.follows || (await followersOf(notificationId, row.variant, tx)).length > 0) continue;
    await tx
      .update(templates)
      .set({ draft: followFrom(row.draft, draft, variant), revision: row.revision + 1 })
      .where(eq(templates.id, row.id));
  }
}
