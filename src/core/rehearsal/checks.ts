/**
 * Whether what arrived is what was to come: read from its own bytes, and held against what was expected. Knows headers (RFC 5322, 3834,
 * 8058), and shares no code with what makes messages.
 */
import { judge, otherTongue, type Truth } from '../judge';
import { languageName } from '../names';
import { BY_HAND, momentOf, NOTICE, type MomentDetails } from '../moments';
import type { Order } from '../order/schema';
import { paymentMethodOf, type Terms } from '../terms';
import { say } from '../../words/rehearsed';
import type { Expected } from './expected';
import { legibilityOf, type Legibility } from './legible';
import { isFollowable, seenInHtml, type Seen } from './seen';

/** A message as it was received, read from its bytes. */
export interface Arrived {
  /** Whom the envelope named. */
  recipient: string;
  subject: string;
  /** Addresses of its To field. */
  to: readonly string[];
  /** Ms since the epoch; undefined without a Date field that can be read. */
  date?: number;
  /** Names in small letters. */
  headers: ReadonlyMap<string, readonly string[]>;
  text: string;
  html: string;
  /** Content-IDs of its parts. */
  cids: readonly string[];
  /** Octets of its longest line (RFC 5322, 2.1.1). */
  longestLine: number;
  /** Who signed it (RFC 6376), and whether the signature holds; undefined for what is not signed. */
  signature?: { domain: string; holds: boolean };
  /** It holds what several messages say, for one reader. */
  together?: boolean;
}

export const ABOUTS = [
  'arrived',
  'service',
  'mailbox',
  'reader',
  'time',
  'language',
  'says',
  'parts',
  'headers',
  'links',
  'pictures',
  'contrast',
  'size',
  'signature',
] as const;
export type CheckAbout = (typeof ABOUTS)[number];

export interface Check {
  about: CheckAbout;
  outcome: 'right' | 'noted' | 'wrong';
  words: string;
}

export interface CheckWith {
  timeZone: string;
  terms: Terms;
  /** The store's locale for a language. */
  localeOf: (language: string) => string;
}

/** Mail programs cut what is longer (octets). */
const CLIPPED_AT = 102_400;
/** A message may come so much later than it was to. */
const LATE_MS = 10 * 60_000;

type Say = (about: CheckAbout, outcome: Check['outcome'], words: string) => void;

/** Everything that was looked at in a message that arrived, what is wrong first. */
export function checksOf(expected: Expected, arrived: Arrived, using: CheckWith): Check[] {
  const found: Check[] = [];
  const add: Say = (about, outcome, words) => void found.push({ about, outcome, words });
  readerAndTime(expected, arrived, add);
  languageOf(expected, arrived, add);
  // What several say in one mail is of several orders.
  if (!arrived.together) saysWhatIsSo(expected, arrived, using, add);
  partsOf(arrived, add);
  headersOf(expected, arrived, add);
  const seen = seenInHtml(arrived.html);
  linksOf(seen, add);
  picturesOf(seen, arrived, add);
  contrastOf(arrived, add);
  sizeOf(arrived, add);
  signatureOf(arrived, add);
  return sorted(found);
}

/** What a message that arrived is, by its checks. That it is not signed is said once of the whole run. */
export const outcomeOf = (checks: readonly Check[]): Check['outcome'] =>
  checks.some((c) => c.outcome === 'wrong')
    ? 'wrong'
    : checks.some((c) => c.outcome === 'noted' && c.about !== 'signature')
      ? 'noted'
      : 'right';

const RANK = { wrong: 0, noted: 1, right: 2 } as const;

/** What is wrong first, then what is to be noted. */
export const sorted = (checks: readonly Check[]): Check[] =>
  checks.toSorted((a, b) => RANK[a.outcome] - RANK[b.outcome]);

function readerAndTime({ recipient, at }: Expected, arrived: Arrived, add: Say): void {
  const address = recipient.address.toLowerCase();
  const named = arrived.to.some((to) => to.toLowerCase() === address);
  if (arrived.recipient.toLowerCase() !== address) add('reader', 'wrong', say.wentTo({ address: arrived.recipient }));
  else if (!named) add('reader', 'wrong', say.toNames({ to: arrived.to.join(', ') }));
  else add('reader', 'right', say.toRight({ address: recipient.address }));
  if (arrived.date === undefined) return add('time', 'wrong', say.noDate);
  const late = arrived.date - at;
  const minutes = Math.round(Math.abs(late) / 60_000);
  if (late > LATE_MS) add('time', 'wrong', say.late({ minutes }));
  else if (late < -LATE_MS) add('time', 'wrong', say.early({ minutes }));
  else add('time', 'right', say.inTime);
}

function languageOf({ language, order, recipient }: Expected, { headers, html, text }: Arrived, add: Say): void {
  const [told] = headers.get('content-language') ?? [];
  const marked = /<html[^>]*\slang="([^"]+)"/i.exec(html)?.[1];
  const other = [told, ...(html === '' ? [] : [marked])].find((l) => l?.toLowerCase() !== language.toLowerCase());
  const is = languageName(language);
  if (other !== undefined || told === undefined) {
    return add('language', 'wrong', say.otherLanguage({ language: is, other: other ? languageName(other) : '–' }));
  }
  const tongue = otherTongue(withoutOwnWords(text, order), language);
  if (tongue !== undefined) {
    return add(
      'language',
      'wrong',
      tongue === 'und'
        ? say.otherLetters({ language: is })
        : say.otherWords({ language: is, other: languageName(tongue) }),
    );
  }
  const wanted = recipient.role === 'staff' ? language : (order.language ?? language);
  if (primary(wanted) !== primary(language)) {
    return add('language', 'noted', say.fellBack({ wanted: languageName(wanted), language: is }));
  }
  add('language', 'right', say.inLanguage({ language: is }));
}

/** A text without what the shop and the customer wrote into the order, in whatever language. */
const withoutOwnWords = (text: string, { lines }: Order): string =>
  lines
    .flatMap(({ product, options }) => [product.name, options ?? '', product.note?.words ?? ''])
    .filter((own) => own !== '')
    .reduce((rest, own) => rest.replaceAll(own, ''), text);

const primary = (tag: string): string => tag.split('-')[0]!.toLowerCase();

function saysWhatIsSo(expected: Expected, { subject, text, html }: Arrived, using: CheckWith, add: Say): void {
  const { order, moment, language, at, details } = expected;
  const contradictions = judge(
    { subject, text, ...(html !== '' && { html }), language, locale: using.localeOf(language) },
    truthOf({ order, moment, at, details }, using),
  );
  for (const { words } of contradictions) add('says', 'wrong', words);
  if (contradictions.length === 0) {
    add('says', 'right', order.number === '' ? say.agreesWithAccount : say.agrees({ order: order.number }));
  }
}

/** What a message of an order is held against. */
export function truthOf(
  { order, moment, at, details }: { order: Order; moment: Expected['moment']; at: number; details: MomentDetails },
  { timeZone, terms }: Pick<CheckWith, 'timeZone' | 'terms'>,
): Truth {
  const names = [...terms.names, ...terms.payments, ...terms.shipping].map(({ name, words }) => ({ name, words }));
  return {
    ...{ order, moment, at, timeZone, names },
    about: momentOf(moment).about,
    ...toldIn(moment, details, at),
    details: {
      ...(details.invoice?.dueOn && { dueOn: details.invoice.dueOn }),
      ...(details.delay?.until && { until: details.delay.until }),
      ...(details.returned?.receivedAt && { receivedAt: details.returned.receivedAt }),
    },
    waits: paymentMethodOf(terms, order.payment?.method)?.waitsForMoney ?? false,
  };
}

/** What a message has to say that is of no order: the product and what is left of it, or the orders of a period. */
function toldIn(moment: Expected['moment'], { stock, summary }: MomentDetails, at: number): Pick<Truth, 'told'> {
  // A notice may name whatever amounts and days it is about.
  if (moment === NOTICE) return { told: { words: [] } };
  if (stock) return { told: { words: [stock.name], amounts: [], days: [at] } };
  if (!summary) return {};
  const { rows, sums, refunded, due, from, until, oldestToSend } = summary;
  const days = [from, until, ...rows.map((r) => r.placedAt), ...(oldestToSend ? [oldestToSend.placedAt] : [])];
  return {
    told: {
      words: rows.map((r) => r.number),
      amounts: [...sums, ...refunded, ...due, ...rows.map((r) => r.total)].map((m) => m.minor),
      days: [at, ...days.map((day) => Date.parse(day))],
    },
  };
}

function partsOf({ text, html, subject }: Arrived, add: Say): void {
  if (subject.trim() === '') add('parts', 'wrong', say.noSubject);
  if (text.trim() === '') add('parts', 'wrong', say.noText);
  if (subject.trim() !== '' && text.trim() !== '') add('parts', 'right', html === '' ? say.textAlone : say.bothParts);
}

/** Fields that a message has exactly once (RFC 5322, 3.6). */
const ONCE = ['from', 'to', 'date', 'subject', 'message-id', 'mime-version'] as const;

function headersOf({ optional, moment }: Expected, { headers, longestLine }: Arrived, add: Say): void {
  const wrong: string[] = [];
  for (const name of ONCE) {
    const n = headers.get(name)?.length ?? 0;
    if (n !== 1) wrong.push(say.headerTimes({ name, times: n }));
  }
  // What a person wrote may be answered by itself.
  if (![BY_HAND, NOTICE].some((m) => m === moment) && !headers.has('auto-submitted'))
    wrong.push(say.headerMissing({ name: 'Auto-Submitted' }));
  if (optional) {
    for (const name of ['List-Unsubscribe', 'List-Unsubscribe-Post']) {
      if (!headers.has(name.toLowerCase())) wrong.push(say.headerMissing({ name }));
    }
  }
  if (longestLine > 998) wrong.push(say.longLine({ length: longestLine }));
  for (const words of wrong) add('headers', 'wrong', words);
  if (wrong.length === 0) add('headers', 'right', optional ? say.headersWithUnsubscribe : say.headersRight);
}

function linksOf({ links }: Seen, add: Say): void {
  const broken = [...new Set(links.filter((href) => !isFollowable(href)))];
  for (const href of broken) add('links', 'wrong', say.brokenLink({ href: href === '' ? '–' : href }));
  if (links.length > 0 && broken.length === 0) add('links', 'right', say.linksRight({ links: new Set(links).size }));
}

function picturesOf({ pictures, wordless }: Seen, { cids }: Arrived, add: Say): void {
  let wrong = 0;
  for (const { src, alt } of pictures) {
    const cid = /^cid:(.+)$/i.exec(src)?.[1];
    const there = cid === undefined ? isFollowable(src) : cids.includes(cid);
    if (!there) add('pictures', 'wrong', say.noPicture({ src: src.slice(0, 80) || '–' }));
    else if (alt === undefined) add('pictures', 'wrong', say.noAlt({ src: src.slice(0, 80) }));
    else continue;
    wrong += 1;
  }
  for (const href of new Set(wordless)) {
    add('pictures', 'noted', say.linkWithoutWords({ href: href.slice(0, 80) || '–' }));
    wrong += 1;
  }
  if (pictures.length > 0 && wrong === 0) add('pictures', 'right', say.picturesRight({ pictures: pictures.length }));
}

/** Words that can hardly be seen at all are wrong; those that are only too weak are to be noted. */
const INVISIBLE = 1.5;

function contrastOf({ html }: Arrived, add: Say): void {
  if (html === '') return;
  const { light, dark } = legibilityOf(html);
  const tell = (
    { least, faint }: Legibility,
    words: { faint: typeof say.faintWords; right: typeof say.contrastRight },
  ): void => {
    for (const one of faint) add('contrast', one.ratio < INVISIBLE ? 'wrong' : 'noted', words.faint({ ...one }));
    if (faint.length === 0 && least !== undefined) add('contrast', 'right', words.right({ ratio: least }));
  };
  tell(light, { faint: say.faintWords, right: say.contrastRight });
  if (dark) tell(dark, { faint: say.faintInTheDark, right: say.contrastInTheDark });
}

function sizeOf({ html }: Arrived, add: Say): void {
  const bytes = new TextEncoder().encode(html).length;
  const size = Math.ceil(bytes / 1000);
  if (bytes > CLIPPED_AT) add('size', 'noted', say.clipped({ size }));
  else if (html !== '') add('size', 'right', say.sizeRight({ size }));
}

function signatureOf({ signature }: Arrived, add: Say): void {
  if (!signature) return add('signature', 'noted', say.notSigned);
  const { domain, holds } = signature;
  add('signature', holds ? 'right' : 'wrong', holds ? say.signed({ domain }) : say.signatureBroken({ domain }));
}
