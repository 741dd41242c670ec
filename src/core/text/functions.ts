/**
 * The functions words may use, and how each turns a value into text: `:text`, `:money`, `:date`, `:number`. Options follow
 * MessageFormat 2 (LDML 48) where it has them; `default`, the words for a missing value, is ours and is allowed on each, and so is `as`, by
 * which a date is said as its distance from the day on which the message is sent. `:presence`
 * is ours too: it chooses between forms by whether an order has the value, and writes it as it is usually written.
 */
import {
  DATE_FIELDS,
  dateFormatter,
  distanceFormatter,
  moneyFormatter,
  numberFormatter,
  type CurrencyDisplay,
  type DateFields,
  type DateLength,
  type NumberOptions,
} from './formatters';
import { dayKey } from '../time/clock';
import type { Resolved } from './source';
import type { Value, ValueType } from './values';

export type FunctionName = 'text' | 'money' | 'date' | 'number' | 'presence';

/** What `:presence` chooses by: the keys of its forms. */
export const PRESENCE_KEYS = ['present', 'missing'] as const;

/** Allowed options of each function, with their allowed values; null allows any text. */
export const FUNCTIONS: Record<FunctionName, Record<string, readonly string[] | null>> = {
  text: { default: null, case: ['upper', 'lower'] },
  money: { default: null, currencyDisplay: ['symbol', 'narrowSymbol', 'code', 'name'] },
  date: { default: null, fields: DATE_FIELDS, length: ['long', 'medium', 'short'], as: ['distance'] },
  number: {
    default: null,
    select: ['plural', 'ordinal', 'exact'],
    minimumFractionDigits: null,
    maximumFractionDigits: null,
    signDisplay: ['auto', 'always', 'never', 'exceptZero', 'negative'],
    useGrouping: ['auto', 'always', 'min2', 'never'],
  },
  presence: {},
};

/** Whether a name is one of the functions that words may use. */
export function isFunctionName(name: string): name is FunctionName {
  return Object.hasOwn(FUNCTIONS, name);
}

/** The function that writes a value of this type when the words name none. */
export function defaultFunction(type: ValueType): Exclude<FunctionName, 'presence'> {
  return type === 'url' ? 'text' : type;
}

/** The function that a value of a type is written with, when its words name this one or none. */
export function writingFunction(named: string | undefined, type: ValueType): Exclude<FunctionName, 'presence'> {
  return named !== undefined && named !== 'presence' && isFunctionName(named)
    ? (named as Exclude<FunctionName, 'presence'>)
    : defaultFunction(type);
}

/** Whether an order has a value: words that are empty are none. */
export const isPresent = (value: Value | undefined): boolean => value !== undefined && value !== '';

/** Whether a function can write values of a type. Everything can be written as it is, by `:text`. */
export function functionFits(fn: FunctionName, type: ValueType): boolean {
  return fn === 'presence' || (fn === 'text' ? type === 'text' || type === 'url' : fn === type);
}

export interface WritingContext {
  /** BCP 47 locale the text is written in. */
  locale: string;
  /** IANA zone that days are counted in. */
  timeZone: string;
}

/**
 * Writes a value; a missing one, or one of the wrong kind, gives the default or nothing. A distance is counted from the day on which the
 * message is sent.
 */
export type Writer = (value: Value | undefined, sentAt?: Value) => string;

/** The placeholder that holds when a message is sent. */
export const SENT_AT = 'message.sentAt';

/** Writes values with a function and its options in a language; a missing value as its `default`. */
export function writerFor(
  fn: Exclude<FunctionName, 'presence'>,
  options: Resolved['options'],
  context: WritingContext,
): Writer {
  const missing = options.default ?? '';
  const { locale, timeZone } = context;
  switch (fn) {
    case 'text': {
      const change = options.case;
      return (value) => {
        if (value === undefined || value === '') return missing;
        const text = typeof value === 'object' ? String(value.minor) : String(value);
        if (change === 'upper') return text.toLocaleUpperCase(locale);
        return change === 'lower' ? text.toLocaleLowerCase(locale) : text;
      };
    }
    case 'money': {
      const display = options.currencyDisplay as CurrencyDisplay | undefined;
      let currency = '';
      let format: ((minor: number) => string) | undefined;
      return (value) => {
        if (typeof value !== 'object') return missing;
        if (value.currency !== currency || !format) {
          currency = value.currency;
          format = moneyFormatter(locale, currency, display);
        }
        return format(value.minor);
      };
    }
    case 'date': {
      if (options.as === 'distance') return distanceWriter(missing, context);
      const format = dateFormatter(
        locale,
        timeZone,
        options.fields as DateFields | undefined,
        options.length as DateLength | undefined,
      );
      return (value) => (typeof value === 'number' && Number.isFinite(value) ? format(value) : missing);
    }
    case 'number': {
      const format = numberFormatter(locale, numberOptions(options));
      return (value) => (typeof value === 'number' && Number.isFinite(value) ? format(value) : missing);
    }
  }
}

/** Writes how many days lie between when a message is sent and a day, both in the store's zone; the day itself when that is not known. */
function distanceWriter(missing: string, { locale, timeZone }: WritingContext): Writer {
  const distance = distanceFormatter(locale);
  const day = dateFormatter(locale, timeZone);
  const noon = (at: number): number => Date.parse(`${dayKey(at, timeZone)}T12:00:00Z`);
  return (value, sentAt) => {
    if (typeof value !== 'number' || !Number.isFinite(value)) return missing;
    if (typeof sentAt !== 'number') return day(value);
    return distance(Math.round((noon(value) - noon(sentAt)) / 86_400_000));
  };
}

function numberOptions(options: Resolved['options']): NumberOptions {
  const digits = (text: string | undefined): number | undefined => (text === undefined ? undefined : Number(text));
  const grouping = options.useGrouping;
  return {
    ...(options.minimumFractionDigits && { minimumFractionDigits: digits(options.minimumFractionDigits) }),
    ...(options.maximumFractionDigits && { maximumFractionDigits: digits(options.maximumFractionDigits) }),
    ...(options.signDisplay && { signDisplay: options.signDisplay as NumberOptions['signDisplay'] }),
    ...(grouping && {
      useGrouping: grouping === 'never' ? false : (grouping as Exclude<NumberOptions['useGrouping'], false>),
    }),
  };
}
