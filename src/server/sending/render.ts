/** From a delivery in the database to the rendered message. */
import { and, eq, inArray, ne, or, sql } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { Attachment, KeptFile } from '@/core/attach';
import { outlookOf, outlookWords, promiseName, type GivenCode } from '@/core/codes';
import type { Look } from '@/core/look';
import type { Audience, MomentDetails, MomentId } from '@/core/moments';
import { timerOf } from '@/core/moments';
import { aboutMoment, snapshotOf, withCodes, withSampleCodes, type Snapshot } from '@/core/snapshot';
import { type Order } from '@/core/order';
import { maskValues, madeUpFor } from '@/core/placeholders';
import { adaptedFor, adaptedTemplate, gapsFrom, type Letter, type NotificationFacts } from '@/core/plan';
import type { CompiledMessage, RenderedMessage } from '@/core/render';
import type { Segments, SentAs, Template } from '@/core/template';
import { database } from '../db/client';
import { presentTime } from '../db/own-clock';
import { factsOf } from '../db/store-facts';
import { CodeError, ContentError, isDatabaseError } from '../base/faults';
import { giveCode, lookAtCode, type CodeFor } from '../codes/give';
import { codesOf, namesIn } from '../codes/known';
import { shownProducts } from '@/contract/suggestions';
import { suggestionsFor } from '../suggestions/suggest';
import type { deliveries } from '../db/schema';
import { channels, editions, events, orders, phrases, stores } from '../db/schema';
import { config } from '../base/config';
import type { EventData } from '../events/schema';
import { notificationFacts } from '../events/settings';
import { livePassages } from '../documents/live-passages';
import { compiledMessage } from './skeletons';
import { preferencesUrlOf } from '../events/preferences-link';
import { unsubscribeUrlOf } from '../events/unsubscribed';
import { kept } from '@/words/kept';
import { say as operations } from '@/words/operations';

type StoreRow = typeof stores.$inferSelect;

/** Published editions never change, so they can be kept. */
const editionCache = new LRUCache<string, Template>({ max: 300 });

/** The template of a published edition. */
export async function editionTemplate(editionId: string): Promise<Template> {
  let template = editionCache.get(editionId);
  if (!template) {
    const [row] = await database()
      .select({ template: editions.template })
      .from(editions)
      .where(eq(editions.id, editionId));
    if (!row) throw new Error('The edition this message is made from is no longer there.');
    template = row.template;
    editionCache.set(editionId, template);
  }
  return template;
}

/** A store's own phrases in a language. */
export async function phrasesOf(storeId: string, language: string): Promise<Segments> {
  const rows = await database()
    .select({ phrase: phrases.phrase, source: phrases.source })
    .from(phrases)
    .where(and(eq(phrases.storeId, storeId), eq(phrases.language, language)));
  return Object.fromEntries(rows.map((r) => [r.phrase, r.source]));
}

/** An order as a message of a moment says it, in the store's locale for a language. */
export function snapshotFor(
  store: StoreRow,
  order: Order,
  moment: string,
  channelName: string | undefined,
  language: string,
  now: number,
  more: { details?: MomentDetails; turn?: number; unsubscribeUrl?: string; preferencesUrl?: string } = {},
): Snapshot {
  return snapshotOf({
    order,
    store: factsOf(store),
    locale: store.locales[language] ?? language,
    ownLanguage: store.language,
    timeZone: store.timeZone,
    now,
    ...aboutMoment(order, moment),
    ...more,
    ...(channelName && { channelName }),
  });
}

export interface RenderRequest {
  store: StoreRow;
  template: Template;
  language: string;
  order: Order;
  /** What the message is about: the order, its newest parcel, its newest refund. */
  moment: string;
  channelName?: string;
  now: number;
  look?: Look;
  /** It is news or an offer. */
  offers?: boolean;
  /** Who reads it: a customer without it. */
  reader?: Audience;
  /** What its message would be about now; made up without it. */
  details?: MomentDetails;
}

/** In which amounts and percentages of codes are written. */
const placeOf = (store: StoreRow, language: string) => ({
  locale: store.locales[language] ?? language,
  currency: store.currency,
});

const usesPassages = (template: Template): boolean => template.blocks.some((b) => b.kind === 'passage');

/** A store's template ready to be filled, as it would be sent. */
async function compiledFor({
  store,
  template,
  language,
  look,
}: Pick<RenderRequest, 'store' | 'template' | 'language' | 'look'>): Promise<CompiledMessage> {
  const locale = store.locales[language];
  return compiledMessage({
    template,
    look: look ?? store.look,
    language,
    timeZone: store.timeZone,
    phrases: await phrasesOf(store.id, language),
    passages: usesPassages(template) ? await livePassages(store.id) : {},
    sourceLanguage: store.language,
    gaps: gapsFrom(language, { own: store.language, fallbacks: store.fallbacks }),
    assetBase: config().url,
    ...(locale && { locale }),
  });
}

/** Renders a template for an order, as it would be sent if its moment came: with details as they are now, or made up. */
export async function renderFor(request: RenderRequest): Promise<RenderedMessage> {
  const { store, order, moment, channelName, language, now } = request;
  const compiled = await compiledFor(request);
  const snapshot = snapshotFor(store, order, moment, channelName, language, now, {
    ...madeUpFor(moment, { offers: request.offers, reader: request.reader ?? 'customer' }),
    ...(request.details && { details: request.details }),
  });
  const about = aboutMoment(order, moment).order ?? order;
  const suggesting = await suggestionsInto({ store, order: about, snapshot, compiled });
  const promises = compiled.promises(snapshot.facts);
  if (promises.length === 0) return compiled.fill(suggesting);
  const known = await codesOf(store.id, now);
  return compiled.fill(withSampleCodes(suggesting, promises, known, now, placeOf(store, language)));
}

/** What a batch of deliveries needs besides its editions, read in three queries instead of three for each. */
export interface BatchContext {
  stores: Map<string, StoreRow>;
  orders: Map<string, { order: Order; answered: boolean }>;
  /** Of what waited: how its notification goes out now, by id. */
  notifications: Map<string, NotificationFacts>;
  /** By event id, for events after the first and of what waited: the moment, and what was told then. */
  later: Map<string, EventData & { moment: MomentId }>;
  channelName: (storeId: string, channel: string) => string | undefined;
  /** An edition in a language, compiled once for the batch; with the words of a letter, if it was adapted. */
  compiled: (store: StoreRow, editionId: string, language: string, letter?: Letter) => Promise<CompiledMessage>;
  /** What it is read from, for others that go out with it. */
  by: MadeBy;
}

/** What messages of stores are made by, apart from what they are about. */
export interface MadeBy {
  stores: StoreRow[];
  channels: (typeof channels.$inferSelect)[];
  /** Compiled messages by edition and language. */
  messages: Map<string, Promise<CompiledMessage>>;
}

export async function madeBy(storeIds: readonly string[]): Promise<MadeBy> {
  const db = database();
  const [storeRows, channelRows] = await Promise.all([
    db
      .select()
      .from(stores)
      .where(inArray(stores.id, [...storeIds])),
    db
      .select()
      .from(channels)
      .where(inArray(channels.storeId, [...storeIds])),
  ]);
  return { stores: storeRows, channels: channelRows, messages: new Map() };
}

/**
 * Reads what a batch of deliveries needs, once for all of them.
 *
 * @param by for several batches that go by the same settings
 */
export async function batchContext(
  batch: readonly { storeId: string; orderId: string | null; eventId: string; timed: boolean }[],
  by?: MadeBy,
): Promise<BatchContext> {
  const db = database();
  const storeIds = [...new Set(batch.map((d) => d.storeId))];
  const orderIds = [...new Set(batch.flatMap((d) => d.orderId ?? []))];
  const eventIds = [...new Set(batch.map((d) => d.eventId))];
  const timedEvents = [...new Set(batch.filter((d) => d.timed).map((d) => d.eventId))];
  const waited = [...new Set(batch.filter((d) => d.timed).map((d) => d.storeId))];
  const [made, orderRows, laterRows, facts] = await Promise.all([
    by ?? madeBy(storeIds),
    orderIds.length > 0
      ? db
          .select({ id: orders.id, order: orders.snapshot, answered: orders.answered })
          .from(orders)
          .where(inArray(orders.id, orderIds))
      : [],
    db
      .select({ id: events.id, type: events.type, data: events.data })
      .from(events)
      .where(
        and(
          inArray(events.id, eventIds),
          or(
            ne(events.type, 'order.placed'),
            sql`json_exists(${events.data}, '$.files')`,
            sql`json_exists(${events.data}, '$.details.files')`,
            timedEvents.length > 0 ? inArray(events.id, timedEvents) : undefined,
          ),
        ),
      ),
    waited.length > 0 ? notificationFacts(db, waited) : [],
  ]);
  const { messages } = made;
  const names = new Map(made.channels.map((c) => [`${c.storeId}/${c.id}`, c.name]));
  return {
    by: made,
    stores: new Map(made.stores.map((s) => [s.id, s])),
    later: new Map(laterRows.map((e) => [e.id, { moment: e.type, ...(e.data as unknown as EventData) }])),
    orders: new Map(orderRows.map((o) => [o.id, o])),
    notifications: new Map(facts.map((n) => [n.id, n])),
    channelName: (storeId, channel) => names.get(`${storeId}/${channel}`),
    compiled: (store, editionId, language, letter) => {
      const words = letter && adaptedFor(letter, editionId, language);
      if (words) {
        return editionTemplate(editionId).then((template) =>
          compiledFor({ store, template: adaptedTemplate(template, language, words), language }),
        );
      }
      const key = `${editionId} ${language}`;
      let message = messages.get(key);
      if (!message) {
        message = editionTemplate(editionId).then((template) => compiledFor({ store, template, language }));
        messages.set(key, message);
      }
      return message;
    },
  };
}

/** The message as its template has it sent: with its HTML, or as text alone. */
export const inForm = (message: RenderedMessage, sentAs: SentAs | undefined): RenderedMessage =>
  sentAs?.textOnly ? { ...message, html: '' } : message;

/** What words a delivery has, and what they were made of. */
export interface Worded {
  store: StoreRow;
  order: Order;
  snapshot: Snapshot;
  compiled: CompiledMessage;
  details: MomentDetails | undefined;
  byHand: boolean;
  /** What goes with the messages of its edition. */
  attachments: readonly Attachment[] | undefined;
  /** How its edition has it sent. */
  sentAs: SentAs | undefined;
  /** Files that came with its event: from the shop, and with a letter. */
  brought: { fromShop: readonly KeptFile[]; byHand: readonly KeptFile[] };
}

export type WordedOf = Pick<
  typeof deliveries.$inferSelect,
  | 'id'
  | 'storeId'
  | 'orderId'
  | 'eventId'
  | 'editionId'
  | 'language'
  | 'moment'
  | 'timed'
  | 'turn'
  | 'optional'
  | 'role'
>;

/** The products that a message suggests put into its snapshot. */
async function suggestionsInto({
  store,
  order,
  snapshot,
  compiled,
}: Pick<Worded, 'store' | 'order' | 'snapshot' | 'compiled'>): Promise<Snapshot> {
  const wants = compiled.wants(snapshot.facts);
  if (wants.length === 0) return snapshot;
  return { ...snapshot, suggestions: shownProducts(await suggestionsFor(store, order, wants)) };
}

/** Gives codes of series to whom a message is about, or only looks at what they have. */
type CodesOf = 'give' | 'look';

/** The codes of a message put into its snapshot. Throws a {@link CodeError} where the message is not to go out without one. */
async function codesInto(
  { store, order, snapshot, compiled }: Pick<Worded, 'store' | 'order' | 'snapshot' | 'compiled'>,
  delivery: WordedOf,
  how: CodesOf,
): Promise<Snapshot> {
  const promises = compiled.promises(snapshot.facts);
  if (promises.length === 0) return snapshot;
  const whom: CodeFor = {
    storeId: store.id,
    email: order.customer.email,
    orderKey: delivery.orderId ?? delivery.eventId,
  };
  const given = new Map<string, GivenCode | null>();
  for (const { ref, whenGone } of promises) {
    const code = await (how === 'give' ? giveCode : lookAtCode)(ref, whom);
    if (code === null && whenGone === 'stop' && how === 'give') {
      const now = presentTime();
      const known = await codesOf(store.id, now);
      const outlook = outlookOf(ref, known, now, () => 0);
      throw new CodeError(
        kept(() => outlookWords(outlook, promiseName(ref, known), store.timeZone) ?? operations.codeGone),
      );
    }
    given.set(ref, code);
  }
  const names = await namesIn(
    store.id,
    [...given.values()].filter((code) => code !== null),
  );
  return withCodes(snapshot, given, { ...placeOf(store, delivery.language), names });
}

/**
 * The edition of a delivery and the values that fill it. Throws a {@link ContentError} when its order is gone or its edition cannot be
 * compiled, and a {@link CodeError} when it promises a code that is gone.
 */
export async function wordedFor(delivery: WordedOf, context: BatchContext, codes: CodesOf = 'look'): Promise<Worded> {
  const store = context.stores.get(delivery.storeId);
  // What was true when it happened: a second parcel must not change what is said about the first. A timer speaks of now.
  const later = context.later.get(delivery.eventId);
  const now = delivery.orderId ? context.orders.get(delivery.orderId)?.order : undefined;
  const waited = timerOf(delivery.moment) !== undefined;
  const order = waited ? (now ?? later?.order) : (later?.order ?? now);
  if (!store || !order) throw new ContentError(kept(() => operations.orderGone));
  const channelName = context.channelName(store.id, order.channel);
  const compiled = await ofWords(() => context.compiled(store, delivery.editionId, delivery.language, later?.letter));
  const snapshot = snapshotFor(store, order, delivery.moment, channelName, delivery.language, presentTime(), {
    ...(later?.details && { details: later.details }),
    // One of a row says which it is, also when it is sent once more.
    ...((delivery.timed || waited) && { turn: delivery.turn }),
    ...(delivery.optional !== '' && { unsubscribeUrl: unsubscribeUrlOf(delivery.id) }),
    ...(delivery.role === 'customer' && { preferencesUrl: preferencesUrlOf(delivery.id) }),
  });
  const edition = await editionTemplate(delivery.editionId);
  return {
    store,
    order,
    snapshot: await codesInto(
      { store, order, snapshot: await suggestionsInto({ store, order, snapshot, compiled }), compiled },
      delivery,
      codes,
    ),
    compiled,
    details: later?.details,
    byHand: later?.letter !== undefined,
    attachments: edition.attachments,
    sentAs: edition.sentAs,
    brought: { fromShop: later?.files ?? [], byHand: later?.letter?.files ?? [] },
  };
}

/** Makes something of words and an order; what goes wrong in that is told apart from a database that is away. */
export async function ofWords<T>(make: () => T | Promise<T>): Promise<T> {
  try {
    return await make();
  } catch (error) {
    if (isDatabaseError(error)) throw error;
    throw new ContentError(error instanceof Error ? error.message : String(error), { cause: error });
  }
}

/** What a delivery that was not sent would say now, without what only its recipient may see; undefined when it can say nothing. */
export async function wouldSay(delivery: WordedOf): Promise<RenderedMessage | undefined> {
  try {
    const { compiled, snapshot } = await wordedFor(delivery, await batchContext([delivery]));
    return await ofWords(() => compiled.fill({ ...snapshot, values: maskValues(snapshot.values) }));
  } catch (error) {
    if (error instanceof ContentError) return undefined;
    throw error;
  }
}
