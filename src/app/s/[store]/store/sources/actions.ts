'use server';
/** What Sources does on the server. */
import { act, actAndRefresh, done } from '@/app/act';
import type { ChangeSource, MakeSource, SaveMapping, TakenAgain, Tried } from '@/contract/sources';
import type { Mapping } from '@/core/mapping';
import type { Result } from '@/core/result';
import { source } from '@/server/features/sources/use-cases';

export async function makeSourceAction(
  store: string,
  input: MakeSource,
): Promise<Result<{ id: string; address: string; secret: string }>> {
  return actAndRefresh(source.make, store, input);
}

export async function changeSourceAction(
  store: string,
  id: string,
  input: Omit<ChangeSource, 'id'>,
): Promise<Result<null>> {
  return done(await actAndRefresh(source.change, store, { ...input, id }));
}

export async function removeSourceAction(store: string, id: string): Promise<Result<null>> {
  // The page that asks is gone with it: read anew, it would not be found.
  return done(await act(source.remove, store, { id }));
}

export async function saveMappingAction(
  store: string,
  id: string,
  input: Omit<SaveMapping, 'id'>,
): Promise<Result<{ revision: number }>> {
  return actAndRefresh(source.save, store, { ...input, id });
}

export async function publishMappingAction(
  store: string,
  id: string,
  revision: number,
): Promise<Result<{ edition: number }>> {
  return actAndRefresh(source.publish, store, { id, revision });
}

export async function startFromEditionAction(store: string, id: string, number: number): Promise<Result<null>> {
  return done(await actAndRefresh(source.startFrom, store, { id, number }));
}

export async function switchSourceAction(store: string, id: string, on: boolean): Promise<Result<null>> {
  return done(await actAndRefresh(source.switch, store, { id, on }));
}

export async function tryMappingAction(store: string, id: string, mapping: Mapping): Promise<Result<Tried[]>> {
  return act(source.try, store, { id, mapping });
}

export async function readRequestAction(store: string, id: string, request: string): Promise<Result<{ body: string }>> {
  return act(source.readRequest, store, { source: id, request });
}

export async function takeRequestsAgainAction(
  store: string,
  id: string,
  requests?: string[],
): Promise<Result<TakenAgain>> {
  return actAndRefresh(source.takeAgain, store, { source: id, ...(requests && { requests }) });
}
