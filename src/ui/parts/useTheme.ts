'use client';
/** Whether the screen is by day or by night, for what draws without the style sheet; and the choice of a person for this browser. */
import { useSyncExternalStore } from 'react';
import { THEME_COOKIE, type Theme } from '@/contract/theme';

const DARK = '(prefers-color-scheme: dark)';

function subscribe(changed: () => void): () => void {
  const system = window.matchMedia(DARK);
  system.addEventListener('change', changed);
  const chosen = new MutationObserver(changed);
  chosen.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
  return () => {
    system.removeEventListener('change', changed);
    chosen.disconnect();
  };
}

const chosenTheme = (): Theme => (document.documentElement.dataset['theme'] as Theme | undefined) ?? 'system';

/** What was chosen in this browser. */
export const useChosenTheme = (): Theme => useSyncExternalStore(subscribe, chosenTheme, () => 'system');

/** True where the dark values hold. */
export const useDark = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => (chosenTheme() === 'system' ? window.matchMedia(DARK).matches : chosenTheme() === 'dark'),
    () => false,
  );

/** Keeps the choice in this browser, for a year, and shows it at once. */
export function chooseTheme(theme: Theme): void {
  document.cookie = `${THEME_COOKIE}=${theme}; path=/; max-age=31536000; samesite=lax`;
  if (theme === 'system') delete document.documentElement.dataset['theme'];
  else document.documentElement.dataset['theme'] = theme;
}
