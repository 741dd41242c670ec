'use server';
/** What the screens of Sending do. */
import { act, actAndRefresh, done } from '@/app/act';
import type { CheckReport } from '@/core/mail';
import type { Result } from '@/core/result';
import { proof } from '@/server/features/proof/use-cases';
import type { ProofMailbox, ProofView } from '@/contract/proof';
import { channel, domain, sender, service, withholding } from '@/server/features/sending/use-cases';
import type { ChannelView, DomainView, Found, SenderView, WithheldView } from '@/contract/sending';

type Saved = { id: string; released: number };

export async function saveServiceAction(
  store: string,
  id: string | undefined,
  values: unknown,
): Promise<Result<Saved>> {
  return act(service.save, store, { ...(id !== undefined && { id }), service: values });
}

export async function checkAction(store: string, id: string, to?: string): Promise<Result<CheckReport>> {
  return act(service.check, store, { id, ...(to !== undefined && { to }) });
}

export async function findAction(store: string, address: string): Promise<Result<Found>> {
  return act(service.find, store, { address });
}

export async function pauseAction(store: string, id: string, paused: boolean): Promise<Result<{ released: number }>> {
  return act(service.pause, store, { id, paused });
}

export async function moveAction(store: string, id: string, by: -1 | 1): Promise<Result<null>> {
  return done(await act(service.move, store, { id, by }));
}

export async function removeServiceAction(store: string, id: string): Promise<Result<null>> {
  return done(await act(service.remove, store, { id }));
}

export async function sendersAction(
  store: string,
  senders: unknown,
): Promise<Result<{ senders: SenderView[]; released: number }>> {
  return actAndRefresh(sender.save, store, { senders });
}

export async function channelsAction(store: string, channels: unknown): Promise<Result<ChannelView[]>> {
  return act(channel.save, store, { channels });
}

export async function addDomainAction(store: string, name: string): Promise<Result<{ name: string }>> {
  return act(domain.add, store, { name });
}

export async function lookAction(store: string, name: string): Promise<Result<DomainView>> {
  return act(domain.look, store, { name });
}

export async function newKeyAction(store: string, name: string): Promise<Result<DomainView>> {
  return act(domain.changeKey, store, { name });
}

export async function removeDomainAction(store: string, name: string): Promise<Result<null>> {
  return done(await act(domain.remove, store, { name }));
}

export async function withholdAction(store: string, entry: unknown): Promise<Result<WithheldView[]>> {
  return act(withholding.add, store, { entry });
}

export async function allowAction(store: string, id: string): Promise<Result<WithheldView[]>> {
  return act(withholding.remove, store, { id });
}

export async function saveProofAction(store: string, mailbox: ProofMailbox): Promise<Result<ProofView>> {
  return actAndRefresh(proof.save, store, { mailbox });
}

export async function openProofAction(
  store: string,
  mailbox: ProofMailbox,
): Promise<Result<{ folders: string[]; junk?: string }>> {
  return act(proof.open, store, { mailbox });
}

export async function proveNowAction(store: string): Promise<Result<{ begun: number }>> {
  return actAndRefresh(proof.now, store, {});
}
