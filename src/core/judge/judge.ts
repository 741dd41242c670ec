/**
 * Whether a message says what is true: read as its recipient reads it, and held against the order it is about and what became of it. The
 * judge shares no code with what fills messages; it knows the shape of an order, and how languages write figures and days.
 */
import type { Order } from '../order/schema';
import { CLAIMS, type ClaimContext } from './claims';
import { Figures, type Pieces } from './figures';
import { amountsIn, cleaned, dayIn, daysIn, goodsIn, seenIn, writtenAmount } from './reading';
import { languageName } from '../names';
import { say as sentence } from '../../words/judged';

/** A message as it was received. */
export interface ReceivedMessage {
  subject: string;
  /** Its text part. */
  text: string;
  html?: string;
  language: string;
  /** Locale of its figures, when it differs from the language. */
  locale?: string;
}

/** What it is about. */
export interface Truth {
  /** As it was when the moment came. */
  order: Order;
  moment: string;
  /** What the moment is about: the newest of these. */
  about: 'order' | 'parcel' | 'refund' | 'cancellation' | 'return' | 'account' | 'product' | 'summary';
  /** When it was made, ms since the epoch. */
  at: number;
  timeZone: string;
  details?: { dueOn?: string; until?: string; receivedAt?: string };
  /** Of what is of no order: words that it has to say, and the only amounts and days that it may name; any without them. */
  told?: { words: readonly string[]; amounts?: readonly number[]; days?: readonly number[] };
  /** Whether the store waits for the money before it dispatches. */
  waits?: boolean;
  /** Names of the store's own with their words by language. */
  names?: readonly { name: string; words: Record<string, string> }[];
}

export interface Contradiction {
  about: 'amount' | 'sum' | 'goods' | 'name' | 'number' | 'day' | 'claim' | 'leftover' | 'language' | 'parts';
  /** What the message says and what is so, as a sentence. */
  words: string;
}

/** All that a message says and is not so; empty when it agrees with the order in all that can be read. */
export function judge(message: ReceivedMessage, truth: Truth): Contradiction[] {
  const found: Contradiction[] = [];
  const say: Say = (about, sentence) => void found.push({ about, words: sentence });
  const figures = new Figures(truth.order);
  const all = cleaned(`${message.subject}\n${message.text}`);
  const locale = message.locale ?? message.language;
  leftovers(all, message.language, say);
  if (truth.told) tells(all, truth, truth.told, locale, say);
  else {
    goods(message, truth, figures, say);
    amounts(message, truth, figures, locale, say);
    days(all, truth, locale, say);
    claims(all, message.language, truth, figures, say);
    identity(all, truth, say);
  }
  const ours = withoutGoods(all, truth.order);
  for (const { name, words } of truth.names ?? []) {
    const own = words[message.language];
    if (own && own !== name && hasWord(ours, name))
      say('language', sentence.ownName({ name, own, language: languageName(message.language) }));
  }
  if (message.html !== undefined) bothParts(message, truth.order.currency, locale, say);
  return found;
}

type Say = (about: Contradiction['about'], words: string) => void;

/** A text without what the shop calls its goods, which may hold a name of the store's in any language. */
const withoutGoods = (text: string, { lines }: Order): string =>
  lines
    .flatMap(({ product, options }) => [product.name, options ?? '', product.note?.words ?? ''])
    .filter((own) => own !== '')
    .reduce((rest, own) => rest.replaceAll(cleaned(own), ''), text);

const wordPatterns = new Map<string, RegExp>();

/** Whether a word stands in a text by itself. */
function hasWord(text: string, word: string): boolean {
  if (!text.includes(word)) return false;
  let pattern = wordPatterns.get(word);
  if (!pattern) {
    pattern = new RegExp(`(?<![\\p{L}\\p{N}])${word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}(?![\\p{L}\\p{N}])`, 'u');
    wordPatterns.set(word, pattern);
  }
  return pattern.test(text);
}

const LEFTOVERS =
  /\{[$#/]|\bundefined\b|\bnull\b|\bNaN\b|\[object |Invalid Date|\(\s*\)| {2,}\S|\s[,.](?=\s|$)|,,|(?<![\u0600-\u06ff])\.\./;
/** A space stands before these in French, and in no other language that is known here. */
const APART = /\s[;:!?](?=\s|$)/;

function leftovers(text: string, language: string, say: Say): void {
  for (const line of text.split('\n')) {
    const left = LEFTOVERS.exec(line.trim()) ?? (/^fr\b/.test(language) ? null : APART.exec(line.trim()));
    if (left) say('leftover', sentence.leftover({ left: left[0].trim() || '␣', line: line.trim().slice(0, 80) }));
  }
}

/** Whether it is an invoice of an order of which a part will never be sent: it bills the rest. */
const billsPart = ({ moment }: Truth, figures: Figures): boolean => moment === 'invoice.issued' && figures.partGone;

/** Pieces that a message of a moment lists: of what it is about, the newest. */
function piecesOf(truth: Truth, figures: Figures): Pieces[] {
  const { order, about } = truth;
  const count = (sku: string): number => (billsPart(truth, figures) ? figures.stays(sku) : figures.ordered(sku));
  const all = figures.skus.map((sku) => ({ sku, quantity: count(sku) })).filter((p) => p.quantity > 0);
  switch (about) {
    case 'parcel':
      return order.shipments?.at(-1)?.lines ?? all;
    case 'refund':
      return order.refunds?.at(-1)?.lines ?? [];
    case 'cancellation':
      return (
        order.cancellations?.at(-1)?.lines ??
        // What was paid back before it left is not cancelled once more.
        all
          .map(({ sku, quantity }) => ({
            sku,
            quantity: quantity - Math.max(figures.sent(sku), figures.refundedPieces(sku)),
          }))
          .filter((p) => p.quantity > 0)
      );
    case 'return':
      return order.returns?.at(-1)?.lines ?? all;
    default:
      return all;
  }
}

/** Goods that are listed are those that the message is about, with their numbers of pieces. */
function goods(message: ReceivedMessage, truth: Truth, figures: Figures, say: Say): void {
  const listed = goodsIn(message.text, truth.order.currency, message.locale ?? message.language);
  if (listed.length === 0) return;
  const wanted = new Map<string, number>();
  for (const { sku, quantity } of piecesOf(truth, figures)) {
    const name = cleaned(figures.nameOf(sku));
    wanted.set(name, (wanted.get(name) ?? 0) + quantity);
  }
  const has = new Map<string, number>();
  for (const line of listed) {
    // Options stand behind the name, in brackets.
    const name = [...wanted.keys()].filter((n) => line.name.startsWith(n)).toSorted((a, b) => b.length - a.length)[0];
    if (name === undefined) say('goods', sentence.notAbout({ name: line.name }));
    else has.set(name, (has.get(name) ?? 0) + line.quantity);
  }
  for (const [name, quantity] of has) {
    const there = wanted.get(name) ?? 0;
    if (quantity !== there) say('goods', sentence.pieces({ name, quantity, there }));
  }
}

/** Every amount is one that the order has, or one that its parts come to within the rounding. */
function amounts(message: ReceivedMessage, truth: Truth, figures: Figures, locale: string, say: Say): void {
  const { order, about } = truth;
  const { currency } = order;
  const part = billsPart(truth, figures) ? figures.billed : undefined;
  const exact = new Set<number>([0, figures.shipping]);
  const note = (...list: (number | undefined)[]): void =>
    list.forEach((n) => {
      if (n !== undefined) exact.add(n);
    });
  for (const line of order.lines) note(line.unitPrice);
  const near: number[] = [];
  if (part) near.push(part.subtotal, ...part.others);
  else {
    note(figures.subtotal, -figures.discount, figures.tax, figures.total, -figures.refunded, figures.refunded);
    for (const line of order.lines) note(line.quantity * line.unitPrice - (line.discount ?? 0));
    for (const d of order.discounts ?? []) note(-d.amount);
    for (const t of order.taxes ?? []) note(t.amount);
    if (figures.received !== undefined) note(figures.received, -figures.received);
    if (figures.due) {
      const came = (figures.received ?? 0) - figures.backForGone;
      near.push(figures.price - figures.total, came, -came);
    }
  }
  for (const r of order.refunds ?? []) note(r.amount, r.shipping, r.goodwill, ...(r.lines ?? []).map((l) => l.amount));
  if (figures.due !== undefined) near.push(figures.due);
  if (about === 'cancellation') {
    near.push(cancelledWorth(truth, figures));
    near.push(Math.max(0, (figures.received ?? figures.total) - figures.refunded));
    near.push(Math.max(0, (figures.received ?? figures.total) - figures.backForGone - figures.price));
  }
  // A part of a line has its share of the line's discount.
  for (const { sku, quantity } of piecesOf(truth, figures)) {
    for (const line of order.lines.filter((l) => l.product.sku === sku)) {
      const whole = line.quantity * line.unitPrice - (line.discount ?? 0);
      for (let n = 1; n <= Math.min(quantity, line.quantity); n += 1) near.push((whole * n) / line.quantity);
    }
  }
  for (const minor of amountsIn(`${message.subject}\n${message.text}`, currency, locale)) {
    if (exact.has(minor) || near.some((n) => Math.abs(n - minor) <= figures.slack)) continue;
    say('amount', sentence.noAmount({ amount: writtenAmount(minor, currency, locale), order: order.number }));
  }
  const whole = part
    ? { subtotal: part.subtotal, total: figures.price, slack: figures.slack }
    : { subtotal: figures.subtotal, total: figures.total, slack: 0 };
  sums(message.text, whole, figures.due ?? 0, currency, locale, say);
  if (about === 'refund') refundSum(message.text, truth, currency, locale, say);
}

/** What the pieces of a cancellation were worth: of what stays no more, they went last. */
function cancelledWorth(truth: Truth, figures: Figures): number {
  return piecesOf(truth, figures).reduce(
    (sum, { sku, quantity }) =>
      sum + figures.worth(sku, Math.min(figures.stays(sku), figures.ordered(sku) - quantity), quantity),
    0,
  );
}

/**
 * The rows below the items come to the total: what stands above it in the same block adds up to it. And where they end in what is still to be
 * paid, the total less what is taken from it comes to that.
 */
function sums(
  text: string,
  { subtotal, total, slack }: { subtotal: number; total: number; slack: number },
  due: number,
  currency: string,
  locale: string,
  say: Say,
): void {
  const is = (a: number, b: number): boolean => Math.abs(a - b) <= slack;
  const written = (minor: number): string => writtenAmount(minor, currency, locale);
  for (const block of cleaned(text).split(/\n\s*\n/)) {
    const rows = block
      .split('\n')
      .map((line) => ({ line, own: amountsIn(line.slice(line.indexOf(':')), currency, locale) }));
    if (rows.length < 3 || rows.some((r) => r.own.length !== 1 || /^\d+ \u00d7/.test(r.line) || !r.line.includes(':')))
      continue;
    const values = rows.map((r) => r.own[0]!);
    const add = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
    // An order of goods alone has its total first, and below it the tax that it holds.
    const first = is(values[0]!, total) ? 0 : -1;
    const at = values.findIndex((v, i) => i > 0 && is(v, total) && add(values.slice(0, i)) === v);
    if (is(values[0]!, subtotal) && first < 0 && at < 0) {
      say('sum', sentence.rowsNotTotal({ rows: values.map(written).join(', '), total: written(total) }));
    }
    const below = values.slice((at < 0 ? first : at) + 1);
    const taken = add(below.filter((v) => v < 0));
    const last = values.at(-1)!;
    if (Math.max(at, first) < 0 || due < 0.5 || taken === 0) continue;
    const sum = values[at < 0 ? first : at]! + taken;
    if (last !== sum)
      say('sum', sentence.rowsEnd({ rows: values.map(written).join(', '), last: written(last), sum: written(sum) }));
  }
}

/** The rows of a refund come to its sum. */
function refundSum(text: string, { order }: Truth, currency: string, locale: string, say: Say): void {
  const refund = order.refunds?.at(-1);
  if (!refund) return;
  const listed = goodsIn(text, currency, locale).reduce((sum, l) => sum + (l.amounts[0] ?? 0), 0);
  const parts = listed + (refund.shipping ?? 0) + (refund.goodwill ?? 0);
  const told = refund.lines !== undefined || refund.goodwill !== undefined;
  const written = (minor: number): string => writtenAmount(minor, currency, locale);
  if (told && parts !== refund.amount) {
    say(
      'sum',
      sentence.refundParts({ amount: written(refund.amount), listed: written(listed), parts: written(parts) }),
    );
  }
}

/** What is of no order says what it is about, and no amount and day that is not its own. */
function tells(
  text: string,
  { order, timeZone }: Truth,
  told: NonNullable<Truth['told']>,
  locale: string,
  say: Say,
): void {
  for (const word of told.words) if (!text.includes(cleaned(word))) say('name', sentence.notSaid({ word }));
  for (const minor of amountsIn(text, order.currency, locale)) {
    if (minor === 0 || (told.amounts?.includes(minor) ?? true)) continue;
    say(
      'amount',
      sentence.noAmount({ amount: writtenAmount(minor, order.currency, locale), order: order.number || '–' }),
    );
  }
  const day = dayFormat(timeZone);
  const { days: of } = told;
  if (!of) return;
  const own = new Set(of.map((time) => day.format(time).slice(-5)));
  for (const one of daysIn(text, locale)) {
    if (!own.has(one)) say('day', sentence.noDay({ day: dayIn(one, locale), order: order.number || '–' }));
  }
}

const dayFormats = new Map<string, Intl.DateTimeFormat>();

function dayFormat(timeZone: string): Intl.DateTimeFormat {
  let format = dayFormats.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-CA', { timeZone, month: '2-digit', day: '2-digit' });
    dayFormats.set(timeZone, format);
  }
  return format;
}

/** Every day that is named is a day of the order. */
function days(text: string, { order, at, timeZone, details = {} }: Truth, locale: string, say: Say): void {
  const named = daysIn(text, locale);
  if (named.length === 0) return;
  const day = dayFormat(timeZone);
  const own = new Set(
    [
      order.placedAt,
      order.expectedDispatch,
      details.dueOn,
      details.until,
      details.receivedAt,
      ...(order.shipments ?? []).flatMap((s) => [s.dispatchedAt, s.deliveredAt]),
      ...(order.refunds ?? []).map((r) => r.issuedAt),
      ...(order.returns ?? []).map((r) => r.receivedAt),
      new Date(at).toISOString(),
    ]
      .flatMap((time) => (time === undefined ? [] : [Date.parse(time)]))
      .concat(
        Array.from({ length: 61 }, (_, i) => Date.parse(order.placedAt) + i * 86_400_000).filter((_, i) =>
          [3, 7, 10, 14, 30].includes(i),
        ),
      )
      .map((time) => day.format(time).slice(-5)),
  );
  for (const one of named) {
    if (!own.has(one)) say('day', sentence.noDay({ day: dayIn(one, locale), order: order.number }));
  }
}

function claims(text: string, language: string, truth: Truth, figures: Figures, say: Say): void {
  const context: ClaimContext = {
    figures,
    moment: truth.moment,
    at: truth.at,
    pieces: piecesOf(truth, figures),
    details: truth.details ?? {},
    waits: truth.waits ?? false,
  };
  for (const { says, words: said, holds } of CLAIMS) {
    if (said[language]?.test(text) && !holds(context)) say('claim', says());
  }
}

/** The order's own number, and the customer's own name where the message greets. */
function identity(text: string, { order, about }: Truth, say: Say): void {
  if (
    !['account', 'product', 'summary'].includes(about) &&
    order.number !== '' &&
    !text.includes(cleaned(order.number))
  ) {
    say('number', sentence.noNumber({ order: order.number }));
  }
  const greeted = /^(?:Hello|Guten Tag|Thank you|Vielen Dank) ?,? ?([^\n,]*),?$/m.exec(text)?.[1]?.trim();
  const first = cleaned(order.customer.firstName ?? '')
    .replace(/\s+/g, ' ')
    .trim();
  if (greeted && first !== '' && /^\p{Lu}/u.test(greeted) && greeted !== first) {
    say('name', sentence.otherName({ greeted, name: first }));
  }
}

/** Both parts say the same amounts: what is seen has none that the text part has not, but for prices of one piece. */
function bothParts(message: ReceivedMessage, currency: string, locale: string, say: Say): void {
  const seen = amountsIn(seenIn(message.html ?? ''), currency, locale);
  const told = new Set(amountsIn(message.text, currency, locale));
  const missing = [...told].filter((minor) => !seen.includes(minor));
  if (missing.length > 0)
    say('parts', sentence.onlyInText({ amounts: missing.map((m) => writtenAmount(m, currency, locale)).join(', ') }));
}
