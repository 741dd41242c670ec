/** What is read off a message as its recipient reads it: amounts, lines of goods, days. By no code that writes them. */

/** Digits of the scripts that figures are written in here, as the usual ones. */
const plainDigits = (text: string): string =>
  text
    .replace(/[\u0660-\u0669]/g, (d) => String(d.charCodeAt(0) - 0x0660))
    .replace(/[\u06f0-\u06f9]/g, (d) => String(d.charCodeAt(0) - 0x06f0));

/** Text without the marks that keep directions apart, with one kind of blank and of digit. */
export const cleaned = (text: string): string =>
  plainDigits(text.replace(/[\u200e\u200f\u061c\u2066-\u2069\u202a-\u202e]/g, '')).replace(
    /[\u00a0\u202f\u2009]/g,
    ' ',
  );

/** How a currency is written in a language: its signs, and how many decimals it has. */
interface Writing {
  /** An amount of it, with its sign before or behind the number. */
  pattern: RegExp;
  decimals: number;
  /** A number that ends in the currency's decimals. */
  exact: RegExp;
}

const quoted = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

const writings = new Map<string, Writing>();

function writingOf(currency: string, locale: string): Writing {
  const key = `${currency} ${locale}`;
  let writing = writings.get(key);
  if (!writing) {
    const format = (display: 'symbol' | 'narrowSymbol' | 'code') =>
      new Intl.NumberFormat(locale, { style: 'currency', currency, currencyDisplay: display });
    const signs = (['symbol', 'narrowSymbol', 'code'] as const).map((display) =>
      cleaned(
        format(display)
          .formatToParts(1)
          .find((p) => p.type === 'currency')?.value ?? currency,
      ),
    );
    const sign = `(?:${[...new Set(signs)].map(quoted).join('|')})`;
    // Groups of three, or none; then the decimals.
    const number = String.raw`\d{1,3}(?:[.,' \u066c]\d{3})+(?:[.,\u066b]\d{1,3})?|\d+(?:[.,\u066b]\d{1,3})?`;
    const decimals = format('code').resolvedOptions().maximumFractionDigits ?? 2;
    writing = {
      decimals,
      exact: new RegExp(`[.,\\u066b]\\d{${decimals}}$`),
      pattern: new RegExp(
        `(?<![\\p{L}\\p{N}.,-])(?:(-|\\u2212)? ?${sign} ?(-|\\u2212)? ?(${number})|(-|\\u2212)?(${number}) ?${sign})`,
        'gu',
      ),
    };
    writings.set(key, writing);
  }
  return writing;
}

/** The amounts of a currency in a text, in minor units, in the order in which they stand. */
export function amountsIn(text: string, currency: string, locale: string): number[] {
  const { pattern, decimals, exact } = writingOf(currency, locale);
  return [...cleaned(text).matchAll(pattern)].map((m) => {
    const digits = (m[3] ?? m[5] ?? '').trim();
    const below = Boolean(m[1] ?? m[2] ?? m[4]);
    const plain = digits.replace(/\D/g, '');
    // A number without decimals of a currency that has some is of whole units.
    const whole = decimals > 0 && !exact.test(digits);
    const minor = Number(plain) * (whole ? 10 ** decimals : 1);
    return below ? -minor : minor;
  });
}

/** An amount in minor units as messages in a locale write it, to be named in what is said of one. */
export function writtenAmount(minor: number, currency: string, locale: string): string {
  const { decimals } = writingOf(currency, locale);
  return new Intl.NumberFormat(locale, { style: 'currency', currency }).format(minor / 10 ** decimals);
}

/** A day such as "11-27" as messages in a locale write it. */
export function dayIn(monthAndDay: string, locale: string): string {
  const [month = 1, day = 1] = monthAndDay.split('-').map(Number);
  // A leap year has every day.
  return new Intl.DateTimeFormat(locale, { month: 'long', day: 'numeric', timeZone: 'UTC' }).format(
    Date.UTC(2024, month - 1, day),
  );
}

export interface GoodsLine {
  quantity: number;
  name: string;
  amounts: number[];
}

/** The lines of goods of a text part: "2 × Kozo sheet (natural): €17.00". */
export function goodsIn(text: string, currency: string, locale: string): GoodsLine[] {
  return cleaned(text)
    .split('\n')
    .flatMap((line) => {
      const found = /^(\d[\d.,]*) \u00d7 (.+)$/.exec(line.trim());
      if (!found) return [];
      const [, quantity = '', rest = ''] = found;
      const amounts = amountsIn(rest, currency, locale);
      const name = amounts.length > 0 ? rest.slice(0, rest.lastIndexOf(':')) : rest;
      return [{ quantity: Number(quantity.replace(/\D/g, '')), name: name.trim(), amounts }];
    });
}

/** Days that a text names by day and month, as "11-27", in the words of a language. */
export function daysIn(text: string, locale: string): string[] {
  const { months, pattern } = monthsOf(locale);
  return [...cleaned(text).matchAll(pattern)].map((m) => {
    const month = months.get((m[2] ?? m[3] ?? '').toLowerCase())!;
    return `${String(month).padStart(2, '0')}-${(m[1] ?? m[4] ?? '').padStart(2, '0')}`;
  });
}

interface Months {
  months: Map<string, number>;
  pattern: RegExp;
}

const monthNames = new Map<string, Months>();

function monthsOf(locale: string): Months {
  let known = monthNames.get(locale);
  if (!known) {
    const format = new Intl.DateTimeFormat(locale, { month: 'long', day: 'numeric', timeZone: 'UTC' });
    const months = new Map(
      Array.from({ length: 12 }, (_, i) => {
        const parts = format.formatToParts(Date.UTC(2026, i, 15));
        return [cleaned(parts.find((p) => p.type === 'month')?.value ?? '').toLowerCase(), i + 1] as const;
      }),
    );
    const names = [...months.keys()]
      .toSorted((a, b) => b.length - a.length)
      .map(quoted)
      .join('|');
    known = { months, pattern: new RegExp(`(\\d{1,2})\\.?\\s+(?:de\\s+)?(${names})|(${names})\\s+(\\d{1,2})`, 'giu') };
    monthNames.set(locale, known);
  }
  return known;
}

/** What of HTML is seen: its text, without styles, comments and what is hidden before the message. */
export function seenIn(html: string): string {
  return html
    .replace(/<!--[\s\S]*?-->/g, '')
    .replace(/<(style|head|title)\b[\s\S]*?<\/\1>/gi, '')
    .replace(/<[^>]+>/g, ' ')
    .replace(/&nbsp;|&#160;/g, ' ')
    .replace(/&#x27;|&#39;|&apos;/g, "'")
    .replace(/&quot;/g, '"')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&amp;/g, '&');
}
