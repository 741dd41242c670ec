/** A picture of this computer sent to the store. */
import type { Asset, PictureColour } from '@/core/look';
import type { Result } from '@/core/result';
import { answered } from './result';
import { say } from '@/words/parts';

export interface Brought {
  asset: Asset;
  words: string;
  colours: PictureColour[];
}

export type BringPicture = (form: FormData) => Promise<Result<Brought>>;

const MOST = 10_000_000;

/** Sends a picture to be taken in. `shown` is how wide it is shown at most, in pixels. One that is too large is not sent at all. */
export async function sendPicture(onBring: BringPicture, file: File, shown: number): Promise<Result<Brought>> {
  if (file.size > MOST) {
    const size = (file.size / 1_000_000).toFixed(1);
    const message = say.pictureTooLarge({ name: file.name, size, most: MOST / 1_000_000 });
    return { ok: false, error: { code: 'invalid', message, problems: [] } };
  }
  const form = new FormData();
  form.set('picture', file);
  form.set('shown', String(shown));
  return answered(onBring(form), say.thePictureDidNotArrive);
}
