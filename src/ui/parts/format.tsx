/** Times and money as the reader of the screen expects them. */
import { moneyFormatter } from '@/core/text/formatters';
import { readerLocale } from '@/words/speak';

/** A time in the store's zone; the exact instant on hover. */
export function Time({ at, zone, form = 'full' }: { at: string; zone: string; form?: 'full' | 'time' | 'day' }) {
  const options: Intl.DateTimeFormatOptions =
    form === 'time'
      ? { hour: '2-digit', minute: '2-digit' }
      : form === 'day'
        ? { day: 'numeric', month: 'short', year: 'numeric' }
        : { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' };
  const text = new Intl.DateTimeFormat(readerLocale(), { ...options, timeZone: zone }).format(new Date(at));
  return (
    <time dateTime={at} title={at} className="whitespace-nowrap">
      {text}
    </time>
  );
}

export function Money({ minor, currency }: { minor: number; currency: string }) {
  return <span className="tabular-nums whitespace-nowrap">{moneyFormatter(readerLocale(), currency)(minor)}</span>;
}
