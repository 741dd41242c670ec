'use server';
import { act, actAndRefresh, done, withValue } from '@/app/act';
import type { NoticeForecast, SavedSelection } from '@/contract/notices';
import type { Selection } from '@/core/notices';
import type { Result } from '@/core/result';
import { notice } from '@/server/features/notices/use-cases';
import { template } from '@/server/features/templates/use-cases';

export async function forecastNoticeAction(
  store: string,
  message: string,
  selection: Selection,
): Promise<Result<NoticeForecast>> {
  return act(notice.forecast, store, { message, selection });
}

/** A test of the live edition, in the store's own language, to whoever asks for it. */
export async function testNoticeAction(
  store: string,
  to: string,
  language: string,
  message: string,
): Promise<Result<{ to: string }>> {
  const sent = await act(template.test, store, { slug: message, to, language, order: 'SAMPLE-ACCOUNT' });
  return withValue(sent, ({ to }) => ({ to }));
}

export async function beginNoticeAction(
  store: string,
  wanted: { id: string; message: string; selection: Selection },
): Promise<Result<{ id: string }>> {
  return actAndRefresh(notice.begin, store, wanted);
}

export async function pauseNoticeAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(notice.pause, store, { id }));
}

export async function resumeNoticeAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(notice.resume, store, { id }));
}

export async function stopNoticeAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(notice.stop, store, { id }));
}

export async function saveSelectionAction(
  store: string,
  name: string,
  selection: Selection,
): Promise<Result<SavedSelection>> {
  return act(notice.saveSelection, store, { name, selection });
}

export async function removeSelectionAction(store: string, id: string): Promise<Result<null>> {
  return done(await act(notice.removeSelection, store, { id }));
}
