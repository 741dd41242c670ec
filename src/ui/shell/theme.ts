/** What the choices of colours are called. */
import type { Theme } from '@/contract/theme';

export const THEME_WORDS: Record<Theme, string> = {
  system: 'As the system has them',
  light: 'Light',
  dark: 'Dark',
};
