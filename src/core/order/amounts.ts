/** Amounts as people type them: "12.50" in a currency of two decimals is 1250, in one of none it is a mistake. */
import { minorDigits } from '../text/formatters';

/** An amount in minor units, or undefined for what is no amount of this currency. */
export function parseAmount(text: string, currency: string): number | undefined {
  const digits = minorDigits(currency);
  const found = /^(\d{1,12})(?:[.,](\d+))?$/.exec(text.trim());
  if (!found) return undefined;
  const [, whole = '', part = ''] = found;
  if (part.length > digits) return undefined;
  const minor = Number(whole + part.padEnd(digits, '0'));
  return Number.isSafeInteger(minor) ? minor : undefined;
}

/** An amount as it would be typed, with all decimals of its currency. */
export function amountText(minor: number, currency: string): string {
  const digits = minorDigits(currency);
  const text = String(Math.abs(minor)).padStart(digits + 1, '0');
  const sign = minor < 0 ? '-' : '';
  return digits === 0 ? sign + text : `${sign}${text.slice(0, -digits)}.${text.slice(-digits)}`;
}
