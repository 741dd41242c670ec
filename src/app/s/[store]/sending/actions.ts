'use server';
/** What the screens of Sending do. */
import { revalidatePath } from 'next/cache';
import { act } from '@/app/act';
import type { CheckReport } from '@/core/mail';
import type { Result } from '@/core/result';
import { addDomain, changeKey, lookNow, removeDomain } from '@/server/views/domains';
import { saveChannels } from '@/server/views/channels';
import { saveSenders } from '@/server/views/senders';
import { findFor, moveService, pauseService, removeService, runCheck, saveService } from '@/server/views/services';
import { allowAgain, withhold } from '@/server/views/withheld';
import type { ChannelOnScreen, DomainOnScreen, Found, SenderOnScreen, WithheldOnScreen } from '@/ui/sending/types';

export async function saveServiceAction(
  store: string,
  id: string | undefined,
  service: unknown,
): Promise<Result<{ id: string; released: number }>> {
  return act(store, 'service.edit', (who) => saveService(who, id, service));
}

export async function checkAction(store: string, id: string, to?: string): Promise<Result<CheckReport>> {
  return act(store, 'service.check', (who) => runCheck(who, id, to));
}

export async function findAction(store: string, address: string): Promise<Result<Found>> {
  return act(store, 'service.edit', (who) => findFor(who, address));
}

export async function pauseAction(store: string, id: string, paused: boolean): Promise<Result<{ released: number }>> {
  return act(store, 'service.edit', (who) => pauseService(who, id, paused));
}

export async function moveAction(store: string, id: string, by: -1 | 1): Promise<Result<null>> {
  return act(store, 'service.edit', async (who) => {
    await moveService(who, id, by);
    return null;
  });
}

export async function removeServiceAction(store: string, id: string): Promise<Result<null>> {
  return act(store, 'service.edit', async (who) => {
    await removeService(who, id);
    return null;
  });
}

export async function sendersAction(
  store: string,
  senders: unknown,
): Promise<Result<{ senders: SenderOnScreen[]; released: number }>> {
  return act(store, 'sender.edit', async (who) => {
    const saved = await saveSenders(who, senders);
    revalidatePath(`/s/${store}`, 'layout');
    return saved;
  });
}

export async function channelsAction(store: string, input: unknown): Promise<Result<ChannelOnScreen[]>> {
  return act(store, 'sender.edit', (who) => saveChannels(who, input));
}

export async function addDomainAction(store: string, name: string): Promise<Result<{ name: string }>> {
  return act(store, 'domain.edit', (who) => addDomain(who, name));
}

export async function lookAction(store: string, name: string): Promise<Result<DomainOnScreen>> {
  return act(store, 'service.check', (who) => lookNow(who, name));
}

export async function newKeyAction(store: string, name: string): Promise<Result<DomainOnScreen>> {
  return act(store, 'domain.edit', (who) => changeKey(who, name));
}

export async function removeDomainAction(store: string, name: string): Promise<Result<null>> {
  return act(store, 'domain.edit', async (who) => {
    await removeDomain(who, name);
    return null;
  });
}

export async function withholdAction(store: string, entry: unknown): Promise<Result<WithheldOnScreen[]>> {
  return act(store, 'withholding.edit', (who) => withhold(who, entry));
}

export async function allowAction(store: string, id: string): Promise<Result<WithheldOnScreen[]>> {
  return act(store, 'withholding.edit', (who) => allowAgain(who, id));
}
