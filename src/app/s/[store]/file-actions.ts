'use server';
/** Files brought in and taken off the shelf. */
import { act, actAndRefresh, done } from '@/app/act';
import type { BroughtFile } from '@/contract/files';
import type { Result } from '@/core/result';
import { file } from '@/server/features/files/use-cases';

export async function addFileAction(store: string, form: FormData): Promise<Result<BroughtFile>> {
  const given = form instanceof FormData ? form.get('file') : undefined;
  const bytes = given instanceof File ? Buffer.from(await given.arrayBuffer()) : Buffer.alloc(0);
  const name = given instanceof File ? given.name.slice(0, 500) : '';
  return act(file.bring, store, { bytes, name, onShelf: form instanceof FormData && form.get('shelf') === '1' });
}

export async function removeFileAction(store: string, digest: string): Promise<Result<null>> {
  return done(await actAndRefresh(file.remove, store, { digest }));
}
