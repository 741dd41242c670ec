'use server';
/** What Rehearsal does on the server. */
import { act, actAndRefresh, done } from '@/app/act';
import type { AskPictures, AskRehearsal, DraftsRehearsed, RehearsalChoice } from '@/contract/rehearsal';
import type { Result } from '@/core/result';
import { rehearsal } from '@/server/features/rehearsal/use-cases';

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

export async function stopPicturesAction(store: string, number: number): Promise<Result<null>> {
  return done(await actAndRefresh(rehearsal.stopPictures, store, { number }));
}
