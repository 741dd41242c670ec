/** How one notification goes out: when, to whom, on which condition, in which versions. */
import { and, count, eq, inArray } from 'drizzle-orm';
import { momentOf } from '@/core/moments';
import { checkNotificationSettings, settingsProblems, variantTitle, type NotificationSettings } from '@/core/plan';
import { freeSlug } from '@/core/slug';
import { tellsAlone, type Told } from '@/core/standing';
import { scheduleWords } from '@/core/time';
import type { Access } from '../../auth/access';
import { database, type Executor } from '../../db/client';
import {
  deliveries,
  history,
  LAST_RANK,
  memberships,
  notifications,
  routingRules,
  templates,
  user,
} from '../../db/schema';
import { AppError } from '../../base/errors';
import { settingsChanged } from '../../events/planner';
import { noteTimes } from '../../summaries/planning';
import { historyOf, remember } from '../../auth/history';
import { newId } from '../../base/ids';
import { leaveAlone } from '../../documents/following';
import { keepRemoved } from '../../documents/removed';
import { boardRows, doublesOf, type BoardRow } from './board';
import { conditionChoices } from '../templates/templates';
import type { NotificationView } from '@/contract/notifications';
import { readerLanguage, readerLocale } from '@/words/speak';
import { say } from '@/words/refusals';
import { kept } from '@/words/kept';
import { say as deeds } from '@/words/history';

/** A store's notification by its slug; `lock` holds it until the transaction is over. */
export async function notificationBySlug(access: Access, slug: string, db: Executor = database(), lock = false) {
  const query = db
    .select()
    .from(notifications)
    .where(and(eq(notifications.storeId, access.store.id), eq(notifications.slug, slug)));
  const [found] = await (lock ? query.for('update') : query);
  if (!found) throw new AppError('not-found', say.nameHasNoNotificationSlug({ name: access.store.name, slug }));
  return found;
}

/** Everything the screen of a notification opens with. */
export async function loadNotification(access: Access, slug: string): Promise<NotificationView> {
  const { store } = access;
  const notification = await notificationBySlug(access, slug);
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
    historyOf(store.id, eq(history.about, notification.id), 30),
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
    offers: notification.offers,
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
    tellsAlone: tellsAlone(toldBy(rows, notification.id)[0]!, toldBy(rows)),
    variants: own.map((r) => ({
      id: r.template.id,
      address: r.address,
      edition: r.edition?.number,
      changed: r.stands.draft,
      ...(r.template.draft.follows && {
        follows: own.find((o) => o.template.variant === r.template.draft.follows!.version)?.template.id,
      }),
      complete: r.stands.complete,
    })),
    store: {
      language: store.language,
      languages: store.languages,
      currency: store.currency,
      timeZone: store.timeZone,
      locale: store.locales[readerLanguage()] ?? readerLocale(),
      ...choices,
    },
    people: people.map((p) => p.name),
    doubles: doubles.filter((d) => d.notificationId === notification.id || d.with.id === notification.id),
    waiting: waiting.map((w) => ({ ...w, dueAt: w.dueAt.toISOString() })),
    history: past.map((h) => ({ id: h.id, words: h.words, at: h.at.toISOString() })),
  };
}

/** Notifications as one asks who else tells of a moment. */
function toldBy(rows: readonly BoardRow[], only?: string): Told[] {
  const ids = [...new Set(rows.map((r) => r.notification.id))].filter((id) => only === undefined || id === only);
  return ids.map((id) => {
    const own = rows.filter((r) => r.notification.id === id);
    const { slug, moment, audience } = own[0]!.notification;
    return { slug, moment, audience, live: own.some((r) => r.stands.live) };
  });
}

/** Saves how a notification goes out, all of it or nothing. Refused when somebody saved it since `revision`. */
export async function saveNotification(
  access: Access,
  slug: string,
  revision: number,
  input: unknown,
): Promise<{ revision: number }> {
  const checked = checkNotificationSettings(input);
  if (!checked.ok) throw new AppError('invalid', say.thisCannotBeKept, checked.problems);
  const settings = checked.value;
  return database().transaction(async (tx) => {
    const notification = await notificationBySlug(access, slug, tx, true);
    if (notification.revision !== revision) {
      throw new AppError('conflict', say.somebodyChangedThisNotificationMeanwhile);
    }
    const choices = await conditionChoices(access.store.id);
    const channelOf = new Map(choices.channels.map((c) => [c.id, c.name]));
    const problems = settingsProblems(settings, notification.moment, { channel: (id) => channelOf.get(id) });
    if (problems.length > 0) {
      throw new AppError(
        'invalid',
        problems.length === 1 ? problems[0]!.message : say.nothingWasSavedCorrectThe,
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
        offers: settings.offers ?? false,
        labels: settings.labels,
        when: settings.when ?? null,
        schedule: settings.schedule,
        revision: revision + 1,
      })
      .where(eq(notifications.id, notification.id));
    const { rhythm } = settings.schedule;
    if (rhythm) await noteTimes(tx, notification.id, rhythm);
    await saveVariants(access, notification.id, settings.variants, tx);
    await settingsChanged(tx, access.store.id);
    for (const what of kept(() => changedParts(notification, settings))) {
      await remember(
        access,
        'changedSettings',
        { notification: settings.name, changes: what },
        { db: tx, about: notification.id },
      );
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
    throw new AppError('invalid', say.theVersionForEveryoneElse, [
      { path: `/variants/${wanted.length - 1}`, message: say.theLastVersionMustBe },
    ]);
  }
  const gone = there.filter((t) => !kept.has(t.id));
  if (gone.length > 0) {
    const [own] = await tx
      .select({ name: notifications.name })
      .from(notifications)
      .where(eq(notifications.id, notificationId));
    for (const t of gone) {
      const followers = (await leaveAlone(notificationId, t.variant, tx)).map((follower) => ({ id: follower }));
      const title = variantTitle(own?.name ?? '', t.variantName);
      await keepRemoved(access, 'version', title, { templates: [t], followers }, tx);
    }
    await tx.delete(templates).where(
      inArray(
        templates.id,
        gone.map((t) => t.id),
      ),
    );
    for (const t of gone)
      await remember(access, 'removedVersion', { version: t.variantName }, { db: tx, about: notificationId });
  }
  const addresses = new Set(there.map((t) => t.variant));
  for (const [i, variant] of wanted.entries()) {
    const { id, name, when, nothing, begins } = variant;
    const rank = i === wanted.length - 1 ? LAST_RANK : i + 1;
    if (id) {
      if (!there.some((t) => t.id === id)) throw new AppError('conflict', say.aVersionIsNoLonger);
      await tx
        .update(templates)
        .set({ variantName: name.trim(), when: when ?? null, nothing, rank })
        .where(eq(templates.id, id));
      continue;
    }
    const from = begins ? there.find((t) => t.id === begins.from && kept.has(t.id)) : everybody;
    if (!from) throw new AppError('conflict', say.aVersionIsNoLonger);
    if (begins?.follows && from.draft.follows) {
      const message = say.followsOneThatStandsAlone;
      throw new AppError('invalid', message, [{ path: `/variants/${i}/begins`, message }]);
    }
    const address = freeSlug(name, addresses, 'version');
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
      draft: begins?.follows ? { ...from.draft, follows: { version: from.variant } } : from.draft,
      draftBy: access.person.name,
      draftAt: new Date(),
    });
    await remember(access, 'addedVersion', { version: name }, { db: tx, about: notificationId });
  }
}

function changedParts(before: typeof notifications.$inferSelect, after: NotificationSettings): string[] {
  const same = (a: unknown, b: unknown): boolean => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);
  const parts: string[] = [];
  if (before.name !== after.name.trim()) parts.push(deeds.renamed({ before: before.name }));
  if (!same(before.schedule, after.schedule)) parts.push(deeds.goesOut({ when: scheduleWords(after.schedule) }));
  if (!same(before.when, after.when)) parts.push(after.when ? deeds.aCondition : deeds.noCondition);
  if (!same(before.offChannels, after.offChannels)) parts.push(deeds.offChannels);
  if (before.offers !== (after.offers ?? false)) parts.push(after.offers ? deeds.isOffer : deeds.isNoOffer);
  if (!same(before.labels, after.labels)) parts.push(deeds.itsContacts);
  if (before.owner !== after.owner)
    parts.push(after.owner ? deeds.looksAfterIt({ owner: after.owner }) : deeds.nobodyLooksAfterIt);
  if (before.note !== after.note) parts.push(deeds.itsNote);
  return parts;
}
