/**
 * Pages that are made by the browser alone, such as that something is not there, come without the words of the reader's language. They
 * are fetched before the page is made, which cannot wait for an answer that comes later.
 */
import type { Translations, Language } from './words/speak';

if (!globalThis.libellusSpeech && document.documentElement.id === '__next_error__') {
  try {
    const request = new XMLHttpRequest();
    request.open('GET', '/words/reader', false);
    request.send();
    const { language, words } = JSON.parse(request.responseText) as { language: Language; words: Translations };
    if (words) globalThis.libellusSpeech = { language: () => language, translations: { [language]: words } };
  } catch {
    // Without an answer the page is in English.
  }
}
