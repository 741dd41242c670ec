'use server';
import { act, actAndRefresh } from '@/app/act';
import { bytesOf } from '@/app/uploaded';
import type { ListKind } from '@/core/exchange';
import type { Result } from '@/core/result';
import { list } from '@/server/features/orders/use-cases';
import type { FilePreview, FileTaken } from '@/contract/orders';

export async function previewFileAction(
  store: string,
  kind: ListKind,
  clear: boolean,
  form: FormData,
): Promise<Result<FilePreview>> {
  return act(list.preview, store, { list: kind, clear, bytes: await bytesOf(form) });
}

export async function bringFileAction(
  store: string,
  kind: ListKind,
  how: { goodOnly: boolean; clear: boolean },
  form: FormData,
): Promise<Result<FileTaken>> {
  const { goodOnly, clear } = { ...how };
  return actAndRefresh(list.bring, store, { list: kind, bytes: await bytesOf(form), goodOnly, clear });
}

export async function takeListBackAction(store: string, id: string): Promise<Result<{ back: number; left: number }>> {
  return actAndRefresh(list.takeBack, store, { id });
}
