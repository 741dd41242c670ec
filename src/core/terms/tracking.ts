/** Where a parcel is followed, made from its carrier and number. */
import { parseTemplate } from 'url-template';
import { isWebAddress } from '../schema';
import type { Carrier } from './schema';
import { say } from '../../words/problems';

/** What a URL pattern can ask for. */
export const PATTERN_VARIABLES = ['number', 'postalCode', 'country', 'language'] as const;
export type PatternValues = Partial<Record<(typeof PATTERN_VARIABLES)[number], string>>;

/** The address a pattern (URI template, RFC 6570) gives, or undefined when it gives none that can be opened. */
export function expandPattern(pattern: string, values: PatternValues): string | undefined {
  try {
    const url = parseTemplate(pattern).expand({ ...values, number: values.number?.replace(/\s+/g, '') ?? null });
    return isWebAddress(url) ? url : undefined;
  } catch {
    return undefined;
  }
}

/** What is wrong with a pattern, as a whole sentence; undefined when it can be used. */
export function patternProblem(pattern: string): string | undefined {
  const names = [...pattern.matchAll(/\{[+#./;?&]?([^{}]*)\}/g)].flatMap(([, list = '']) =>
    list.split(',').map((name) => name.replace(/(:\d+|\*)$/, '')),
  );
  if (/[{}]/.test(pattern.replace(/\{[^{}]*\}/g, ''))) {
    return say.bracesOpen({ number: '{number}' });
  }
  const unknown = names.find((name) => !(PATTERN_VARIABLES as readonly string[]).includes(name));
  if (unknown !== undefined) {
    return say.patternUnknown({
      unknown: `{${unknown}}`,
      known: PATTERN_VARIABLES.map((n) => `{${n}}`).join(', '),
    });
  }
  if (!names.includes('number')) return say.writeNumber({ number: '{number}' });
  const tried = expandPattern(pattern, { number: '1', postalCode: '1', country: 'DE', language: 'en' });
  return tried ? undefined : say.linkWithNumber({ number: '{number}' });
}

/** Where a parcel of one of the carriers is followed, or undefined when its carrier is not known or says nothing of it. */
export function trackingUrlFor(
  carriers: readonly Carrier[],
  name: string | undefined,
  values: PatternValues,
): string | undefined {
  if (!name || !values.number?.trim()) return undefined;
  const wanted = name.trim().toLowerCase();
  const pattern = carriers.find((c) => c.name.toLowerCase() === wanted)?.trackingUrl;
  return pattern ? expandPattern(pattern, values) : undefined;
}
