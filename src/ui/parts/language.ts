'use client';
/** The language of the interface that a person chooses for this browser. */
import { LANGUAGE_COOKIE } from '@/words/choice';
import type { Language } from '@/words/speak';

/** Keeps the choice for a year and shows it: everything on the page is said anew, so the page is loaded anew. */
export function chooseLanguage(language: Language): void {
  document.cookie = `${LANGUAGE_COOKIE}=${language}; path=/; max-age=31536000; samesite=lax`;
  window.location.reload();
}
