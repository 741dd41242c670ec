/** In whose language the server speaks just now: of who asked for a page, or of the colleague whom it writes to. */
import { AsyncLocalStorage } from 'node:async_hooks';
import { de } from '@/words/de';
import type { Language } from '@/words/speak';

const reader = new AsyncLocalStorage<Language>();

/** From now on words of this process are those of each reader; call it once, before the first one. English for nobody in particular. */
export function speakToReaders(): void {
  globalThis.libellusSpeech = {
    language: () => reader.getStore() ?? 'en',
    translations: { de },
  };
}

/** Does something in the language of who will read it. */
export const inLanguage = <T>(language: Language, work: () => T): T => reader.run(language, work);
