'use server';
/** Sets: what one would change, and bringing it in. */
import { act, actAndRefresh } from '@/app/act';
import type { SetOutcome, SetPreview } from '@/contract/sets';
import type { Result } from '@/core/result';
import { set } from '@/server/features/sets/use-cases';

/** Where a set comes from, as the use case takes it: the bytes of a file that came with a form, or a store's id. */
async function sourceOf(form: unknown): Promise<unknown> {
  if (!(form instanceof FormData)) return undefined;
  const store = form.get('store');
  if (typeof store === 'string') return { from: 'store', store, of: form.get('of') };
  const file = form.get('file');
  return { from: 'file', bytes: file instanceof File ? new Uint8Array(await file.arrayBuffer()) : new Uint8Array() };
}

export async function lookAtSetAction(
  store: string,
  languages: Record<string, string> | undefined,
  form: FormData,
): Promise<Result<SetPreview>> {
  return act(set.look, store, { source: await sourceOf(form), ...(languages && { languages }) });
}

export async function bringSetAction(
  store: string,
  chosen: { languages: Record<string, string>; keys: string[]; stamp: string },
  form: FormData,
): Promise<Result<SetOutcome>> {
  const { languages, keys, stamp } = { ...chosen };
  return actAndRefresh(set.bring, store, { source: await sourceOf(form), languages, keys, stamp });
}
