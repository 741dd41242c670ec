/**
 * Cached formatters for money, numbers and dates. An `Intl` formatter costs tens of microseconds to build and about
 * one to use; each is built once for a locale and its options. Amounts, which a message has many of, are written by
 * a pattern read off the `Intl` formatter and checked against it, several times faster than asking it each time.
 */

const cache = new Map<string, unknown>();

function cached<T>(key: string, make: () => T): T {
  let made = cache.get(key) as T | undefined;
  if (made === undefined) {
    made = make();
    cache.set(key, made);
  }
  return made;
}

export type CurrencyDisplay = 'symbol' | 'narrowSymbol' | 'code' | 'name';

/** The number of decimals of an ISO 4217 currency, as CLDR has it (EUR 2, JPY 0, KWD 3). */
export function minorDigits(currency: string): number {
  return cached(
    `digits ${currency}`,
    () => new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2,
  );
}

/** Numbers that a derived pattern is tried on: nothing, each number of digits, all that is carried and grouped. */
const SAMPLES = [
  0, 1, 10, 99, 100, 101, 999, 1000, 9999, 10000, 99999, 100000, 123456, 999999, 1000000, 12345678, 123456789012,
];

/** Writes an amount given in minor units; the same text as `Intl.NumberFormat` with `style: 'currency'`. */
export function moneyFormatter(
  locale: string,
  currency: string,
  display: CurrencyDisplay = 'symbol',
): (minor: number) => string {
  return cached(`money ${locale} ${currency} ${display}`, () => {
    const format = new Intl.NumberFormat(locale, { style: 'currency', currency, currencyDisplay: display });
    const digits = minorDigits(currency);
    const scale = 10 ** digits;
    const plain = (minor: number): string => format.format(minor / scale);
    if (display === 'name') return plain;
    const fast = amountWriter(format, digits);
    return SAMPLES.every((n) => fast(n) === plain(n) && fast(-n) === plain(-n)) ? fast : plain;
  });
}

interface AmountPattern {
  prefix: string;
  suffix: string;
}

/** Reads prefix, suffix, separators, digits and grouping off a formatter and writes integers in minor units with them. */
function amountWriter(format: Intl.NumberFormat, digits: number): (minor: number) => string {
  const parts = format.formatToParts(1234567890.0);
  const groups = parts.filter((p) => p.type === 'integer').map((p) => p.value.length);
  const primary = groups.at(-1) ?? 3;
  const secondary = groups.at(-2) ?? primary;
  const separator = parts.find((p) => p.type === 'group')?.value ?? '';
  const point = parts.find((p) => p.type === 'decimal')?.value ?? '';
  const groupsFrom = format.formatToParts(1000).some((p) => p.type === 'group') ? primary : primary + 1;
  const digitOf = Array.from(
    { length: 10 },
    (_, d) => format.formatToParts(d).find((p) => p.type === 'integer')?.value ?? '',
  );
  const latin = digitOf.every((d, i) => d === String(i));
  const around = (sample: number): AmountPattern => {
    const all = format.formatToParts(sample);
    const isNumber = (p: Intl.NumberFormatPart): boolean =>
      p.type === 'integer' || p.type === 'group' || p.type === 'decimal' || p.type === 'fraction';
    const first = all.findIndex(isNumber);
    const last = all.findLastIndex(isNumber);
    const join = (list: Intl.NumberFormatPart[]): string => list.map((p) => p.value).join('');
    return { prefix: join(all.slice(0, first)), suffix: join(all.slice(last + 1)) };
  };
  const positive = around(1234);
  const negative = around(-1234);
  const zero = around(-0);

  const local = (text: string): string => (latin ? text : text.replace(/\d/g, (d) => digitOf[Number(d)] ?? d));
  const grouped = (whole: number): string => {
    const raw = String(whole);
    if (separator === '' || raw.length <= groupsFrom) return local(raw);
    let rest = raw.slice(0, -primary);
    let text = raw.slice(-primary);
    while (rest.length > secondary) {
      text = rest.slice(-secondary) + separator + text;
      rest = rest.slice(0, -secondary);
    }
    return local(rest + separator + text);
  };
  // All that can follow the whole units, and the smaller numbers of them, written once.
  const scale = 10 ** digits;
  const ends = Array.from({ length: scale }, (_, part) =>
    digits > 0 ? point + local(String(part).padStart(digits, '0')) : '',
  );
  const beginnings = Array.from({ length: 1000 }, (_, whole) => grouped(whole));

  // Small amounts come again and again: prices, postage.
  const known = new Array<string | undefined>(20_000).fill(undefined);
  const write = (minor: number): string => {
    if (!Number.isSafeInteger(minor)) return format.format(minor / scale);
    const below = minor < 0;
    const amount = below ? -minor : minor;
    const whole = Math.floor(amount / scale);
    const { prefix, suffix } = below ? negative : Object.is(minor, -0) ? zero : positive;
    return prefix + (whole < 1000 ? beginnings[whole] : grouped(whole)) + ends[amount - whole * scale] + suffix;
  };
  return (minor) => {
    if (!(minor > 0 && minor < known.length && Number.isInteger(minor))) return write(minor);
    return (known[minor] ??= write(minor));
  };
}

export interface NumberOptions {
  minimumFractionDigits?: number;
  maximumFractionDigits?: number;
  signDisplay?: 'auto' | 'always' | 'never' | 'exceptZero' | 'negative';
  useGrouping?: 'auto' | 'always' | 'min2' | false;
}

/** Writes a rate given in percent: 19 as "19%", or "19 %" where a language has it so. */
export function percentFormatter(locale: string): (percent: number) => string {
  return cached(`percent ${locale}`, () => {
    const format = new Intl.NumberFormat(locale, { style: 'percent', maximumFractionDigits: 3 });
    return (percent: number) => format.format(percent / 100);
  });
}

/** A number formatter for a locale; options are those of MessageFormat 2's `:number`. */
export function numberFormatter(locale: string, options: NumberOptions = {}): (value: number) => string {
  return cached(`number ${locale} ${JSON.stringify(options)}`, () => {
    const format = new Intl.NumberFormat(locale, options as Intl.NumberFormatOptions);
    const plain = (value: number): string => format.format(value);
    if (Object.keys(options).length > 0) return plain;
    const fast = amountWriter(format, 0);
    const whole = (value: number): string => (Number.isSafeInteger(value) ? fast(value) : plain(value));
    return SAMPLES.every((n) => whole(n) === plain(n) && whole(-n) === plain(-n)) ? whole : plain;
  });
}

export type DateLength = 'long' | 'medium' | 'short';

/** The `fields` of MessageFormat 2's `:date` (LDML 48). */
export const DATE_FIELDS = [
  'weekday',
  'day-weekday',
  'month-day',
  'month-day-weekday',
  'year-month-day',
  'year-month-day-weekday',
] as const;
export type DateFields = (typeof DATE_FIELDS)[number];

const QUARTER_MS = 900_000;
const QUARTERS_SINCE = Date.UTC(1972, 1, 1);
/** Texts kept for a formatter, a few weeks' worth. */
const DAYS_KEPT = 4_000;

/** A date formatter; `fields` and `length` mean what they mean in MessageFormat 2's `:date` (LDML 48). */
export function dateFormatter(
  locale: string,
  timeZone: string,
  fields: DateFields = 'year-month-day',
  length: DateLength = 'medium',
): (instant: number) => string {
  return cached(`date ${locale} ${timeZone} ${fields} ${length}`, () => {
    const has = new Set(fields.split('-'));
    const format = new Intl.DateTimeFormat(locale, {
      timeZone,
      ...(has.has('year') && { year: 'numeric' }),
      ...(has.has('month') && { month: length === 'long' ? 'long' : length === 'short' ? 'numeric' : 'short' }),
      ...(has.has('day') && { day: 'numeric' }),
      ...(has.has('weekday') && { weekday: length === 'long' ? 'long' : 'short' }),
    });
    // Messages name the same few days again and again. Since 1972 all zones differ from UTC by whole quarters of an hour, so
    // that no day begins within one.
    const known = new Map<number, string>();
    return (instant: number) => {
      if (instant < QUARTERS_SINCE) return format.format(instant);
      const quarter = Math.floor(instant / QUARTER_MS);
      let text = known.get(quarter);
      if (text === undefined) {
        if (known.size >= DAYS_KEPT) known.clear();
        text = format.format(instant);
        known.set(quarter, text);
      }
      return text;
    };
  });
}

/** Joins names as a language lists them (CLDR list patterns): "Kozo sheet, awl and thread". */
export function listFormatter(locale: string): (names: readonly string[]) => string {
  return cached(`list ${locale}`, () => {
    const format = new Intl.ListFormat(locale, { type: 'conjunction' });
    return (names: readonly string[]) => (names.length === 1 ? names[0]! : format.format(names));
  });
}

/** Writes a number of days from a day on as people say it (CLDR relative time): "tomorrow", "in 3 days", "2 months ago". */
export function distanceFormatter(locale: string): (days: number) => string {
  return cached(`distance ${locale}`, () => {
    const format = new Intl.RelativeTimeFormat(locale, { numeric: 'auto' });
    return (days: number) => {
      const far = Math.abs(days);
      if (far < 14) return format.format(days, 'day');
      return far < 60 ? format.format(Math.trunc(days / 7), 'week') : format.format(Math.trunc(days / 30.44), 'month');
    };
  });
}

/** The plural category of a number in a locale (CLDR), cardinal or ordinal. */
export function pluralCategory(locale: string, type: 'cardinal' | 'ordinal'): (value: number) => string {
  return cached(`plural ${locale} ${type}`, () => {
    const rules = new Intl.PluralRules(locale, { type });
    return (value: number) => rules.select(value);
  });
}
