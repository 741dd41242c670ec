/** Times and money as the reader of the screen expects them. */
import { moneyFormatter } from '@/core/text/formatters';
import { readerLocale } from '@/words/speak';

type TimeForm = 'full' | 'time' | 'day';

const FORMS: Record<TimeForm, Intl.DateTimeFormatOptions> = {
  time: { hour: '2-digit', minute: '2-digit' },
  day: { day: 'numeric', month: 'short', year: 'numeric' },
  full: { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' },
};

/** A time in a zone as text, for where there is no room for an element. */
export const timeWords = (at: string, zone: string, form: TimeForm = 'full'): string =>
  new Intl.DateTimeFormat(readerLocale(), { ...FORMS[form], timeZone: zone }).format(new Date(at));

/** A time in the store's zone; the exact instant on hover. */
export function Time({ at, zone, form = 'full' }: { at: string; zone: string; form?: TimeForm }) {
  return (
    <time dateTime={at} title={at} className="whitespace-nowrap">
      {timeWords(at, zone, form)}
    </time>
  );
}

export const wholeNumber = (value: number): string => new Intl.NumberFormat(readerLocale()).format(Math.round(value));

export const MINUTE = 60_000;

const inUnits = (n: number, unit: 'second' | 'minute' | 'hour' | 'day'): string =>
  new Intl.NumberFormat(readerLocale(), { style: 'unit', unit, unitDisplay: 'long' }).format(n);

/** So long as a reader says it: minutes up to an hour and a half, and hours then. */
export const lengthOf = (ms: number): string =>
  ms < 90 * MINUTE ? inUnits(Math.ceil(ms / MINUTE), 'minute') : inUnits(Math.round(ms / 3_600_000), 'hour');

/** As {@link lengthOf}, with seconds for what is short and days for what is long. */
export const fullLengthOf = (ms: number): string =>
  ms < 2 * MINUTE
    ? inUnits(Math.round(ms / 1_000), 'second')
    : ms < 48 * 3_600_000
      ? lengthOf(ms)
      : inUnits(Math.round(ms / 86_400_000), 'day');

export function Money({ minor, currency }: { minor: number; currency: string }) {
  return <span className="tabular-nums whitespace-nowrap">{moneyFormatter(readerLocale(), currency)(minor)}</span>;
}
