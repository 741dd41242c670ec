/** Tells what is made for a request in which language its reader reads the interface. */
import { LANGUAGE_COOKIE, languageFor } from '@/words/choice';
import { inLanguage } from '../base/reader';

const cookie = new RegExp(`(?:^|;\\s*)${LANGUAGE_COOKIE}=([a-z-]+)`);

/** Does something for who asks: the language that was chosen in the browser, else the first that it accepts and we speak (RFC 9110, 12.5.4). */
export function forReader<T>(
  headers: { cookie?: string | undefined; 'accept-language'?: string | undefined },
  work: () => T,
): T {
  return inLanguage(languageFor(cookie.exec(headers.cookie ?? '')?.[1], headers['accept-language']), work);
}
