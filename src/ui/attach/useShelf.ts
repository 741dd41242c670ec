'use client';
/** The store's files where something is attached, and bringing in more of them from this computer. */
import { useState } from 'react';
import { MOST_FILE_BYTES } from '@/core/attach';
import { fileSize } from '@/core/names';
import type { Result } from '@/core/result';
import type { BroughtFile, FileShelf } from '@/contract/files';
import { answered } from '../parts/result';
import { say } from '@/words/files';

export type BringFile = (form: FormData) => Promise<Result<BroughtFile>>;

export interface Shelf extends FileShelf {
  /** The name of the file that is on its way in. */
  busy: string | undefined;
  /** Why a file was not taken. */
  trouble: string | undefined;
  /** Takes files in one after the other; what cannot be taken is said and left out. */
  bring: (files: readonly File[], onShelf: boolean) => Promise<BroughtFile[]>;
}

export function useShelf(first: FileShelf, onBring: BringFile, by: string): Shelf {
  const [added, setAdded] = useState<FileShelf['files']>([]);
  const [busy, setBusy] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  const bring: Shelf['bring'] = async (files, onShelf) => {
    setTrouble(undefined);
    const brought: BroughtFile[] = [];
    for (const file of files) {
      if (file.size > MOST_FILE_BYTES) {
        const why = say.isTooLarge({ size: fileSize(file.size), most: fileSize(MOST_FILE_BYTES) });
        setTrouble(say.wasNotTaken({ name: file.name, why }));
        continue;
      }
      setBusy(file.name);
      const form = new FormData();
      form.set('file', file);
      form.set('shelf', onShelf ? '1' : '');
      const result = await answered(onBring(form), say.fileDidNotArrive);
      if (!result.ok) {
        setTrouble(result.error.message);
        continue;
      }
      brought.push(result.value);
      const { known: _, ...kept } = result.value;
      if (onShelf) setAdded((was) => [...was, { ...kept, by, at: new Date().toISOString() }]);
    }
    setBusy(undefined);
    return brought;
  };
  const files = [...first.files, ...added.filter((a) => !first.files.some((f) => f.digest === a.digest))];
  return { files, room: first.room, busy, trouble, bring };
}
