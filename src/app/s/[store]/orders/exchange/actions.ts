'use server';
import { act, actAndRefresh } from '@/app/act';
import { bytesOf } from '@/app/uploaded';
import type { ListKind } from '@/core/exchange';
import type { Result } from '@/core/result';
import { list } from '@/server/features/orders/use-cases';
import type { FilePreview } from '@/contract/orders';

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
