'use server';
/** What Own orders of rehearsals does on the server. */
import { act, actAndRefresh, done } from '@/app/act';
import type { OwnForeseen, SaveOwn } from '@/contract/rehearsal';
import type { OwnScript } from '@/core/rehearsal/own';
import type { Result } from '@/core/result';
import { rehearsal } from '@/server/features/rehearsal/use-cases';

export async function saveOwnAction(store: string, wanted: SaveOwn): Promise<Result<{ id: string }>> {
  return actAndRefresh(rehearsal.saveOwn, store, wanted);
}

export async function foreseeOwnAction(store: string, script: OwnScript): Promise<Result<OwnForeseen>> {
  return act(rehearsal.foreseeOwn, store, { script });
}

export async function keepRecordedAction(store: string, order: string): Promise<Result<{ id: string }>> {
  return actAndRefresh(rehearsal.keepRecorded, store, { order });
}

export async function keepFoundAction(store: string, number: number, place: number): Promise<Result<{ id: string }>> {
  return actAndRefresh(rehearsal.keepFound, store, { number, place });
}

export async function nameOwnAction(store: string, id: string, name: string): Promise<Result<null>> {
  return done(await actAndRefresh(rehearsal.nameOwn, store, { id, name }));
}

export async function switchOwnAction(store: string, id: string, used: boolean): Promise<Result<null>> {
  return done(await actAndRefresh(rehearsal.switchOwn, store, { id, used }));
}

export async function removeOwnAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(rehearsal.removeOwn, store, { id }));
}
