'use server';
/** What sending messages of a rehearsal by the real services does on the server. */
import { act, actAndRefresh, done } from '@/app/act';
import type { AskPosting, PostingForecast } from '@/contract/rehearsal';
import type { Result } from '@/core/result';
import { rehearsal } from '@/server/features/rehearsal/use-cases';

export async function forecastPostingAction(store: string, asked: AskPosting): Promise<Result<PostingForecast>> {
  return act(rehearsal.forecastPosting, store, asked);
}

export async function askPostingAction(store: string, asked: AskPosting): Promise<Result<{ messages: number }>> {
  return actAndRefresh(rehearsal.askPosting, store, asked);
}

export async function stopPostingAction(store: string, number: number): Promise<Result<null>> {
  return done(await actAndRefresh(rehearsal.stopPosting, store, { number }));
}
