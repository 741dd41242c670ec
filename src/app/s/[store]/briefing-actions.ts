'use server';
/** Notes for translators, and their questions. */
import { actAndRefresh } from '@/app/act';
import type { Result } from '@/core/result';
import { briefing } from '@/server/features/briefing/use-cases';

export async function saveNoteAction(store: string, input: unknown): Promise<Result<void>> {
  return actAndRefresh(briefing.note, store, input);
}

export async function askAction(store: string, input: unknown): Promise<Result<{ id: string }>> {
  return actAndRefresh(briefing.ask, store, input);
}

export async function answerAction(store: string, input: unknown): Promise<Result<void>> {
  return actAndRefresh(briefing.answer, store, input);
}

export async function takeQuestionBackAction(store: string, input: unknown): Promise<Result<void>> {
  return actAndRefresh(briefing.takeBack, store, input);
}
