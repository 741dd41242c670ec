/** Tells what is made for a request in which language its reader reads the interface. */
import { AsyncLocalStorage } from 'node:async_hooks';
import { LANGUAGE_COOKIE, languageFor } from '@/words/choice';
import { de } from '@/words/de';
import type { Language } from '@/words/speak';

const reader = new AsyncLocalStorage<Language>();

/** From now on the words of this process are those of the reader of each request; call it once, before the first one. */
export function speakToReaders(): void {
  globalThis.libellusSpeech = {
    language: () => reader.getStore() ?? 'en',
    translations: { de },
  };
}

const cookie = new RegExp(`(?:^|;\\s*)${LANGUAGE_COOKIE}=([a-z-]+)`);

/** Does something for who asks: the language that was chosen in the browser, else the first that it accepts and we speak (RFC 9110, 12.5.4). */
export function forReader<T>(
  headers: { cookie?: string | undefined; 'accept-language'?: string | undefined },
  work: () => T,
): T {
  return reader.run(languageFor(cookie.exec(headers.cookie ?? '')?.[1], headers['accept-language']), work);
}
