'use server';
/** What the Journey does on the server. */
import { act, actAndRefresh, done } from '@/app/act';
import type { Audience } from '@/core/moments';
import type { Result } from '@/core/result';
import { notification, shopMail } from '@/server/features/notifications/use-cases';
import type { Impact } from '@/contract/notifications';
import type { BulkOutcome } from '@/server/features/notifications/notifications';

export async function switchAction(store: string, slug: string, on: boolean): Promise<Result<null>> {
  return done(await actAndRefresh(notification.switch, store, { slug, on }));
}

export async function impactAction(store: string, slug: string): Promise<Result<Impact>> {
  return act(notification.impact, store, { slug });
}

export async function bulkAction(
  store: string,
  action: 'on' | 'off' | 'publish',
  slugs: string[],
): Promise<Result<BulkOutcome>> {
  return action === 'publish'
    ? actAndRefresh(notification.bulkPublish, store, { slugs })
    : actAndRefresh(notification.bulkSwitch, store, { on: action === 'on', slugs });
}

export async function makeAction(
  store: string,
  input: { name: string; moment: string; audience: Audience; from?: string },
): Promise<Result<{ slug: string }>> {
  return actAndRefresh(notification.make, store, input);
}

export async function removeAction(store: string, slug: string): Promise<Result<null>> {
  // The page this is done from is gone with it: the screen goes on to the Journey, which is read anew.
  return done(await act(notification.remove, store, { slug }));
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
