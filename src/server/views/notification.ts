/** How one notification goes out: when, to whom, on which condition, in which versions; and turning it on. */
import { and, count, desc, eq, gte, inArray } from 'drizzle-orm';
import {
  checkNotificationSettings,
  findDoubles,
  languageName,
  planner,
  reasonWords,
  settingsProblems,
  TIMERS,
  type Audience,
  type NotificationSettings,
} from '@/core/plan';
import { MOMENTS, momentOf } from '@/core/placeholders';
import { placeWords } from '@/core/schema';
import { SHIPPED_NOTIFICATIONS, type Template } from '@/core/template';
import { scheduleWords, AT_ONCE } from '@/core/time';
import type { Order } from '@/core/order';
import type { Access } from '../auth/access';
import { database, type Executor } from '../db/client';
import {
  channels,
  deliveries,
  events,
  history,
  LAST_RANK,
  memberships,
  notifications,
  routingRules,
  shopMails,
  templates,
  user,
} from '../db/schema';
import { AppError } from '../errors';
import { planSettings } from '../events/settings';
import { remember } from '../history';
import { newId } from '../ids';
import { boardRows, customersOf, doublesOf, ordersToPlan, shopMailsOf } from './board';
import { conditionChoices, publish } from './desk';

const DAY = 86_400_000;

async function bySlug(access: Access, slug: string, db: Executor = database(), lock = false) {
  const query = db
    .select()
    .from(notifications)
    .where(and(eq(notifications.storeId, access.store.id), eq(notifications.slug, slug)));
  const [found] = await (lock ? query.for('update') : query);
  if (!found) throw new AppError('not-found', `${access.store.name} has no notification "${slug}".`);
  return found;
}

/** Everything the screen of a notification opens with. */
export async function loadNotification(access: Access, slug: string) {
  const { store } = access;
  const notification = await bySlug(access, slug);
  const [rows, choices, doubles, people, past, rules, waiting] = await Promise.all([
    boardRows(access),
    conditionChoices(store.id),
    doublesOf(access),
    database()
      .select({ name: user.name })
      .from(memberships)
      .innerJoin(user, eq(user.id, memberships.userId))
      .where(eq(memberships.storeId, store.id))
      .orderBy(user.name),
    database()
      .select()
      .from(history)
      .where(and(eq(history.storeId, store.id), eq(history.about, notification.id)))
      .orderBy(desc(history.id))
      .limit(30),
    database().select({ n: count() }).from(routingRules).where(eq(routingRules.notificationId, notification.id)),
    database()
      .select({
        id: deliveries.id,
        order: deliveries.orderNumber,
        recipient: deliveries.recipient,
        dueAt: deliveries.dueAt,
      })
      .from(deliveries)
      .where(
        and(
          eq(deliveries.notificationId, notification.id),
          eq(deliveries.timed, true),
          eq(deliveries.state, 'planned'),
        ),
      )
      .orderBy(deliveries.dueAt)
      .limit(20),
  ]);
  const own = rows.filter((r) => r.notification.id === notification.id);
  const settings: NotificationSettings = {
    name: notification.name,
    note: notification.note,
    owner: notification.owner,
    offChannels: notification.offChannels,
    labels: notification.labels,
    ...(notification.when && { when: notification.when }),
    schedule: notification.schedule,
    variants: own.map(({ template }) => ({
      id: template.id,
      name: template.variantName,
      ...(template.when && { when: template.when }),
      nothing: template.nothing,
    })),
  };
  return {
    slug,
    moment: notification.moment,
    momentLabel: momentOf(notification.moment)?.label ?? notification.moment,
    audience: notification.audience,
    on: notification.on,
    revision: notification.revision,
    settings,
    rules: rules[0]?.n ?? 0,
    variants: own.map((r) => ({
      id: r.template.id,
      address: r.address,
      edition: r.edition?.number,
      changed: r.changed,
      complete: r.complete,
    })),
    store: {
      language: store.language,
      languages: store.languages,
      currency: store.currency,
      timeZone: store.timeZone,
      locale: store.locales.en ?? 'en',
      ...choices,
    },
    people: people.map((p) => p.name),
    doubles: doubles.filter((d) => d.notificationId === notification.id || d.with.id === notification.id),
    waiting: waiting.map((w) => ({ ...w, dueAt: w.dueAt.toISOString() })),
    history: past.map((h) => ({ id: h.id, who: h.who, action: h.action, what: h.what, at: h.at.toISOString() })),
  };
}

/** Saves how a notification goes out, all of it or nothing. Refused when somebody saved it since `revision`. */
export async function saveNotification(
  access: Access,
  slug: string,
  revision: number,
  input: unknown,
): Promise<{ revision: number }> {
  const checked = checkNotificationSettings(input);
  if (!checked.ok) throw new AppError('invalid', 'This cannot be kept.', checked.problems);
  const settings = checked.value;
  return database().transaction(async (tx) => {
    const notification = await bySlug(access, slug, tx, true);
    if (notification.revision !== revision) {
      throw new AppError('conflict', 'Somebody changed this notification meanwhile. Load it again to see what is new.');
    }
    const choices = await conditionChoices(access.store.id);
    const channelOf = new Map(choices.channels.map((c) => [c.id, c.name]));
    const problems = settingsProblems(settings, notification.moment, { channel: (id) => channelOf.get(id) });
    if (problems.length > 0) {
      throw new AppError(
        'invalid',
        problems.length === 1
          ? `${placeWords(problems[0]!.path)} ${problems[0]!.message}.`
          : 'Some of it cannot be kept.',
        problems,
      );
    }
    await tx
      .update(notifications)
      .set({
        name: settings.name.trim(),
        note: settings.note,
        owner: settings.owner,
        offChannels: settings.offChannels,
        labels: settings.labels,
        when: settings.when ?? null,
        schedule: settings.schedule,
        revision: revision + 1,
      })
      .where(eq(notifications.id, notification.id));
    await saveVariants(access, notification.id, settings.variants, tx);
    for (const what of changedParts(notification, settings)) {
      await remember(access, 'changed', `${settings.name}: ${what}`, { db: tx, about: notification.id });
    }
    return { revision: revision + 1 };
  });
}

async function saveVariants(
  access: Access,
  notificationId: string,
  wanted: NotificationSettings['variants'],
  tx: Executor,
): Promise<void> {
  const there = await tx.select().from(templates).where(eq(templates.notificationId, notificationId));
  const everybody = there.find((t) => t.variant === '')!;
  const kept = new Set(wanted.flatMap((v) => v.id ?? []));
  const last = wanted.at(-1)!;
  if (last.id !== everybody.id) {
    throw new AppError('invalid', 'The version for everybody left comes last.', [
      { path: `/variants/${wanted.length - 1}`, message: 'has to be the one for everybody left' },
    ]);
  }
  const gone = there.filter((t) => !kept.has(t.id));
  if (gone.length > 0) {
    await tx.delete(templates).where(
      inArray(
        templates.id,
        gone.map((t) => t.id),
      ),
    );
    for (const t of gone)
      await remember(access, 'took away a version', t.variantName, { db: tx, about: notificationId });
  }
  const addresses = new Set(there.map((t) => t.variant));
  for (const [i, variant] of wanted.entries()) {
    const { id, name, when, nothing } = variant;
    const rank = i === wanted.length - 1 ? LAST_RANK : i + 1;
    if (id) {
      if (!there.some((t) => t.id === id))
        throw new AppError('conflict', 'A version is no longer there. Load it again.');
      await tx
        .update(templates)
        .set({ variantName: name.trim(), when: when ?? null, nothing, rank })
        .where(eq(templates.id, id));
      continue;
    }
    const address = freeAddress(name, addresses);
    addresses.add(address);
    await tx.insert(templates).values({
      id: newId(),
      storeId: access.store.id,
      notificationId,
      variant: address,
      variantName: name.trim(),
      rank,
      when: when ?? null,
      nothing,
      draft: everybody.draft,
      draftBy: access.person.name,
      draftAt: new Date(),
    });
    await remember(access, 'added a version', name, { db: tx, about: notificationId });
  }
}

function freeAddress(name: string, taken: ReadonlySet<string>): string {
  const plain =
    name
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 50) || 'version';
  for (let n = 1; ; n += 1) {
    const address = n === 1 ? plain : `${plain}-${n}`;
    if (!taken.has(address)) return address;
  }
}

function changedParts(before: typeof notifications.$inferSelect, after: NotificationSettings): string[] {
  const same = (a: unknown, b: unknown): boolean => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);
  const parts: string[] = [];
  if (before.name !== after.name.trim()) parts.push(`renamed, it was \u201c${before.name}\u201d`);
  if (!same(before.schedule, after.schedule)) parts.push(`goes out ${scheduleWords(after.schedule)}`);
  if (!same(before.when, after.when)) parts.push(after.when ? 'a condition' : 'no condition any more');
  if (!same(before.offChannels, after.offChannels)) parts.push('channels it is off for');
  if (!same(before.labels, after.labels)) parts.push('contacts it goes to');
  if (before.owner !== after.owner) parts.push(after.owner ? `${after.owner} looks after it` : 'nobody looks after it');
  if (before.note !== after.note) parts.push('its note');
  return parts;
}

export interface Impact {
  /** Messages it would have sent, and orders they were about. */
  messages: number;
  orders: number;
  byLanguage: { name: string; messages: number }[];
  byVariant: { name: string; messages: number }[];
  /** Why others would not have had it. */
  without: { why: string; orders: number }[];
  /** How many events were looked at, and whether there were more. */
  looked: number;
  more: boolean;
  /** Variants that have never been published. */
  unpublished: string[];
  /** What would reach the same people for the same moment. */
  doubles: { name: string; person: string; order: string }[];
}

const LOOK_AT = 5_000;

/** Who would have had a notification over the last 30 days, planned from the store's own events as if it had been on. */
export async function impactOf(access: Access, slug: string): Promise<Impact> {
  const { store } = access;
  const notification = await bySlug(access, slug);
  const { moment } = notification;
  const starts = TIMERS[moment]?.starts ?? [moment];
  const [settings, past, channelRows, about, mails, rows] = await Promise.all([
    planSettings(database(), store),
    database()
      .select({ type: events.type, time: events.time, data: events.data })
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
    ordersToPlan(access),
    shopMailsOf(access),
    boardRows(access),
  ]);
  // As it would be: on, with its drafts published.
  const own = rows.filter((r) => r.notification.id === notification.id);
  const facts = settings.notifications.map((n) =>
    n.id === notification.id
      ? {
          ...n,
          on: true,
          variants: n.variants.map((v) => ({
            ...v,
            edition: v.edition ?? {
              id: v.id,
              number: 0,
              languages: Object.keys(own.find((r) => r.template.id === v.id)?.template.draft.words ?? {}),
            },
          })),
        }
      : n,
  );
  const asOn = { ...settings, notifications: facts };
  const { plan } = planner({ ...asOn, notifications: facts.filter((n) => n.id === notification.id) });
  const channelOf = new Map(channelRows.map((c) => [c.id, c]));
  const looked = past.slice(0, LOOK_AT).map((e) => ({ ...e, order: (e.data as { order: Order }).order }));
  const people = await customersOf(
    store.id,
    looked.map((e) => e.order.customer.email),
  );
  const byLanguage = new Map<string, number>();
  const byVariant = new Map<string, number>();
  const without = new Map<string, Set<string>>();
  const reached = new Set<string>();
  let messages = 0;
  const add = (map: Map<string, number>, key: string): void => void map.set(key, (map.get(key) ?? 0) + 1);
  const variantName = (id: string): string => {
    const title = own.find((r) => r.template.id === id)?.template.variantName ?? '';
    return title === '' ? 'Everybody left' : title;
  };
  for (const { order, type, time } of looked) {
    const channel = channelOf.get(order.channel);
    const customer = people.get(order.customer.email);
    const planned = plan({
      moment: type,
      order,
      at: time.getTime(),
      ...(channel && { channel }),
      ...(customer && { customer }),
    });
    for (const d of planned.deliveries) {
      messages += 1;
      reached.add(order.number);
      add(byLanguage, d.language);
      add(byVariant, variantName(d.variantId));
    }
    for (const n of planned.notWritten) {
      const why = reasonWords(n.reasons[0]!);
      const numbers = without.get(why) ?? new Set();
      without.set(why, numbers.add(order.number));
    }
  }
  const sorted = (map: Map<string, number>, name: (key: string) => string = (k) => k) =>
    [...map].sort((a, b) => b[1] - a[1]).map(([key, n]) => ({ name: name(key), messages: n }));
  return {
    messages,
    orders: reached.size,
    byLanguage: sorted(byLanguage, languageName),
    byVariant: own.length > 1 ? sorted(byVariant) : [],
    without: [...without]
      .map(([why, numbers]) => ({ why, orders: numbers.size }))
      .sort((a, b) => b.orders - a.orders)
      .slice(0, 6),
    looked: looked.length,
    more: past.length > LOOK_AT,
    unpublished: own.filter((r) => !r.template.nothing && !r.edition).map((r) => r.title),
    doubles: findDoubles(asOn, mails, about)
      .filter((d) => d.notificationId === notification.id || d.with.id === notification.id)
      .map((d) => ({
        name:
          d.with.kind === 'shop'
            ? `${d.with.name}, sent by the shop system`
            : d.notificationId === notification.id
              ? d.with.name
              : (settings.notifications.find((n) => n.id === d.notificationId)?.name ?? ''),
        person: d.person,
        order: d.order,
      })),
  };
}

export interface BulkOutcome {
  done: string[];
  /** What was not done, with why. */
  refused: { name: string; why: string }[];
}

/** Turns several on or off, or publishes their drafts. What is refused leaves the others alone. */
export async function inBulk(
  access: Access,
  action: 'on' | 'off' | 'publish',
  slugs: readonly string[],
): Promise<BulkOutcome> {
  const outcome: BulkOutcome = { done: [], refused: [] };
  const rows = await boardRows(access);
  for (const slug of slugs.slice(0, 200)) {
    const own = rows.filter((r) => r.notification.slug === slug);
    const [first] = own;
    if (!first) continue;
    const { notification } = first;
    if (action !== 'publish') {
      const on = action === 'on';
      if (notification.on === on) continue;
      await database().update(notifications).set({ on }).where(eq(notifications.id, notification.id));
      await remember(access, on ? 'turned on' : 'turned off', notification.name, { about: notification.id });
      outcome.done.push(notification.name);
      continue;
    }
    for (const row of own) {
      if (!row.changed) continue;
      try {
        await publish(access, row.address, row.template.revision);
        outcome.done.push(row.title);
      } catch (error) {
        if (!(error instanceof AppError)) throw error;
        const first = error.problems[0];
        outcome.refused.push({ name: row.title, why: first ? `${first.path}: ${first.message}` : error.message });
      }
    }
  }
  return outcome;
}

/** Makes a notification for a moment: beginning from another, or empty but for a heading. Off, until somebody turns it on. */
export async function makeNotification(
  access: Access,
  input: { name: string; moment: string; audience: Audience; from?: string | undefined },
): Promise<{ slug: string }> {
  const name = input.name.trim();
  if (name === '' || name.length > 120) {
    throw new AppError('invalid', 'It needs a name for the team.', [
      { path: '/name', message: 'is empty or too long' },
    ]);
  }
  if (!MOMENTS.some((m) => m.id === input.moment)) {
    throw new AppError('invalid', 'Choose a moment.', [{ path: '/moment', message: 'is not known' }]);
  }
  return database().transaction(async (tx) => {
    const there = await tx
      .select({ slug: notifications.slug })
      .from(notifications)
      .where(eq(notifications.storeId, access.store.id));
    const slug = freeAddress(name, new Set(there.map((n) => n.slug)));
    const source = input.from ? await bySlug(access, input.from, tx) : undefined;
    const id = newId();
    await tx.insert(notifications).values({
      id,
      storeId: access.store.id,
      slug,
      name,
      moment: input.moment,
      audience: input.audience,
      on: false,
      owner: access.person.name,
      schedule: source?.moment === input.moment ? source.schedule : timerDefault(input.moment),
      ...(source?.audience === 'contact' && input.audience === 'contact' && { labels: source.labels }),
    });
    const drafts = source
      ? await tx.select().from(templates).where(eq(templates.notificationId, source.id)).orderBy(templates.rank)
      : [];
    const copied = drafts.length > 0 ? drafts : [undefined];
    for (const t of copied) {
      await tx.insert(templates).values({
        id: newId(),
        storeId: access.store.id,
        notificationId: id,
        ...(t && { variant: t.variant, variantName: t.variantName, rank: t.rank, when: t.when, nothing: t.nothing }),
        draft: t?.draft ?? blank(access.store.language, name),
        draftBy: access.person.name,
        draftAt: new Date(),
      });
    }
    await remember(access, 'made', name, { db: tx, about: id });
    return { slug };
  });
}

const timerDefault = (moment: string) =>
  TIMERS[moment] ? { row: [{ wait: { amount: 1, unit: 'days' as const } }], ends: ['cancelled' as const] } : AT_ONCE;

const blank = (language: string, name: string): Template => ({
  version: 1,
  blocks: [
    { id: 'masthead', kind: 'masthead' },
    { id: 'head', kind: 'heading' },
    { id: 'say', kind: 'text' },
    { id: 'footer', kind: 'footer' },
  ],
  words: {
    [language]: {
      subject: `${name.replace(/[{}\\|.]/g, ' ')} {$order.number}`,
      preheader: '',
      head: name.replace(/[{}\\|.]/g, ' '),
      say: '{#p}{$customer.firstName :text default=|Hello|}{/p}',
    },
  },
});

/** Takes away a notification that is off and that nothing waits for. What it has sent stays on record. */
export async function removeNotification(access: Access, slug: string): Promise<void> {
  await database().transaction(async (tx) => {
    const notification = await bySlug(access, slug, tx, true);
    if (SHIPPED_NOTIFICATIONS.some((n) => n.slug === slug)) {
      throw new AppError('invalid', `${notification.name} ships with Libellus. Leave it off, and it says nothing.`);
    }
    if (notification.on) {
      throw new AppError('invalid', `${notification.name} is on. Turn it off before you take it away.`);
    }
    await tx
      .update(deliveries)
      .set({ state: 'cancelled', lastWords: `${notification.name} was taken away.` })
      .where(and(eq(deliveries.notificationId, notification.id), inArray(deliveries.state, ['planned', 'held'])));
    await tx.delete(routingRules).where(eq(routingRules.notificationId, notification.id));
    await tx.delete(templates).where(eq(templates.notificationId, notification.id));
    await tx.delete(notifications).where(eq(notifications.id, notification.id));
    await remember(access, 'took away', notification.name, { db: tx, about: notification.id });
  });
}

/** Notes that the shop system sends a message by itself. */
export async function addShopMail(
  access: Access,
  input: { name: string; moment: string; audience: Audience },
): Promise<{ id: string }> {
  const name = input.name.trim();
  if (name === '' || name.length > 120) {
    throw new AppError('invalid', 'Give it a name.', [{ path: '/name', message: 'is empty or too long' }]);
  }
  if (!MOMENTS.some((m) => m.id === input.moment)) {
    throw new AppError('invalid', 'Choose a moment.', [{ path: '/moment', message: 'is not known' }]);
  }
  const id = newId();
  await database()
    .insert(shopMails)
    .values({ id, storeId: access.store.id, name, moment: input.moment, audience: input.audience });
  await remember(access, 'noted a mail of the shop system', name);
  return { id };
}

export async function removeShopMail(access: Access, id: string): Promise<void> {
  const mine = and(eq(shopMails.storeId, access.store.id), eq(shopMails.id, id));
  const [mail] = await database().select().from(shopMails).where(mine);
  if (!mail) throw new AppError('not-found', 'This is gone already.');
  await database().delete(shopMails).where(mine);
  await remember(access, 'struck out a mail of the shop system', mail.name);
}
