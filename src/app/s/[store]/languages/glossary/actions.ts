'use server';
/** The glossary: its entries, and its files. */
import { act, actAndRefresh } from '@/app/act';
import { bytesOf } from '@/app/uploaded';
import type { GlossaryBrought, GlossaryPreview } from '@/contract/glossary';
import type { GlossaryEntry } from '@/core/glossary';
import type { Result } from '@/core/result';
import { glossary } from '@/server/features/glossary/use-cases';

export async function saveTermAction(store: string, input: unknown): Promise<Result<{ id: string; revision: number }>> {
  return actAndRefresh(glossary.save, store, input);
}

export async function deleteTermAction(store: string, input: unknown): Promise<Result<Omit<GlossaryEntry, 'id'>>> {
  return actAndRefresh(glossary.delete, store, input);
}

export async function lookAtGlossaryAction(store: string, form: FormData): Promise<Result<GlossaryPreview>> {
  return act(glossary.lookAtFile, store, { bytes: await bytesOf(form) });
}

export async function bringGlossaryAction(
  store: string,
  chosen: { stamp: string; name: string },
  form: FormData,
): Promise<Result<GlossaryBrought>> {
  const { stamp, name } = { ...chosen };
  return actAndRefresh(glossary.bringIn, store, { stamp, name, bytes: await bytesOf(form) });
}

export async function takeBackGlossaryAction(store: string, input: unknown): Promise<Result<{ entries: number }>> {
  return actAndRefresh(glossary.takeBack, store, input);
}
