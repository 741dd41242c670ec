/** The store's notifications as a whole: made, taken away, several at once; and what the shop system sends by itself. */
import { and, eq, inArray } from 'drizzle-orm';
import { SHIPPED_NOTIFICATIONS } from '@/core/shipped';
import {
  audiencesOf,
  isMomentId,
  knowsNoOrder,
  momentOf,
  SUMMARY,
  timerOf,
  type Audience,
  type MomentId,
} from '@/core/moments';
import { freeSlug } from '@/core/slug';
import { type Template } from '@/core/template';
import { AT_ONCE, MORNINGS, type Schedule } from '@/core/time';
import type { BulkOutcome } from '@/contract/notifications';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { deliveries, notifications, shopMails, templates } from '../../db/schema';
import { AppError } from '../../base/errors';
import { settingsChanged } from '../../events/planner';
import { remember } from '../../auth/history';
import { newId } from '../../base/ids';
import { keepRemoved, rowsOfNotification } from '../../documents/removed';
import { boardRows } from './board';
import { switchNotification } from '../templates/templates';
import { notificationBySlug } from './notification';
import { say } from '@/words/refusals';
import { kept } from '@/words/kept';
import { say as sent } from '@/words/sent';

/** Turns several on or off. What is refused leaves the others alone. */
export async function switchMany(access: Access, on: boolean, slugs: readonly string[]): Promise<BulkOutcome> {
  const outcome: BulkOutcome = { done: [], refused: [] };
  const rows = await boardRows(access);
  for (const slug of slugs) {
    const found = rows.find((r) => r.notification.slug === slug)?.notification;
    if (!found || found.on === on) continue;
    try {
      await switchNotification(access, slug, on);
      outcome.done.push(found.name);
    } catch (error) {
      if (!(error instanceof AppError)) throw error;
      outcome.refused.push({ name: found.name, why: error.message });
    }
  }
  return outcome;
}

/** Makes a notification for a moment: beginning from another, or empty but for a heading. Off, until somebody turns it on. */
export async function makeNotification(
  access: Access,
  input: { name: string; moment: string; audience: Audience; from?: string | undefined },
): Promise<{ slug: string }> {
  const name = input.name.trim();
  if (name === '' || name.length > 120) {
    throw new AppError('invalid', say.itNeedsANameFor, [{ path: '/name', message: say.enterANameOfAt }]);
  }
  const moment = writtenAt(input.moment);
  heardBy(moment, input.audience);
  return database().transaction(async (tx) => {
    const there = await tx
      .select({ slug: notifications.slug })
      .from(notifications)
      .where(eq(notifications.storeId, access.store.id));
    const slug = freeSlug(name, new Set(there.map((n) => n.slug)), 'notification');
    const source = input.from ? await notificationBySlug(access, input.from, tx) : undefined;
    const id = newId();
    await tx.insert(notifications).values({
      id,
      storeId: access.store.id,
      slug,
      name,
      moment,
      audience: input.audience,
      on: false,
      owner: access.person.name,
      schedule: source?.moment === moment ? source.schedule : timerDefault(moment),
      ...(source?.audience === 'contact' && input.audience === 'contact' && { labels: source.labels }),
    });
    const drafts = source
      ? await tx.select().from(templates).where(eq(templates.notificationId, source.id)).orderBy(templates.rank)
      : [];
    const copied = drafts.length > 0 ? drafts : [undefined];
    for (const t of copied) {
      await tx.insert(templates).values({
        id: newId(),
        storeId: access.store.id,
        notificationId: id,
        ...(t && { variant: t.variant, variantName: t.variantName, rank: t.rank, when: t.when, nothing: t.nothing }),
        draft: t?.draft ?? blank(access.store.language, name, moment),
        draftBy: access.person.name,
        draftAt: new Date(),
      });
    }
    await settingsChanged(tx, access.store.id);
    await remember(access, 'madeNotification', { notification: name }, { db: tx, about: id });
    return { slug };
  });
}

/** Refuses to tell customers of what only colleagues hear of. */
function heardBy(moment: MomentId, audience: Audience): void {
  if (audiencesOf(moment).includes(audience)) return;
  throw new AppError('invalid', say.onlyStaffHears, [{ path: '/audience', message: say.onlyStaffHears }]);
}

/** A moment that messages can be made for; throws for any other string. */
function writtenAt(id: string): MomentId {
  if (isMomentId(id) && momentOf(id).column) return id;
  throw new AppError('invalid', say.chooseAMoment, [{ path: '/moment', message: say.chooseAMoment }]);
}

const timerDefault = (moment: MomentId): Schedule =>
  moment === SUMMARY
    ? { ...AT_ONCE, rhythm: MORNINGS }
    : timerOf(moment)
      ? { row: [{ wait: { amount: 1, unit: 'days' as const } }], ends: ['cancelled' as const] }
      : AT_ONCE;

const blank = (language: string, name: string, moment: MomentId): Template => ({
  version: 1,
  blocks: [
    { id: 'masthead', kind: 'masthead' },
    { id: 'head', kind: 'heading' },
    { id: 'say', kind: 'text' },
    { id: 'footer', kind: 'footer' },
  ],
  words: {
    [language]: {
      subject: `${name.replace(/[{}\\|.]/g, ' ')}${knowsNoOrder(moment) ? '' : ' {$order.number}'}`,
      preheader: '',
      head: name.replace(/[{}\\|.]/g, ' '),
      say: momentOf(moment).staffOnly ? '' : '{#p}{$customer.firstName :text default=|Hello|}{/p}',
    },
  },
});

/**
 * Takes away a notification that is off; what waits is not sent, and what it has sent stays on record. It can be brought back with all that
 * it had.
 */
export async function removeNotification(access: Access, slug: string): Promise<{ removed: string }> {
  return database().transaction(async (tx) => {
    const notification = await notificationBySlug(access, slug, tx, true);
    if (SHIPPED_NOTIFICATIONS.some((n) => n.slug === slug)) {
      throw new AppError('invalid', say.nameShipsWithLibellusLeave({ name: notification.name }));
    }
    if (notification.on) {
      throw new AppError('invalid', say.nameIsOnTurnIt({ name: notification.name }));
    }
    await tx
      .update(deliveries)
      .set({
        state: 'cancelled',
        lastWords: kept(() => sent.notificationTakenAway({ notification: notification.name })),
      })
      .where(and(eq(deliveries.notificationId, notification.id), inArray(deliveries.state, ['planned', 'held'])));
    const { id: removed } = await keepRemoved(
      access,
      'notification',
      notification.name,
      await rowsOfNotification(notification.id, tx),
      tx,
    );
    // Its versions and rules go with it.
    await tx.delete(notifications).where(eq(notifications.id, notification.id));
    await settingsChanged(tx, access.store.id);
    await remember(
      access,
      'removedNotification',
      { notification: notification.name },
      { db: tx, about: notification.id },
    );
    return { removed };
  });
}

/** Notes that the shop system sends a message by itself. */
export async function addShopMail(
  access: Access,
  input: { name: string; moment: string; audience: Audience },
): Promise<{ id: string }> {
  const name = input.name.trim();
  if (name === '' || name.length > 120) {
    throw new AppError('invalid', say.giveItAName, [{ path: '/name', message: say.enterANameOfAt }]);
  }
  const moment = writtenAt(input.moment);
  heardBy(moment, input.audience);
  const id = newId();
  await database().insert(shopMails).values({ id, storeId: access.store.id, name, moment, audience: input.audience });
  await remember(access, 'notedShopMail', { mail: name });
  return { id };
}

/** Strikes out a message that the shop system sends by itself. Throws `not-found`. */
export async function removeShopMail(access: Access, id: string): Promise<void> {
  const mine = and(eq(shopMails.storeId, access.store.id), eq(shopMails.id, id));
  const [mail] = await database().select().from(shopMails).where(mine);
  if (!mail) throw new AppError('not-found', say.thisIsGoneAlready);
  await database().delete(shopMails).where(mine);
  await remember(access, 'struckShopMail', { mail: mail.name });
}
