'use server';
/** What a translator without an account does: what the link opens, and nothing else. */
import { attempt } from '@/app/act';
import { revalidatePath } from 'next/cache';
import type { Translated } from '@/contract/languages';
import type { Result } from '@/core/result';
import { briefing } from '@/server/features/briefing/use-cases';
import { performByLink } from '@/server/features/languages/links';
import { languages } from '@/server/features/languages/use-cases';

export async function translateByLinkAction(token: string, input: unknown): Promise<Result<Translated>> {
  return attempt('languages.translate', () => performByLink(languages.translate, token, input));
}

export async function askByLinkAction(token: string, input: unknown): Promise<Result<{ id: string }>> {
  return refreshed(token, await attempt('briefing.ask', () => performByLink(briefing.ask, token, input)));
}

export async function takeQuestionBackByLinkAction(token: string, input: unknown): Promise<Result<void>> {
  return refreshed(token, await attempt('briefing.take-back', () => performByLink(briefing.takeBack, token, input)));
}

function refreshed<T>(token: string, result: Result<T>): Result<T> {
  if (result.ok) revalidatePath(`/t/${token}`, 'layout');
  return result;
}
