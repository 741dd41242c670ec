'use server';
/** What can be done with a delivery. */
import { revalidatePath } from 'next/cache';
import { act } from '@/app/act';
import type { Result } from '@/core/result';
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
