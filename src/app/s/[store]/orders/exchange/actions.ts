'use server';
import { revalidatePath } from 'next/cache';
import { act } from '@/app/act';
import { LISTS, type ListKind } from '@/core/exchange';
import type { Result } from '@/core/result';
import { AppError } from '@/server/errors';
import { bringIn, previewFile, type FilePreview } from '@/server/views/exchange/bring-in';

async function bytesOf(kind: ListKind, form: FormData): Promise<Uint8Array> {
  const file = form.get('file');
  if (!(file instanceof File) || !LISTS.includes(kind)) throw new AppError('invalid', 'No file arrived.');
  return new Uint8Array(await file.arrayBuffer());
}

export async function previewFileAction(store: string, kind: ListKind, form: FormData): Promise<Result<FilePreview>> {
  return act(store, 'data.import', async (who) => previewFile(who, kind, await bytesOf(kind, form)));
}

export async function bringFileAction(
  store: string,
  kind: ListKind,
  goodOnly: boolean,
  form: FormData,
): Promise<Result<{ fresh: number; known: number }>> {
  return act(store, 'data.import', async (who) => {
    const brought = await bringIn(who, kind, await bytesOf(kind, form), goodOnly);
    revalidatePath(`/s/${store}`, 'layout');
    return brought;
  });
}
