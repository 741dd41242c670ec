/** Turning a notification on is a small publication: who would have had it over the last 30 days. */
import { and, count, desc, eq, gte, inArray } from 'drizzle-orm';
import type { Order } from '@/core/order';
import { BY_HAND, momentOf, startsOf, SUMMARY, type MomentId } from '@/core/moments';
import { comesNext, daysOffOf, rhythmWords, type Schedule } from '@/core/time';
import { dateFormatter } from '@/core/text/formatters';
import { listed, readerLocale } from '@/words/speak';
import { languageName } from '@/core/names';
import {
  checkNotificationSettings,
  findDoubles,
  notSaid,
  PLAN_CHANGES,
  planChanges,
  planner,
  reasonWords,
  type EditionFacts,
  type NotificationFacts,
  type PlanChange,
  type PlanSettings,
  type Reason,
} from '@/core/plan';
import type { ChangeImpact, Impact } from '@/contract/notifications';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { AppError } from '../../base/errors';
import { channels, deliveries, events } from '../../db/schema';
import type { EventData } from '../../events/schema';
import { planSettings } from '../../events/settings';
import { withholdingsOf, withoutWithheld } from '../../sending/withholding';
import { boardRows, customersOf, ordersToPlan, shopMailsOf, type BoardRow } from './board';
import { notificationBySlug } from './notification';
import { say } from '@/words/ready';
import { say as refuse } from '@/words/refusals';

const DAY = 86_400_000;

const LOOK_AT = 5_000;

/** The store's own events of the last 30 days that a notification answers to, and what planning them again needs. */
async function lookBack(access: Access, { id, moment }: { id: string; moment: MomentId }) {
  const { store } = access;
  const byHand = moment === BY_HAND;
  const ofProduct = momentOf(moment).about === 'product';
  // By hand it is offered on orders, whatever has become of them.
  const starts = byHand
    ? (['order.placed'] as const)
    : ofProduct
      ? (['product.stock-counted'] as const)
      : startsOf(moment);
  const [settings, withheld, past, channelRows] = await Promise.all([
    planSettings(database(), store),
    withholdingsOf(store.id),
    database()
      .select({
        id: events.id,
        type: events.type,
        time: events.time,
        receivedAt: events.receivedAt,
        orderId: events.orderId,
        data: events.data,
      })
      .from(events)
      .where(
        and(
          eq(events.storeId, store.id),
          inArray(events.type, [...starts]),
          gte(events.time, new Date(Date.now() - 30 * DAY)),
        ),
      )
      .orderBy(desc(events.id))
      .limit(LOOK_AT + 1),
    database().select().from(channels).where(eq(channels.storeId, store.id)),
  ]);
  const channelOf = new Map(channelRows.map((c) => [c.id, c]));
  const looked = past
    .slice(0, LOOK_AT)
    .map((e) => ({ ...e, order: (e.data as { order: Order }).order, moment: momentTold(e) }))
    .filter((e) => !ofProduct || e.moment === moment);
  const [people, unsaid] = await Promise.all([
    customersOf(
      store.id,
      looked.map((e) => e.order.customer.email),
    ),
    byHand ? new Map<string, Reason>() : unsaidAmong(store.id, looked),
  ]);
  /** Plans an event with the notification as these facts say it goes out. */
  const planWith = (facts: NotificationFacts) => {
    const { plan } = planner({ ...settings, notifications: [facts] });
    return ({ order, moment: told, time }: (typeof looked)[number]) => {
      const channel = channelOf.get(order.channel);
      const customer = people.get(order.customer.email);
      return withoutWithheld(
        plan({
          moment: byHand ? moment : told,
          ...(byHand && { letter: { notificationId: id, by: access.person.name, adapted: [] } }),
          order,
          at: time.getTime(),
          ...(channel && { channel }),
          ...(customer && { customer }),
        }),
        withheld,
      );
    };
  };
  return { settings, looked, unsaid, more: past.length > LOOK_AT, planWith };
}

/** A notification as it would be when on and with its drafts published: what was never published has its draft's languages. */
function asOn(facts: NotificationFacts, own: readonly BoardRow[]): NotificationFacts {
  return {
    ...facts,
    on: true,
    variants: facts.variants.map((v) => ({ ...v, edition: v.edition ?? draftEdition(v.id, own) })),
  };
}

const draftEdition = (id: string, own: readonly BoardRow[]): EditionFacts => ({
  id,
  number: 0,
  languages: Object.keys(own.find((r) => r.template.id === id)?.template.draft.words ?? {}),
});

/** Who would have had a notification over the last 30 days, planned from the store's own events as if it had been on. */
export async function impactOf(access: Access, slug: string): Promise<Impact> {
  const notification = await notificationBySlug(access, slug);
  const { moment } = notification;
  const byHand = moment === BY_HAND;
  const ofProduct = momentOf(moment).about === 'product';
  const [{ settings, looked, unsaid, more, planWith }, about, mails, rows] = await Promise.all([
    lookBack(access, notification),
    ordersToPlan(access),
    shopMailsOf(access),
    boardRows(access),
  ]);
  const own = rows.filter((r) => r.notification.id === notification.id);
  const facts = settings.notifications.map((n) => (n.id === notification.id ? asOn(n, own) : n));
  const planOne = planWith(facts.find((n) => n.id === notification.id)!);
  const byLanguage = new Map<string, number>();
  const byVariant = new Map<string, number>();
  const without = new Map<string, Set<string>>();
  const reached = new Set<string>();
  let messages = 0;
  const add = (map: Map<string, number>, key: string): void => void map.set(key, (map.get(key) ?? 0) + 1);
  const variantName = (id: string): string => {
    const title = own.find((r) => r.template.id === id)?.template.variantName ?? '';
    return title === '' ? say.everyoneElse : title;
  };
  const leftOut = (reason: Reason, number: string): void => {
    const why = reasonWords(reason);
    without.set(why, (without.get(why) ?? new Set()).add(number));
  };
  for (const event of looked) {
    const { id, order } = event;
    const standing = unsaid.get(id);
    if (standing) {
      leftOut(standing, order.number);
      continue;
    }
    const planned = planOne(event);
    for (const d of planned.deliveries) {
      messages += 1;
      reached.add(order.number);
      add(byLanguage, d.language);
      add(byVariant, variantName(d.variantId));
    }
    for (const n of planned.notWritten) leftOut(n.reasons[0]!, order.number);
  }
  const sorted = (map: Map<string, number>, name: (key: string) => string = (k) => k) =>
    [...map].sort((a, b) => b[1] - a[1]).map(([key, n]) => ({ name: name(key), messages: n }));
  return {
    byHand,
    ...(moment === SUMMARY && { words: summaryWords(access, notification, settings, Date.now()) }),
    ...(ofProduct && looked.length > 0 && { words: say.stockMessages({ messages, looked: looked.length }) }),
    messages,
    orders: reached.size,
    byLanguage: sorted(byLanguage, languageName),
    byVariant: own.length > 1 ? sorted(byVariant) : [],
    without: [...without]
      .map(([why, numbers]) => ({ why, orders: numbers.size }))
      .sort((a, b) => b.orders - a.orders)
      .slice(0, 6),
    looked: looked.length,
    more,
    unpublished: own.filter((r) => !r.template.nothing && !r.edition).map((r) => ({ slug: r.address, name: r.title })),
    doubles: findDoubles({ ...settings, notifications: facts }, mails, about)
      .filter((d) => d.notificationId === notification.id || d.with.id === notification.id)
      .map((d) => ({
        name:
          d.with.kind === 'shop'
            ? say.nameSentByTheShop({ name: d.with.name })
            : d.notificationId === notification.id
              ? d.with.name
              : (settings.notifications.find((n) => n.id === d.notificationId)?.name ?? ''),
        person: d.person,
        order: d.order,
      })),
  };
}

/** Examples of each kind of change that are named. */
const EXAMPLES = 3;

/**
 * What settings that are not saved yet would have changed over the last 30 days, against those that are: planned twice from the store's
 * own events. Undefined where nothing goes out by itself about an order.
 */
export async function changeImpact(access: Access, slug: string, input: unknown): Promise<ChangeImpact | undefined> {
  const checked = checkNotificationSettings(input);
  if (!checked.ok) throw new AppError('invalid', refuse.thisCannotBeKept, checked.problems);
  const wanted = checked.value;
  const notification = await notificationBySlug(access, slug);
  const { id, moment } = notification;
  if (moment === BY_HAND || moment === SUMMARY || momentOf(moment).about === 'product') return undefined;
  const [{ settings, looked, unsaid, more, planWith }, rows, [waiting]] = await Promise.all([
    lookBack(access, notification),
    boardRows(access),
    database()
      .select({ n: count() })
      .from(deliveries)
      .where(and(eq(deliveries.notificationId, id), eq(deliveries.timed, true), eq(deliveries.state, 'planned'))),
  ]);
  const own = rows.filter((r) => r.notification.id === id);
  const before = asOn(
    settings.notifications.find((n) => n.id === id)!,
    own,
  );
  const { when: _when, ...rest } = before;
  const after: NotificationFacts = {
    ...rest,
    offChannels: wanted.offChannels,
    labels: wanted.labels,
    offers: wanted.offers ?? false,
    schedule: wanted.schedule,
    ...(wanted.when && { when: wanted.when }),
    variants: wanted.variants.map((v, i) => {
      const there = before.variants.find((b) => b.id === v.id);
      const variantId = v.id ?? `new ${i}`;
      return {
        id: variantId,
        name: v.name,
        nothing: v.nothing,
        ...(v.when && { when: v.when }),
        // A new version begins as a copy of the one for everyone else.
        edition: there?.edition ?? { ...draftEdition(before.variants.at(-1)!.id, own), id: variantId },
      };
    }),
  };
  const [planBefore, planAfter] = [planWith(before), planWith(after)];
  const found = new Map<PlanChange, { messages: number; orders: Set<string> }>();
  for (const event of looked) {
    if (unsaid.has(event.id)) continue;
    const changes = planChanges(planBefore(event).deliveries, planAfter(event).deliveries, event.time.getTime());
    for (const change of changes) {
      const of = found.get(change) ?? { messages: 0, orders: new Set() };
      of.messages += 1;
      of.orders.add(event.order.number);
      found.set(change, of);
    }
  }
  return {
    looked: looked.length,
    more,
    waiting: waiting?.n ?? 0,
    changes: PLAN_CHANGES.flatMap((change) => {
      const of = found.get(change);
      return of
        ? [{ change, messages: of.messages, orders: of.orders.size, examples: [...of.orders].slice(0, EXAMPLES) }]
        : [];
    }),
  };
}

/** The moment that an event told of: of a count, what it came to. */
const momentTold = ({ type, data }: { type: MomentId; data: unknown }): MomentId => {
  if (type !== 'product.stock-counted') return type;
  const { details } = data as EventData;
  return (details?.stock?.left ?? 0) <= 0 ? 'product.stock-out' : 'product.stock-low';
};

/** When a summary comes first, and to whom. */
function summaryWords(
  { store }: Access,
  { id, schedule }: { id: string; schedule: Schedule },
  { rules }: PlanSettings,
  now: number,
): string {
  const people = [
    ...new Set(rules.filter((r) => r.notificationId === id).map((r) => r.recipient.name || r.recipient.address)),
  ];
  const { rhythm } = schedule;
  if (!rhythm || people.length === 0) return say.summaryForNobody;
  const next = comesNext(rhythm, now, store.timeZone, daysOffOf(store.holidays));
  const day = dateFormatter(readerLocale(), store.timeZone, 'month-day-weekday')(next);
  return say.summaryComes({ rhythm: rhythmWords(rhythm), day, people: listed(people) });
}

/** Events for which nobody was to be written to, whatever the settings: told twice, too late, or of an order that was over. */
async function unsaidAmong(
  storeId: string,
  looked: readonly { id: string; type: MomentId; time: Date; receivedAt: Date; orderId: string | null; order: Order }[],
): Promise<Map<string, Reason>> {
  const orderIds = [...new Set(looked.flatMap((e) => (e.orderId ? [e.orderId] : [])))];
  if (orderIds.length === 0) return new Map();
  const history = await database()
    .select({ id: events.id, orderId: events.orderId, type: events.type })
    .from(events)
    .where(and(eq(events.storeId, storeId), inArray(events.orderId, orderIds)))
    .orderBy(events.id);
  const hadBefore = new Map<string, Set<MomentId>>();
  const had = new Map<string, Set<MomentId>>();
  for (const { id, orderId, type } of history) {
    const soFar = had.get(orderId!) ?? new Set<MomentId>();
    hadBefore.set(id, soFar);
    had.set(orderId!, new Set(soFar).add(type));
  }
  return new Map(
    looked.flatMap(({ id, type, time, receivedAt, order }) => {
      const before = hadBefore.get(id) ?? new Set<MomentId>();
      const reason = notSaid({
        moment: type,
        at: time.getTime(),
        now: receivedAt.getTime(),
        order: order.number,
        cancelled: before.has('order.cancelled'),
        had: before,
      });
      return reason ? [[id, reason] as const] : [];
    }),
  );
}
