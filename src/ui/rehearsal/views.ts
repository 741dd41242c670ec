/** Where the parts of the screen are: what is looked at stands in its address, so that it can be sent to a colleague. */
import type { MessageOutcome, PostedView, RehearsalRun } from '@/contract/rehearsal';
import { PICTURE_FORMS, type PictureForm } from '@/core/rehearsal/pictures';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/rehearsal';

export const VIEWS = ['moments', 'fix', 'lives', 'messages', 'pictures', 'faults', 'left'] as const;
export type View = (typeof VIEWS)[number];

export const viewOf = (told: string | undefined): View => VIEWS.find((v) => v === told) ?? 'moments';

export const formOf = (told: string | undefined): PictureForm => PICTURE_FORMS.find((f) => f === told) ?? 'desktop';

export interface Where {
  run?: number | undefined;
  view?: View;
  message?: string | undefined;
  /** Of the pictures that are looked at. */
  form?: PictureForm | undefined;
  language?: string | undefined;
}

/** The address of a part; what is as usual is left out. */
export function hrefOf(base: string, { run, view, message, form, language }: Where): string {
  const query = new URLSearchParams({
    ...(run !== undefined && { run: String(run) }),
    ...(view !== undefined && view !== 'moments' && { view }),
    ...(message !== undefined && { message }),
    ...(form !== undefined && form !== 'desktop' && { form }),
    ...(language && { language }),
  });
  return `${base}/rehearsal${query.size > 0 ? `?${query}` : ''}`;
}

/** Where one message is looked at as a picture. */
export const pictureHref = (base: string, { message, form }: { message: string; form: PictureForm }): string =>
  `${base}/rehearsal/picture?message=${message}${form === 'desktop' ? '' : `&form=${form}`}`;

/** The picture itself. */
export const pictureSource = (base: string, seen: string, form: PictureForm): string =>
  `${base}/rehearsal/pictures/${seen}/${form}`;

/** All pictures of a run as a PDF. */
export const sheetHref = (base: string, of: { run: number; form: PictureForm; language: string }): string =>
  `${base}/rehearsal/pictures/sheet?run=${of.run}&form=${of.form}${of.language && `&language=${of.language}`}`;

export const OUTCOME_WORDS: Readonly<Record<MessageOutcome, string>> = inEachLanguage(() => ({
  right: say.right,
  noted: say.noted,
  wrong: say.wrong,
  missing: say.missing,
  surplus: say.surplus,
}));

/** A run that waits for its turn, or goes on. */
export const isUnderWay = ({ state }: RehearsalRun): boolean => state === 'waiting' || state === 'running';

/** Whether messages of a run that go to a mailbox by the real services are still on their way. */
export const isPosting = (posted: PostedView | undefined): boolean =>
  (posted?.waiting ?? 0) + (posted?.lookedFor ?? 0) > 0;
