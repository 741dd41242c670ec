'use server';
/** What Colleagues does on the server. */
import { act, actAndRefresh, done } from '@/app/act';
import type { ChangeColleague, ColleagueStore, Invite, MadeInvitation, PlaceColleague } from '@/contract/colleagues';
import type { Result } from '@/core/result';
import { colleague } from '@/server/features/colleagues/use-cases';

export async function inviteAction(store: string, input: Invite): Promise<Result<MadeInvitation>> {
  return actAndRefresh(colleague.invite, store, input);
}

export async function inviteAgainAction(store: string, id: string): Promise<Result<MadeInvitation>> {
  return actAndRefresh(colleague.inviteAgain, store, { id });
}

export async function takeInvitationBackAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(colleague.takeInvitationBack, store, { id }));
}

export async function changeColleagueAction(store: string, input: ChangeColleague): Promise<Result<null>> {
  return done(await actAndRefresh(colleague.change, store, input));
}

export async function removeColleagueAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(colleague.remove, store, { id }));
}

export async function requireFactorAction(store: string, required: boolean): Promise<Result<null>> {
  return done(await actAndRefresh(colleague.requireFactor, store, { required }));
}

export async function resetFactorAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(colleague.resetFactor, store, { id }));
}

export async function colleagueStoresAction(store: string, id: string): Promise<Result<ColleagueStore[]>> {
  return act(colleague.stores, store, { id });
}

/** In any store of which one is an owner. */
export async function placeColleagueAction(store: string, input: PlaceColleague): Promise<Result<null>> {
  return done(await actAndRefresh(colleague.place, store, input));
}
