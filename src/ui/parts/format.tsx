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

export function Money({ minor, currency }: { minor: number; currency: string }) {
  return <span className="tabular-nums whitespace-nowrap">{moneyFormatter(readerLocale(), currency)(minor)}</span>;
}
