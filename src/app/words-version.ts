import { createHash } from 'node:crypto';
import type { Language } from '@/words/speak';

const versions = new Map<Language, string>();

/** What changes with the words of a language, so that browsers may keep them for good. */
export function wordsVersion(language: Language): string {
  let version = versions.get(language);
  if (!version) {
    const words = JSON.stringify(globalThis.libellusSpeech?.translations[language] ?? {});
    version = createHash('sha256').update(words).digest('base64url').slice(0, 12);
    versions.set(language, version);
  }
  return version;
}
