/** The forms in which a message is looked at. */
import { say } from '../../words/rehearsal';
import { inEachLanguage } from '../../words/speak';

/** Light or dark, on a narrow screen, and where pictures are not loaded. */
export const PICTURE_FORMS = ['desktop', 'phone', 'dark', 'bare'] as const;
export type PictureForm = (typeof PICTURE_FORMS)[number];

export const PICTURE_FORM_WORDS: Readonly<Record<PictureForm, string>> = inEachLanguage(() => ({
  desktop: say.formDesktop,
  phone: say.formPhone,
  dark: say.formDark,
  bare: say.formBare,
}));
