/**
 * What is said of a value that does not fit its place: whole sentences, by field and cause where a field deserves its own, else by cause
 * alone. A sentence names what to enter and stands below its field, so it need not repeat the field's name.
 */
import type { ErrorObject } from 'ajv';
import { inEachLanguage } from '../words/speak';
import { say } from '../words/problems';

/** Why a value does not fit: nothing was entered, it has another form, or it is out of bounds. */
export type Cause = 'empty' | 'form' | 'bounds';

/** By the name of a field, where it needs one with that of what it is in (`wait/amount`), or by the name of what it is in (`colours`). */
export const FIELD_WORDS: Readonly<Record<string, Partial<Record<Cause, string>>>> = inEachLanguage(() => ({
  account: { empty: say.enterTheBankAccount },
  search: { empty: say.enterWordsToFind },
  puts: { empty: say.choosePlaces },
  address: { empty: say.enterAnEmailAddressSuch },
  at: { form: say.enterATimeOfDay },
  amount: { empty: say.enterAnAmount },
  blocks: { empty: say.addAtLeastOneBlock },
  category: { empty: say.enterACategory },
  channel: { empty: say.chooseAChannel },
  city: { empty: say.enterTheTown },
  code: { empty: say.enterTheCode, form: say.enterACodeWithoutSpaces },
  codes: { bounds: say.enterFewerCodes },
  customer: { empty: say.enterAnEmailAddressSuch },
  products: { empty: say.chooseAProduct },
  categories: { empty: say.enterACategory },
  series: { form: say.chooseASeries },
  prefix: { form: say.useUpTo12Letters },
  colours: { form: say.enterAColourAsAnd },
  country: { empty: say.chooseACountry, form: say.enterACountryAsTwo },
  currency: { empty: say.chooseACurrency },
  customerId: { empty: say.chooseACustomer },
  closes: { form: say.enterATimeOfDay },
  days: { empty: say.chooseAtLeastOneDay },
  ownOrders: { empty: say.enterOwnBeginning, form: say.enterOwnBeginning },
  opens: { form: say.enterATimeOfDay },
  dueInDays: { bounds: say.enterANumberOfDays },
  email: { empty: say.enterAnEmailAddressSuch },
  storeEmail: { empty: say.enterAnEmailAddressSuch },
  family: { form: say.enterTheNameOfA },
  follows: { form: say.useLettersDigitsHyphensAnd },
  firstName: { empty: say.enterTheFirstName },
  header: { empty: say.enterAHeader, form: say.enterAHeader },
  holder: { empty: say.enterTheAccountHolder },
  host: { empty: say.enterTheNameOfThe },
  href: { empty: say.enterALinkSuchAs, form: say.enterALinkThatBegins },
  iban: { empty: say.enterTheIban },
  id: { form: say.useLettersDigitsHyphensAnd },
  kind: { empty: say.chooseOne },
  label: { empty: say.enterALabel },
  language: { empty: say.chooseALanguage, form: say.enterALanguageCodeBcp },
  languages: { empty: say.chooseAtLeastOneLanguage, form: say.enterALanguageCodeBcp },
  lastName: { empty: say.enterTheLastName },
  lines: { empty: say.addAtLeastOneProduct },
  link: { empty: say.enterALinkSuchAs },
  locale: { form: say.enterALanguageCodeBcp },
  maskedDomain: { empty: say.enterTheDomainOfThe },
  message: { empty: say.chooseAMessage },
  moment: { empty: say.chooseAMoment },
  name: { empty: say.enterAName },
  notificationId: { empty: say.chooseANotification },
  number: { empty: say.enterANumber },
  of: { empty: say.chooseAtLeastOneValue },
  orders: { empty: say.chooseAtLeastOneOrder },
  passage: { empty: say.chooseAPassage, form: say.useSmallLettersDigitsAnd },
  password: { empty: say.enterThePassword, bounds: say.use10To128Characters },
  path: { form: say.chooseAPictureOfThis },
  digest: { form: say.chooseAFileOfThis },
  pattern: { empty: say.enterAnEmailAddressOr, bounds: say.enterAnEmailAddressOr },
  payment: { empty: say.chooseAPaymentMethod },
  perDay: { bounds: say.enterANumberOfMessages },
  perHour: { bounds: say.enterANumberOfMessages },
  perMinute: { bounds: say.enterANumberOfMessages },
  port: { empty: say.enterAPort, bounds: say.enterAPortFrom1 },
  quantity: { empty: say.enterAQuantity },
  reason: { empty: say.enterAReason },
  recipient: { empty: say.chooseAColleagueOrEnter },
  renewsAt: { empty: say.enterATimeOfDay2, form: say.enterATimeOfDay },
  shipping: { empty: say.chooseAShippingMethod },
  sku: { empty: say.chooseAProduct },
  staffId: { empty: say.chooseAColleague },
  mostADay: { form: say.enterHowManyADay },
  role: { empty: say.sayWhatTheyAre },
  domains: { empty: say.enterADomain },
  store: { empty: say.enterTheNameOfTheStore },
  subject: { empty: say.enterASubject },
  taxRate: { bounds: say.enterAPercentageFrom0 },
  tests: { empty: say.addAtLeastOneTest },
  timeZone: { empty: say.chooseATimeZone },
  to: { empty: say.enterAnEmailAddressSuch },
  trackingUrl: { empty: say.enterTheLinkOfThe },
  url: { empty: say.enterALinkSuchAs },
  'wait/amount': { empty: say.enterHowLongToWait },
  vatId: { form: say.enterTwoCapitalLettersAnd },
  web: { empty: say.enterALinkSuchAs },
}));

const FORMAT_WORDS: Readonly<Record<string, string>> = inEachLanguage(() => ({
  'mail-address': say.enterAnEmailAddressWith,
  currency: say.enterACurrencyCodeIso,
  language: say.enterALanguageCodeBcp,
  'time-zone': say.enterATimeZoneSuch,
  'date-time': say.enterATimeFrom1900,
  date: say.enterADateSuchAs,
  uri: say.enterAFullLinkSuchAs,
  uuid: say.enterAUuidSuchAs,
}));

const TYPE_WORDS: Readonly<Record<string, string>> = inEachLanguage(() => ({
  integer: say.enterAWholeNumber,
  number: say.enterANumber,
  string: say.enterText,
  boolean: say.enterTrueOrFalse,
  array: say.enterAList,
  object: say.enterAnObject,
  null: say.leaveThisEmpty,
}));

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

/** The sentence for an error of Ajv at a place (JSON Pointer). */
export function errorSentence(error: ErrorObject, path: string): string {
  const { limit, ...params } = error.params as Record<string, unknown>;
  const empty = fieldWords(path, 'empty') ?? say.fillThisIn;
  if (error.keyword === 'required') return fieldWords(path, 'empty') ?? say.thisIsMissing;
  if (error.keyword === 'additionalProperties') return say.thisIsNotKnownHere;
  // An emptied field of a form comes as an empty text, as null, or, for a number, as NaN.
  if (error.data === '' || error.data === null || Number.isNaN(error.data)) return empty;
  switch (error.keyword) {
    case 'type':
      return TYPE_WORDS[String(params.type)] ?? say.enterAnotherKindOfValue;
    case 'minimum':
    case 'exclusiveMinimum':
      return fieldWords(path, 'bounds') ?? say.enterANumberOfAt({ limit: String(limit) });
    case 'maximum':
      return fieldWords(path, 'bounds') ?? say.enterANumberOfAtMost({ limit: String(limit) });
    case 'minLength':
      return fieldWords(path, 'bounds') ?? say.atLeastCharacters({ limit: Number(limit) });
    case 'maxLength':
      return say.atMostCharacters({ limit: Number(limit) });
    case 'minItems':
      return Array.isArray(error.data) && error.data.length === 0
        ? (fieldWords(path, 'empty') ?? say.atLeastEntries({ limit: Number(limit) }))
        : say.atLeastEntries({ limit: Number(limit) });
    case 'maxItems':
      return say.atMostEntries({ limit: Number(limit) });
    case 'minProperties':
      return empty;
    case 'uniqueItems':
      return say.enterEachValueOnlyOnce;
    case 'enum':
      return say.chooseOneOfAllowedValuesShown({
        allowedValues: (params.allowedValues as unknown[]).map(shown).join(', '),
        shown: shown(error.data),
      });
    case 'const':
      return say.enterShownHere({ shown: shown(params.allowedValue) });
    case 'format':
      return FORMAT_WORDS[String(params.format)] ?? say.enterThisInItsProper;
    case 'pattern':
      return fieldWords(path, 'form') ?? say.enterThisInItsProper;
    default:
      return say.correctThisValue;
  }
}
