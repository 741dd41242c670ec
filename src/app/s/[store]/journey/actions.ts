'use server';
/** What the Journey does on the server. Each asks for access by itself: a store's id is only a wish. */
import { revalidatePath } from 'next/cache';
import { act } from '@/app/act';
import type { Audience } from '@/core/plan';
import type { Result } from '@/core/result';
import { switchNotification } from '@/server/views/desk';
import { impactOf, type Impact } from '@/server/views/impact';
import { saveNotification } from '@/server/views/notification';
import {
  addShopMail,
  inBulk,
  makeNotification,
  removeNotification,
  removeShopMail,
  type BulkOutcome,
} from '@/server/views/notifications';

const fresh = (store: string): void => revalidatePath(`/s/${store}`, 'layout');

export async function switchAction(store: string, slug: string, on: boolean): Promise<Result<null>> {
  return act(store, 'notification.switch', async (who) => {
    await switchNotification(who, slug, on);
    fresh(store);
    return null;
  });
}

export async function impactAction(store: string, slug: string): Promise<Result<Impact>> {
  return act(store, 'store.read', (who) => impactOf(who, slug));
}

export async function bulkAction(
  store: string,
  action: 'on' | 'off' | 'publish',
  slugs: string[],
): Promise<Result<BulkOutcome>> {
  return act(store, action === 'publish' ? 'template.publish' : 'notification.switch', async (who) => {
    const outcome = await inBulk(who, action, slugs);
    fresh(store);
    return outcome;
  });
}

export async function makeAction(
  store: string,
  input: { name: string; moment: string; audience: Audience; from?: string },
): Promise<Result<{ slug: string }>> {
  return act(store, 'notification.switch', async (who) => {
    const made = await makeNotification(who, input);
    fresh(store);
    return made;
  });
}

export async function removeAction(store: string, slug: string): Promise<Result<null>> {
  return act(store, 'notification.switch', async (who) => {
    // The page this is done from is gone with it: the screen goes on to the Journey, which is read anew.
    await removeNotification(who, slug);
    return null;
  });
}

export async function saveNotificationAction(
  store: string,
  slug: string,
  revision: number,
  input: unknown,
): Promise<Result<{ revision: number }>> {
  return act(store, 'notification.switch', async (who) => {
    const saved = await saveNotification(who, slug, revision, input);
    fresh(store);
    return saved;
  });
}

export async function addShopMailAction(
  store: string,
  input: { name: string; moment: string; audience: Audience },
): Promise<Result<{ id: string }>> {
  return act(store, 'notification.switch', async (who) => {
    const added = await addShopMail(who, input);
    fresh(store);
    return added;
  });
}

export async function removeShopMailAction(store: string, id: string): Promise<Result<null>> {
  return act(store, 'notification.switch', async (who) => {
    await removeShopMail(who, id);
    fresh(store);
    return null;
  });
}
