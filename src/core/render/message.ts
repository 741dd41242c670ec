/** Skeleton, words, phrasebook and values joined: the message as it is sent, and as it is previewed. */
import type { LineValues, Snapshot, SuggestedProduct, SummaryOrder, TotalRow } from '../snapshot/snapshot';
import { wordsOfLook } from '../look/schema';
import { moneyFormatter, numberFormatter, percentFormatter } from '../text/formatters';
import {
  runner,
  type CompiledWords,
  type Fill as WordsFill,
  type Op as WordsOp,
  type WordsContext,
} from '../text/compile';
import { bothForms, escapeHtml, plainLine, safeUrl, type Both, type Money, type ValueType } from '../text/values';
import { PHRASES, type Phrase, type Phrasebook } from '../template/phrasebook';
import type { Laid } from '../template/passages';
import { segmentsOf } from '../template/schema';
import { wordsCompiler, type KeptWords } from './kept-words';
import {
  NOTHING,
  type DownloadTexts,
  type Filling,
  type LineTexts,
  type NoteTexts,
  type OrderTexts,
  type SuggestionTexts,
  type TotalTexts,
} from './filling';
import type { Node } from './marks';
import type { OrderFacts } from '../conditions';
import type { CodePromise } from '../codes';
import { promisesMet, promisesOf } from '../template/promises';
import { wantsMet, wantsOf, type SuggestionsWanted } from '../template/wants';
import type { Skeleton } from './skeleton';
import { nodeOps, totalLabel, type SlotsOf } from './slots';
import { textPart } from './text-part';

export interface RenderedMessage {
  subject: string;
  preheader: string;
  html: string;
  text: string;
}

export interface MessageOptions {
  /** BCP 47 tag written into the message. */
  language: string;
  /** Locale for figures and dates, when it differs ("en-GB" for a store that writes "en"). */
  locale?: string;
  timeZone: string;
  typeOf: (placeholder: string) => ValueType | undefined;
  /** Put before the paths of the store's own pictures; empty where they are looked at within Libellus. */
  assetBase?: string;
  /** A block that stays in the message where its words say nothing. */
  edited?: string;
}

export interface CompiledMessage {
  /** The codes that the message gives to an order, in its own order: those of blocks that are in it. */
  promises: (facts: OrderFacts) => CodePromise[];
  /** The products that it suggests to an order: those of blocks that are in it. */
  wants: (facts: OrderFacts) => SuggestionsWanted[];
  /** Fills the message with one order's values. Pure, and safe to call many times. */
  fill: (snapshot: Snapshot) => RenderedMessage;
}

const NONE: never[] = [];

/** Words that name the order, left out of messages that are about none: of an account, say. */
function aboutOrder(words: CompiledWords): CompiledWords {
  const only =
    (write: (f: WordsFill) => string): WordsOp =>
    (f) =>
      f.values['order.number'] === undefined ? '' : write(f);
  return { ...words, html: [only(runner(words.html))], plain: [only(runner(words.plain))] };
}

/**
 * Joins a skeleton with the words of one language, passages put in. Done once for an edition, look and language.
 * @param kept words of an earlier compilation, for those who compile at every keystroke
 */
export function compileMessage(
  skeleton: Skeleton,
  { blocks, words }: Laid,
  phrasebook: Phrasebook,
  options: MessageOptions,
  kept?: KeptWords,
): CompiledMessage {
  const { direction } = skeleton;
  const context: WordsContext = {
    locale: options.locale ?? options.language,
    timeZone: options.timeZone,
    direction,
    typeOf: options.typeOf,
    linkStyle: skeleton.linkStyle,
    paragraphStyle: skeleton.paragraphStyle,
    lastParagraphStyle: skeleton.lastParagraphStyle,
    listStyle: skeleton.listStyle,
    lastListStyle: skeleton.lastListStyle,
    entryStyle: skeleton.entryStyle,
  };
  const { writings, compile } = kept?.for(skeleton, context) ?? wordsCompiler(context);
  const segments = new Map(segmentsOf({ blocks }).map((s) => [s.id, compile(words[s.id] ?? '', s.form)]));
  const phrases = new Map<Phrase, CompiledWords>(PHRASES.map((p) => [p, compile(phrasebook[p], 'line')]));
  if (phrasebook.mastheadNote.includes('$order.')) {
    phrases.set('mastheadNote', aboutOrder(phrases.get('mastheadNote')!));
  }
  const subject = runner(segments.get('subject')?.plain ?? []);
  const preheader = runner(segments.get('preheader')?.plain ?? []);
  const integer = numberFormatter(context.locale);
  let currency = '';
  let writeAmount: (minor: number) => string = String;
  let amountsAreOrdinary = false;
  const amountBoth = (money: Money): Both => {
    if (money.currency !== currency) {
      currency = money.currency;
      writeAmount = moneyFormatter(context.locale, currency);
      // Amounts of a currency differ in their digits only: what one needs in HTML, all need.
      amountsAreOrdinary = escapeHtml(writeAmount(-123456)) === writeAmount(-123456);
    }
    const plain = writeAmount(money.minor);
    return { html: amountsAreOrdinary ? plain : escapeHtml(plain), plain };
  };
  const both = (text: string): Both => bothForms(text, direction, true);

  const language = options.language;
  const slots: SlotsOf = {
    segments,
    phrases,
    value: (name) => writings.op({ variable: name, options: {} }, 'html'),
    both,
    percent: percentFormatter(context.locale),
    language,
    assetBase: options.assetBase ?? '',
    ...(options.edited && { edited: options.edited }),
  };
  const shown = lineFields(skeleton.nodes);
  const lineTexts = (line: LineValues): LineTexts => ({
    name: both(line.name),
    options: line.options === '' ? NOTHING : both(line.options),
    sku: shown.has('sku') ? both(line.sku) : NOTHING,
    quantity: integer(line.quantity),
    unitPrice: shown.has('unitPrice') ? amountBoth(line.unitPrice) : NOTHING,
    total: amountBoth(line.total),
    imageUrl: line.imageUrl === '' ? '' : (safeUrl(line.imageUrl) ?? ''),
    notes: line.notes.length > 0 ? line.notes.map(noteTexts) : NONE,
  });
  const noteTexts = (n: Snapshot['notes'][number]): NoteTexts => ({
    product: both(n.product),
    words: both(n.words),
    url: safeUrl(n.url) ?? '',
  });
  const downloadTexts = (d: Snapshot['downloads'][number]): DownloadTexts => ({
    name: both(d.name),
    url: safeUrl(d.url) ?? '',
  });
  const suggestionTexts = ({ name, price, url, imageUrl }: SuggestedProduct): SuggestionTexts => ({
    name: both(name),
    price: price ? amountBoth(price) : NOTHING,
    url: safeUrl(url) ?? '',
    imageUrl: safeUrl(imageUrl) ?? '',
  });
  const orderTexts = (o: SummaryOrder): OrderTexts => ({
    number: both(o.number),
    item: both(o.item),
    pieces: integer(o.pieces),
    total: amountBoth(o.total),
    url: safeUrl(o.url) ?? '',
    standing: o.standing,
  });
  const totalTexts = (row: TotalRow): TotalTexts => ({ row, amount: amountBoth(row.amount) });

  const page = runner(nodeOps(skeleton.nodes, slots));
  const text = textPart(blocks, {
    segments,
    phrases,
    totalLabel: totalLabel(slots, 'plain'),
    value: (name) => runner([writings.op({ variable: name, options: {} }, 'plain')]),
    language,
    links: skeleton.links
      .map(({ label, labels, url }) => {
        const words = plainLine(wordsOfLook(language, label, labels));
        return `${words}: ${safeUrl(url)!.replace(/^(mailto|tel):/i, '')}`;
      })
      .join('\n'),
    linksInFooter: !blocks.some((b) => b.kind === 'links'),
  });

  const promised = promisesOf(blocks);
  const wanted = wantsOf(blocks);
  return {
    promises: (facts) => promisesMet(promised, facts, language),
    wants: (facts) => wantsMet(wanted, facts, language),
    fill: (snapshot) => {
      const { values, texts } = writings.begin(snapshot.values);
      const lines = snapshot.lines.map(lineTexts);
      // Written out field by field: a spread would make an object that is slower to read, and this is read for every piece.
      const filling: Filling = {
        values,
        texts,
        subject: '',
        preheader: '',
        snapshot,
        lines,
        shippable: snapshot.lines.every((l) => l.shippable)
          ? lines
          : lines.filter((_, i) => snapshot.lines[i]!.shippable),
        pictured: snapshot.lines.some((l) => l.imageUrl !== ''),
        totals: snapshot.totals.map(totalTexts),
        billing: snapshot.billing.map(both),
        shipping: snapshot.shipping.map(both),
        refund: snapshot.refund.length > 0 ? snapshot.refund.map(totalTexts) : NONE,
        notes: snapshot.notes.length > 0 ? snapshot.notes.map(noteTexts) : NONE,
        downloads: snapshot.downloads.length > 0 ? snapshot.downloads.map(downloadTexts) : NONE,
        links: new Map(),
        line: undefined,
        total: undefined,
        address: NOTHING,
        note: undefined,
        download: undefined,
        suggestions: (block) => (snapshot.suggestions[block] ?? NONE).map(suggestionTexts),
        suggestion: undefined,
        orders: () => snapshot.orders.map(orderTexts),
        order: undefined,
      };
      // A header is one line whatever the words hold (RFC 5322, 2.2).
      filling.subject = oneLine(subject(filling));
      filling.preheader = oneLine(preheader(filling));
      return { subject: filling.subject, preheader: filling.preheader, html: page(filling), text: text(filling) };
    },
  };
}

/** The fields of an order's lines that a skeleton shows. */
function lineFields(nodes: readonly Node[], found = new Set<string>()): Set<string> {
  for (const node of nodes) {
    if (typeof node === 'string') continue;
    if (node.kind === 'line') found.add(node.field);
    else if (node.kind === 'each' || node.kind === 'if') lineFields(node.inner, found);
  }
  return found;
}

/** One line. Values are clean already (see `plainLine`); words can hold line breaks of their own. */
function oneLine(text: string): string {
  return /[\r\n\t\v\f\u2028\u2029]|\s\s|^\s|\s$/.test(text) ? text.replace(/\s+/g, ' ').trim() : text;
}
