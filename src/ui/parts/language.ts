'use client';
/** The language of the interface that a person chooses: kept with them where they are signed in, and in this browser. */
import { LANGUAGE_COOKIE } from '@/words/choice';
import type { Language } from '@/words/speak';

/** What was chosen before signing in, for whoever signs in then. */
const CHOSEN = 'libellus-chosen-language';
export const chosenBefore = (): string | undefined => window.sessionStorage.getItem(CHOSEN) ?? undefined;

/** Keeps the choice and shows it: everything on the page is said anew, so the page is loaded anew. */
export function chooseLanguage(language: Language): void {
  void fetch('/api/auth/language', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ language }),
  })
    // Where the server does not answer, the browser keeps it at least.
    .catch(() => undefined)
    .then(() => {
      window.sessionStorage.setItem(CHOSEN, language);
      document.cookie = `${LANGUAGE_COOKIE}=${language}; path=/; max-age=31536000; samesite=lax`;
      window.location.reload();
    });
}
