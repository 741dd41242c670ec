'use server';
/** What can be done with a delivery. */
import { revalidatePath } from 'next/cache';
import { act } from '@/app/act';
import type { Result } from '@/core/result';
import { sendAgain } from '@/server/views/again';
import { sendNow, stopDelivery, tryAgain } from '@/server/views/deliveries';
import { releaseOnce } from '@/server/views/withheld';

const fresh = (store: string): null => {
  revalidatePath(`/s/${store}`, 'layout');
  return null;
};

export async function tryAction(store: string, id: string): Promise<Result<null>> {
  return act(store, 'delivery.resend', async (who) => {
    await tryAgain(who, id);
    return fresh(store);
  });
}

export async function releaseAction(store: string, id: string): Promise<Result<null>> {
  return act(store, 'delivery.release', async (who) => {
    await releaseOnce(who, id);
    return fresh(store);
  });
}

export async function sendNowAction(store: string, id: string): Promise<Result<null>> {
  return act(store, 'delivery.resend', async (who) => {
    await sendNow(who, id);
    return fresh(store);
  });
}

export async function stopAction(store: string, id: string): Promise<Result<null>> {
  return act(store, 'delivery.resend', async (who) => {
    await stopDelivery(who, id);
    return fresh(store);
  });
}

/** Answers the id of the new delivery. */
export async function againAction(store: string, id: string, to: string): Promise<Result<string>> {
  return act(store, 'delivery.resend', async (who) => {
    const again = await sendAgain(who, id, { to });
    fresh(store);
    return again;
  });
}
