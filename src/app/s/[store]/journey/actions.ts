'use server';
/** What the Journey does on the server. */
import { act, actAndRefresh, done } from '@/app/act';
import type { Audience } from '@/core/moments';
import type { Result } from '@/core/result';
import { notification, shopMail } from '@/server/features/notifications/use-cases';
import type { BulkOutcome, ChangeImpact, Impact, ManyDraft } from '@/contract/notifications';

export async function switchAction(store: string, slug: string, on: boolean): Promise<Result<null>> {
  return done(await actAndRefresh(notification.switch, store, { slug, on }));
}

export async function impactAction(store: string, slug: string): Promise<Result<Impact>> {
  return act(notification.impact, store, { slug });
}

export async function changeImpactAction(
  store: string,
  slug: string,
  settings: unknown,
): Promise<Result<ChangeImpact | undefined>> {
  return act(notification.changeImpact, store, { slug, settings });
}

export async function switchManyAction(store: string, on: boolean, slugs: string[]): Promise<Result<BulkOutcome>> {
  return actAndRefresh(notification.bulkSwitch, store, { on, slugs });
}

export async function draftsAction(store: string, slugs: string[]): Promise<Result<ManyDraft[]>> {
  return act(notification.drafts, store, { slugs });
}

export async function publishManyAction(
  store: string,
  drafts: { slug: string; revision: number }[],
  note: string,
): Promise<Result<BulkOutcome>> {
  return actAndRefresh(notification.bulkPublish, store, { drafts, note });
}

export async function makeAction(
  store: string,
  input: { name: string; moment: string; audience: Audience; from?: string },
): Promise<Result<{ slug: string }>> {
  return actAndRefresh(notification.make, store, input);
}

export async function removeAction(store: string, slug: string): Promise<Result<{ removed: string }>> {
  // The page this is done from is gone with it: the screen goes on to the Journey, which is read anew.
  return act(notification.remove, store, { slug });
}

export async function saveNotificationAction(
  store: string,
  slug: string,
  revision: number,
  settings: unknown,
): Promise<Result<{ revision: number }>> {
  return actAndRefresh(notification.save, store, { slug, revision, settings });
}

export async function addShopMailAction(
  store: string,
  input: { name: string; moment: string; audience: Audience },
): Promise<Result<{ id: string }>> {
  return actAndRefresh(shopMail.add, store, input);
}

export async function removeShopMailAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(shopMail.remove, store, { id }));
}
