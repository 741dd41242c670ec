'use server';
/** What Rehearsal does on the server. */
import { act, actAndRefresh, done } from '@/app/act';
import type { AskPictures, AskRehearsal, DraftsRehearsed, RehearsalChoice } from '@/contract/rehearsal';
import type { ShareScreenshots } from '@/contract/viewings';
import type { Result } from '@/core/result';
import { rehearsal } from '@/server/features/rehearsal/use-cases';
import { viewing } from '@/server/features/viewings/use-cases';

export async function askRehearsalAction(store: string, asked: AskRehearsal): Promise<Result<{ number: number }>> {
  return actAndRefresh(rehearsal.ask, store, asked);
}

export async function draftsRehearsedAction(store: string, versions: string[]): Promise<Result<DraftsRehearsed>> {
  return act(rehearsal.drafts, store, { versions });
}

export async function rehearseDraftsAction(store: string, versions: string[]): Promise<Result<{ number: number }>> {
  return act(rehearsal.ask, store, { of: 'drafts', versions });
}

export async function stopRehearsalAction(store: string, number: number): Promise<Result<null>> {
  return done(await actAndRefresh(rehearsal.stop, store, { number }));
}

export async function chooseRehearsalsAction(store: string, choice: RehearsalChoice): Promise<Result<null>> {
  return done(await actAndRefresh(rehearsal.choose, store, choice));
}

export async function askPicturesAction(store: string, asked: AskPictures): Promise<Result<null>> {
  return done(await actAndRefresh(rehearsal.askPictures, store, asked));
}

export async function askFaultsAction(store: string, number: number): Promise<Result<null>> {
  return done(await actAndRefresh(rehearsal.askFaults, store, { number }));
}

export async function stopFaultsAction(store: string, number: number): Promise<Result<null>> {
  return done(await actAndRefresh(rehearsal.stopFaults, store, { number }));
}

export async function stopPicturesAction(store: string, number: number): Promise<Result<null>> {
  return done(await actAndRefresh(rehearsal.stopPictures, store, { number }));
}

export async function shareScreenshotsAction(
  store: string,
  shared: ShareScreenshots,
): Promise<Result<{ id: string; token: string }>> {
  return actAndRefresh(viewing.share, store, shared);
}

export async function takeSharedBackAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(viewing.takeBack, store, { id }));
}
