/** Which language of the interface somebody reads: what they chose in a browser, kept in a cookie, else what the browser asks for. */
import { LANGUAGES, type Language } from './speak';

export const LANGUAGE_COOKIE = 'libellus-language';

export const isLanguage = (tag: string | undefined): tag is Language =>
  tag !== undefined && Object.hasOwn(LANGUAGES, tag);

/** The languages of an `Accept-Language` field in the order of their weights (RFC 9110, 12.5.4), without regions. */
function accepted(field: string): string[] {
  return field
    .split(',')
    .map((entry) => {
      const [range = '', ...parameters] = entry.trim().split(';');
      const weight = parameters.map((p) => /^\s*q=([\d.]+)\s*$/.exec(p)?.[1]).find((q) => q !== undefined);
      return { tag: range.split('-')[0]!.toLowerCase(), weight: weight === undefined ? 1 : Number(weight) };
    })
    .filter(({ weight }) => weight > 0)
    .toSorted((a, b) => b.weight - a.weight)
    .map(({ tag }) => tag);
}

/**
 * @param chosen what the cookie holds
 * @param acceptLanguage the field of the request
 */
export function languageFor(chosen: string | undefined, acceptLanguage = ''): Language {
  return isLanguage(chosen) ? chosen : (accepted(acceptLanguage).find(isLanguage) ?? 'en');
}
