'use server';
import { act, actAndRefresh } from '@/app/act';
import type { ListKind } from '@/core/exchange';
import type { Result } from '@/core/result';
import { list } from '@/server/features/orders/use-cases';
import type { FilePreview } from '@/contract/orders';

/** The bytes of the file that came with a form; none when no file did, which is refused as an empty list is. */
async function bytesOf(form: unknown): Promise<Uint8Array> {
  const file = form instanceof FormData ? form.get('file') : undefined;
  return file instanceof File ? new Uint8Array(await file.arrayBuffer()) : new Uint8Array();
}

export async function previewFileAction(store: string, kind: ListKind, form: FormData): Promise<Result<FilePreview>> {
  return act(list.preview, store, { list: kind, bytes: await bytesOf(form) });
}

export async function bringFileAction(
  store: string,
  kind: ListKind,
  goodOnly: boolean,
  form: FormData,
): Promise<Result<{ fresh: number; known: number }>> {
  return actAndRefresh(list.bring, store, { list: kind, bytes: await bytesOf(form), goodOnly });
}
