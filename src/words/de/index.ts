/** German, by feature. */
import type { Translations } from '../speak';

export const de = {} satisfies Translations;
