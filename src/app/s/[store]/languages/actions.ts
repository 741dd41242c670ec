'use server';
/** Translating, segment by segment and by files. */
import { act, actAndRefresh } from '@/app/act';
import { bytesOf } from '@/app/uploaded';
import type { FileBrought, FilePreview, LanguageAdded, MadeLink, Translated } from '@/contract/languages';
import type { Result } from '@/core/result';
import { languages } from '@/server/features/languages/use-cases';

export async function addLanguageAction(store: string, input: unknown): Promise<Result<LanguageAdded>> {
  return actAndRefresh(languages.add, store, input);
}

export async function removeLanguageAction(store: string, input: unknown): Promise<Result<void>> {
  return actAndRefresh(languages.remove, store, input);
}

export async function saveFallbackAction(store: string, input: unknown): Promise<Result<void>> {
  return actAndRefresh(languages.fallback, store, input);
}

export async function allowTranslatorAction(store: string, input: unknown): Promise<Result<void>> {
  return actAndRefresh(languages.allowTranslator, store, input);
}

export async function makeLinkAction(store: string, input: unknown): Promise<Result<MadeLink>> {
  return actAndRefresh(languages.makeLink, store, input);
}

export async function takeLinkBackAction(store: string, input: unknown): Promise<Result<void>> {
  return actAndRefresh(languages.takeLinkBack, store, input);
}

export async function translateAction(store: string, input: unknown): Promise<Result<Translated>> {
  return act(languages.translate, store, input);
}

export async function putInUseAction(store: string, input: unknown): Promise<Result<{ texts: number }>> {
  return actAndRefresh(languages.putInUse, store, input);
}

export async function lookAtTranslationsAction(
  store: string,
  language: string,
  form: FormData,
): Promise<Result<FilePreview>> {
  return act(languages.lookAtFile, store, { language, bytes: await bytesOf(form) });
}

export async function bringTranslationsAction(
  store: string,
  chosen: { language: string; stamp: string; name: string },
  form: FormData,
): Promise<Result<FileBrought>> {
  const { language, stamp, name } = { ...chosen };
  return actAndRefresh(languages.bringIn, store, { language, stamp, name, bytes: await bytesOf(form) });
}

export async function takeBackTranslationsAction(store: string, input: unknown): Promise<Result<{ segments: number }>> {
  return actAndRefresh(languages.takeBack, store, input);
}

export async function offerMemoryAction(store: string, input: unknown): Promise<Result<void>> {
  return actAndRefresh(languages.offerMemory, store, input);
}
