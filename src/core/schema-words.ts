/**
 * What is said of a value that does not fit its place: whole sentences, by field and cause where a field deserves its own, else by cause
 * alone. A sentence names what to enter and stands below its field, so it need not repeat the field's name.
 */
import type { ErrorObject } from 'ajv';

/** Why a value does not fit: nothing was entered, it has another form, or it is out of bounds. */
export type Cause = 'empty' | 'form' | 'bounds';

/** By the name of a field, where it needs one with that of what it is in (`wait/amount`), or by the name of what it is in (`colours`). */
export const FIELD_WORDS: Readonly<Record<string, Partial<Record<Cause, string>>>> = {
  account: { empty: 'Enter the bank account.' },
  address: { empty: 'Enter an email address, such as anna@shop.example.' },
  at: { form: 'Enter a time of day from 00:00 to 23:59, such as 09:30.' },
  amount: { empty: 'Enter an amount.' },
  blocks: { empty: 'Add at least one block.' },
  category: { empty: 'Enter a category.' },
  channel: { empty: 'Choose a channel.' },
  code: { empty: 'Enter the code.' },
  colours: { form: 'Enter a colour as # and six digits or letters from a to f, such as #0E5F6B.' },
  country: { empty: 'Choose a country.', form: 'Enter a country as two capital letters (ISO 3166), such as PL.' },
  currency: { empty: 'Choose a currency.' },
  customerId: { empty: 'Choose a customer.' },
  dueInDays: { bounds: 'Enter a number of days from 0 to 365.' },
  email: { empty: 'Enter an email address, such as anna@shop.example.' },
  family: { form: 'Enter the name of a font in letters, digits, spaces and hyphens, such as Source Serif.' },
  firstName: { empty: 'Enter the first name.' },
  holder: { empty: 'Enter the account holder.' },
  host: { empty: 'Enter the name of the server, such as smtp.provider.example.' },
  href: { empty: 'Enter a link, such as https://shop.example.', form: 'Enter a link that begins with https://.' },
  iban: { empty: 'Enter the IBAN.' },
  id: { form: 'Use letters, digits, hyphens and underscores only.' },
  kind: { empty: 'Choose one.' },
  label: { empty: 'Enter a label.' },
  language: { empty: 'Choose a language.', form: 'Enter a language code (BCP 47), such as en or de.' },
  languages: { empty: 'Choose at least one language.', form: 'Enter a language code (BCP 47), such as en or de.' },
  lastName: { empty: 'Enter the last name.' },
  lines: { empty: 'Add at least one product.' },
  link: { empty: 'Enter a link, such as https://shop.example.' },
  locale: { form: 'Enter a language code (BCP 47), such as en or de.' },
  maskedDomain: { empty: 'Enter the domain of the hidden addresses, such as relay.market.example.' },
  message: { empty: 'Choose a message.' },
  moment: { empty: 'Choose a moment.' },
  name: { empty: 'Enter a name.' },
  notificationId: { empty: 'Choose a notification.' },
  number: { empty: 'Enter a number.' },
  orders: { empty: 'Choose at least one order.' },
  passage: { empty: 'Choose a passage.', form: 'Use small letters, digits and hyphens only, at most 60.' },
  password: { empty: 'Enter the password.', bounds: 'Use 10 to 128 characters.' },
  path: { form: 'Choose a picture of this store.' },
  pattern: { empty: 'Enter an email address or a domain.', bounds: 'Enter an email address or a domain.' },
  payment: { empty: 'Choose a payment method.' },
  perDay: { bounds: 'Enter a number of messages of at least 1, or leave this empty for no limit.' },
  perHour: { bounds: 'Enter a number of messages of at least 1, or leave this empty for no limit.' },
  perMinute: { bounds: 'Enter a number of messages of at least 1, or leave this empty for no limit.' },
  port: { empty: 'Enter a port.', bounds: 'Enter a port from 1 to 65535.' },
  quantity: { empty: 'Enter a quantity.' },
  reason: { empty: 'Enter a reason.' },
  recipient: { empty: 'Choose a colleague or enter an email address.' },
  renewsAt: { empty: 'Enter a time of day.', form: 'Enter a time of day from 00:00 to 23:59, such as 09:30.' },
  shipping: { empty: 'Choose a shipping method.' },
  sku: { empty: 'Choose a product.' },
  staffId: { empty: 'Choose a colleague.' },
  store: { empty: 'Enter the name of the store.' },
  subject: { empty: 'Enter a subject.' },
  taxRate: { bounds: 'Enter a percentage from 0 to 100.' },
  timeZone: { empty: 'Choose a time zone.' },
  to: { empty: 'Enter an email address, such as anna@shop.example.' },
  trackingUrl: { empty: 'Enter the link of the tracking page.' },
  url: { empty: 'Enter a link, such as https://shop.example.' },
  'wait/amount': { empty: 'Enter how long to wait.' },
  vatId: { form: 'Enter two capital letters and then 2 to 13 digits or letters, such as DE123456789.' },
  web: { empty: 'Enter a link, such as https://shop.example.' },
};

const FORMAT_WORDS: Readonly<Record<string, string>> = {
  'mail-address': 'Enter an email address with a name, an @ and a domain, such as anna@shop.example.',
  currency: 'Enter a currency code (ISO 4217), such as EUR or GBP.',
  language: 'Enter a language code (BCP 47), such as en or de.',
  'time-zone': 'Enter a time zone, such as Europe/Berlin.',
  'date-time':
    'Enter a time from 1900 to 2199 as RFC 3339 writes it, without leap seconds, such as 2026-11-24T09:14:00Z.',
  uri: 'Enter a full link, such as https://shop.example/orders/1.',
  uuid: 'Enter a UUID, such as 123e4567-e89b-42d3-a456-426614174000.',
};

const TYPE_WORDS: Readonly<Record<string, string>> = {
  integer: 'Enter a whole number.',
  number: 'Enter a number.',
  string: 'Enter text.',
  boolean: 'Enter true or false.',
  array: 'Enter a list.',
  object: 'Enter an object.',
  null: 'Leave this empty.',
};

/** What is said of a field for a cause, by its name or by that of what it is in; nothing when the table has nothing. */
export function fieldWords(path: string, cause: Cause): string | undefined {
  const names = path.split('/').filter((part) => part !== '' && !/^\d+$/.test(part));
  for (let i = names.length - 1; i >= 0; i -= 1) {
    const [name = '', within = ''] = [names[i], names[i - 1]];
    const words =
      [`${within}/${name}`, name].map((key) => Object.hasOwn(FIELD_WORDS, key) && FIELD_WORDS[key]).find(Boolean) ||
      undefined;
    // What is said of emptiness is said of this very field; forms and bounds hold for all that is in it.
    if (words?.[cause] !== undefined) return words[cause];
    if (cause !== 'form') return undefined;
  }
  return undefined;
}

const SHOWN = 60;

/** A value as it is shown in a sentence: its beginning, however large it is. */
function shown(data: unknown): string {
  const text = beginning(data, 3);
  return text.length > SHOWN ? `${text.slice(0, SHOWN - 3)}...` : text;
}

function beginning(data: unknown, levels: number): string {
  if (typeof data === 'string') return JSON.stringify(data.slice(0, SHOWN));
  if (typeof data !== 'object' || data === null) return JSON.stringify(data) ?? 'nothing';
  if (levels === 0) return '...';
  let text = '';
  for (const key in data) {
    if (text.length > SHOWN) break;
    const value = beginning((data as Record<string, unknown>)[key], levels - 1);
    text += `${text === '' ? '' : ','}${Array.isArray(data) ? value : `${JSON.stringify(key.slice(0, SHOWN))}:${value}`}`;
  }
  return Array.isArray(data) ? `[${text}]` : `{${text}}`;
}

const count = (n: unknown, one: string, more: string): string => `${String(n)} ${n === 1 ? one : more}`;

/** The sentence for an error of Ajv at a place (JSON Pointer). */
export function errorSentence(error: ErrorObject, path: string): string {
  const { limit, ...params } = error.params as Record<string, unknown>;
  const empty = fieldWords(path, 'empty') ?? 'Fill this in.';
  if (error.keyword === 'required') return fieldWords(path, 'empty') ?? 'This is missing.';
  if (error.keyword === 'additionalProperties') return 'This is not known here. Check the spelling or leave it out.';
  // An emptied field of a form comes as an empty text, as null, or, for a number, as NaN.
  if (error.data === '' || error.data === null || Number.isNaN(error.data)) return empty;
  switch (error.keyword) {
    case 'type':
      return TYPE_WORDS[String(params.type)] ?? 'Enter another kind of value.';
    case 'minimum':
    case 'exclusiveMinimum':
      return fieldWords(path, 'bounds') ?? `Enter a number of at least ${String(limit)}.`;
    case 'maximum':
      return fieldWords(path, 'bounds') ?? `Enter a number of at most ${String(limit)}.`;
    case 'minLength':
      return fieldWords(path, 'bounds') ?? `Enter at least ${count(limit, 'character', 'characters')}.`;
    case 'maxLength':
      return `Enter at most ${count(limit, 'character', 'characters')}.`;
    case 'minItems':
      return Array.isArray(error.data) && error.data.length === 0
        ? (fieldWords(path, 'empty') ?? `Add at least ${count(limit, 'entry', 'entries')}.`)
        : `Add at least ${count(limit, 'entry', 'entries')}.`;
    case 'maxItems':
      return `Keep at most ${count(limit, 'entry', 'entries')}.`;
    case 'minProperties':
      return empty;
    case 'uniqueItems':
      return 'Enter each value only once.';
    case 'enum':
      return `Choose one of ${(params.allowedValues as unknown[]).map(shown).join(', ')}; ${shown(error.data)} is none of them.`;
    case 'const':
      return `Enter ${shown(params.allowedValue)} here.`;
    case 'format':
      return FORMAT_WORDS[String(params.format)] ?? 'Enter this in its proper form.';
    case 'pattern':
      return fieldWords(path, 'form') ?? 'Enter this in its proper form.';
    default:
      return 'Correct this value.';
  }
}
