'use client';
/** Picture files dropped on the sheet or pasted into words: brought in, and put into the block under them or into one of their own. */
import { useState } from 'react';
import { toast } from 'sonner';
import { blockOf, placeOfBlock, type Block, type Template } from '@/core/template';
import { sendPicture, type BringPicture } from '../parts/bringPicture';
import { valueOrToast } from '../parts/result';
import type { DraftAction } from './draft';
import { freshBlockId } from './draft';
import { say } from '@/words/desk';

/** Where files were dropped: on which block, in its lower half or not. */
export interface DroppedAt {
  id: string | undefined;
  after: boolean;
}

export interface PictureFilesOf {
  /** The template with all that was typed. */
  latest: () => Template;
  /** How wide a picture can be shown, in pixels. */
  most: number;
  onBring: BringPicture;
  dispatch: (action: DraftAction) => void;
  onSelect: (id: string) => void;
}

const KINDS = /^image\/(png|jpeg|webp|gif)$/;

/** The pictures among files that were dropped or pasted. */
export const picturesAmong = (files: Iterable<File>): File[] => [...files].filter((f) => KINDS.test(f.type));

export function usePictureFiles({ latest, most, onBring, dispatch, onSelect }: PictureFilesOf) {
  const [busy, setBusy] = useState(false);

  const take = async (files: Iterable<File>, at: DroppedAt): Promise<void> => {
    const all = [...files];
    const pictures = picturesAmong(all);
    if (pictures.length < all.length) toast.error(say.onlyPicturesHere);
    setBusy(true);
    let next = at;
    for (const file of pictures) {
      const brought = valueOrToast(await sendPicture(onBring, file, most));
      if (!brought) continue;
      const { asset } = brought;
      const more: Partial<Block> = { picture: asset, width: Math.min(most, asset.width) } as Partial<Block>;
      const template = latest();
      const under = next.id === undefined ? undefined : blockOf(template.blocks, next.id);
      if (under?.kind === 'image' && (under.picture === undefined || pictures.length === 1)) {
        dispatch({ type: 'block', id: under.id, change: more });
        next = { id: under.id, after: true };
      } else {
        const id = freshBlockId(template, 'image');
        const place = under && placeOfBlock(template.blocks, under.id);
        const end = template.blocks.length;
        dispatch({
          type: 'add',
          kind: 'image',
          id,
          place: place ? { ...place, at: place.at + (next.after ? 1 : 0) } : { at: end },
          more,
        });
        next = { id, after: true };
      }
      onSelect(next.id!);
    }
    setBusy(false);
  };
  return { take, busy };
}
