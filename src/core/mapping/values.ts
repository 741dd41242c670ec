/** Values of a shop's JSON as their places want them: amounts, times, numbers, yes and no, codes. */
import { parseAmount } from '../order/amounts';
import { minorDigits } from '../text/formatters';
import { zonedTime } from '../time/clock';
import type { MappedField, Target } from './schema';
import { say } from '../../words/mapping';

/** What a value is read by that does not say it. */
export interface MappingContext {
  /** Of amounts, where the mapping fills no currency. */
  currency: string;
  /** IANA zone of times that name none. */
  timeZone: string;
}

/** A single value as text: objects and lists are none, and neither is null. */
export const textOf = (value: unknown): string | undefined =>
  typeof value === 'string'
    ? value.trim()
    : typeof value === 'number' || typeof value === 'boolean'
      ? String(value)
      : undefined;

/** Language tags of shops often have underscores, and codes small letters. */
export function inForm({ form }: Target, value: unknown): unknown {
  if (typeof value !== 'string' || form === undefined) return value;
  return form === 'capitals' ? value.toUpperCase() : value.replaceAll('_', '-');
}

export const NOT: Record<Target['kind'], (values: { value: string; currency: string }) => string> = {
  text: (v) => say.notText(v),
  texts: (v) => say.notText(v),
  money: (v) => say.notMoney(v),
  time: (v) => say.notTime(v),
  whole: (v) => say.notWhole(v),
  number: (v) => say.notNumber(v),
  'yes-no': (v) => say.notYesNo(v),
};

type Convert = (raw: unknown, field: MappedField, context: MappingContext) => unknown;

const YES = new Set(['true', '1', 'yes', 'y', 'on']);
const NO = new Set(['false', '0', 'no', 'n', 'off']);

/** A number as shops write it: as JSON has it, or as text with a point or a comma. */
function numberOf(raw: unknown): number | undefined {
  const text = textOf(raw)?.replace(',', '.');
  return text !== undefined && /^[+-]?\d{1,15}(\.\d+)?$/.test(text) ? Number(text) : undefined;
}

function moneyOf(raw: unknown, field: MappedField, { currency }: MappingContext): number | undefined {
  if (field.unit === 'minor') {
    const minor = numberOf(raw);
    return minor !== undefined && Number.isSafeInteger(minor) ? Math.abs(minor) : undefined;
  }
  const digits = minorDigits(currency);
  // A number of JSON may have more places than money (12.5 and 0.1 + 0.2): it is rounded to the currency's; text is not.
  const text =
    typeof raw === 'number' && Number.isFinite(raw)
      ? Math.abs(raw).toFixed(digits)
      : textOf(raw)
          ?.replace(/^-/, '')
          .replace(/[\s\u00a0\u202f]|(?<=\d)['’](?=\d{3})/g, '');
  return text === undefined ? undefined : parseAmount(withoutZeros(ungrouped(text), digits), currency);
}

/** "1.234,50" and "1,234.50" as "1234.50": of two marks the last one is that of the decimals. */
function ungrouped(text: string): string {
  const [point, comma] = [text.lastIndexOf('.'), text.lastIndexOf(',')];
  if (point === -1 || comma === -1) return text;
  return comma > point ? text.replaceAll('.', '') : text.replaceAll(',', '');
}

/** Without zeros behind the currency's decimals: "12.5000" is an amount of two. */
const withoutZeros = (text: string, digits: number): string =>
  text.replace(/^(\d+)[.,](\d+)$/, (all, whole: string, part: string) =>
    part.length > digits && /^0*$/.test(part.slice(digits))
      ? digits === 0
        ? whole
        : `${whole}.${part.slice(0, digits)}`
      : all,
  );

const LOCAL = /^(\d{4}-\d\d-\d\d)(?:[T ](\d\d):(\d\d)(?::(\d\d)(?:\.\d+)?)?)?$/;

/** A time as RFC 3339: seconds or milliseconds since 1970, a time with its offset, or one of the store's own zone. */
function timeOf(raw: unknown, { timeZone }: MappingContext): string | undefined {
  const text = textOf(raw);
  if (text === undefined) return undefined;
  if (/^\d{9,14}(\.\d+)?$/.test(text)) {
    const n = Number(text);
    return new Date(n < 100_000_000_000 ? n * 1000 : n).toISOString();
  }
  const local = LOCAL.exec(text);
  if (local) {
    const [, day = '', hour = '0', minute = '0', second = '0'] = local;
    const noon = new Date(`${day}T12:00:00Z`);
    // A day that there is: no 31st of February, which becomes one of March.
    if (Number.isNaN(noon.getTime()) || !noon.toISOString().startsWith(day)) return undefined;
    if (Number(hour) > 23 || Number(minute) > 59) return undefined;
    return new Date(zonedTime(day, Number(hour), Number(minute), timeZone) + Number(second) * 1000).toISOString();
  }
  if (!/^\d{4}-\d\d-\d\d[T ]\d\d:\d\d/.test(text)) return undefined;
  const time = Date.parse(text.replace(' ', 'T').replace(/([+-]\d\d)(\d\d)$/, '$1:$2'));
  return Number.isNaN(time) ? undefined : new Date(time).toISOString();
}

export const CONVERT: Record<Exclude<Target['kind'], 'texts'>, Convert> = {
  text: (raw) => textOf(raw),
  money: moneyOf,
  time: (raw, _field, context) => timeOf(raw, context),
  whole: (raw) => {
    const n = numberOf(raw);
    return n !== undefined && Number.isInteger(n) ? n : undefined;
  },
  number: (raw, { unit }) => {
    const n = numberOf(raw);
    return n === undefined ? undefined : unit === 'share' ? Math.round(n * 1e6) / 1e4 : n;
  },
  'yes-no': (raw) => {
    const word = textOf(raw)?.toLowerCase();
    return word === undefined ? undefined : YES.has(word) ? true : NO.has(word) ? false : undefined;
  },
};
