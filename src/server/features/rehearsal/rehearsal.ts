/** Rehearsals of a store: asked for, stopped, and looked at. */
import { and, asc, desc, eq, inArray, isNotNull, isNull, notInArray, or } from 'drizzle-orm';
import { conditionWords } from '@/core/conditions';
import { momentLabel, momentOf } from '@/core/moments';
import { templateAddress } from '@/core/plan';
import {
  changedBetween,
  FAULT_KINDS,
  isOfOrder,
  FAULTS,
  faultOutcome,
  markKey,
  sameMarks,
  type Fault,
  type FaultsTried,
  type Life,
} from '@/core/rehearsal';
import {
  type AskRehearsal,
  type DraftsRehearsed,
  BAD,
  type ChangedSince,
  type FaultsOfAllView,
  type FaultsView,
  type FaultView,
  NO_COUNTS,
  OUTCOMES,
  type MessageOutcome,
  type RehearsalChoice,
  type RehearsalRun,
  type RehearsalView,
  type Rehearsable,
  type RehearsedCard,
  type RehearsedLife,
  type RehearsedRow,
  type UnseenView,
  type UnshownView,
} from '@/contract/rehearsal';
import { may } from '@/contract/policy';
import type { Access, OfStore } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { readKept } from '../../base/reading';
import { database } from '../../db/client';
import { channels, notifications, rehearsalLives, rehearsals, stores, templates } from '../../db/schema';
import { databaseNow, databaseTime } from '../../db/time';
import { templateRow } from '../../documents/shelves';
import { draftsOf, lookAmong, passagesAmong } from '../../rehearsal/drafts';
import { draftRehearsed } from '../../rehearsal/passed';
import { postedOf } from '../../rehearsal/posted';
import { inPictureOrder, picturedIn } from '../../rehearsal/pictures';
import { marksNow } from '../../rehearsal/standing';
import {
  messagesOf,
  newestDone,
  runBefore,
  showing,
  startRehearsal,
  worstOf,
  type MessageRow,
  type Run,
} from '../../rehearsal/runs';
import { kept } from '@/words/kept';
import { say } from '@/words/rehearsal';

/**
 * Asks for a rehearsal of all that is live, of what has changed, or of drafts. Throws as {@link startRehearsal}, and `not-found` for a
 * version that is not there.
 */
export async function askRehearsal(
  access: Access,
  { of, versions, look, notifications: slugs = [] }: AskRehearsal = { of: 'everything' },
): Promise<{ number: number }> {
  const { store, person } = access;
  const chosen = of === 'chosen' && { variantIds: await variantsOf(store.id, slugs) };
  const drafts = look ? 'look' : versions ? { variantIds: await variantIdsOf(access, versions) } : 'all';
  return startRehearsal(
    store,
    { userId: person.id, name: person.name },
    { why: 'asked', changes: of === 'changes', ...(of === 'drafts' && { drafts }), ...(chosen && { chosen }) },
  );
}

async function variantsOf(storeId: string, slugs: readonly string[]): Promise<string[]> {
  if (slugs.length === 0) return [];
  const rows = await database()
    .select({ id: templates.id })
    .from(templates)
    .innerJoin(notifications, eq(notifications.id, templates.notificationId))
    .where(and(eq(notifications.storeId, storeId), inArray(notifications.slug, [...slugs])));
  return rows.map((row) => row.id);
}

/** The notifications of a store that can be rehearsed. */
export async function rehearsables({ store }: OfStore): Promise<Rehearsable[]> {
  return database()
    .selectDistinct({ slug: notifications.slug, name: notifications.name })
    .from(notifications)
    .innerJoin(templates, eq(templates.notificationId, notifications.id))
    .where(and(eq(notifications.storeId, store.id), eq(notifications.on, true), isNotNull(templates.liveEditionId)))
    .orderBy(asc(notifications.name));
}

const variantIdsOf = (access: Access, versions: readonly string[]): Promise<string[]> =>
  Promise.all(versions.map(async (slug) => (await templateRow(access, slug)).template.id));

/** How the drafts of some versions stand where a rehearsal has to have passed. Throws `not-found` for one that is not there. */
export async function draftsRehearsed(
  access: Access,
  { versions }: { versions: readonly string[] },
): Promise<DraftsRehearsed> {
  const rows = await Promise.all(versions.map((slug) => templateRow(access, slug)));
  const found = await Promise.all(rows.map((r) => draftRehearsed(access.store.id, r.template.id, r.template.draft)));
  const order: DraftsRehearsed['state'][] = ['under way', 'none', 'failed', 'passed'];
  return found.toSorted((a, b) => order.indexOf(a.state) - order.indexOf(b.state))[0] ?? { state: 'passed' };
}

/** How many drafts can be rehearsed: of notifications that are on, of the look and of passages, where they differ from what is live. */
export const draftsToRehearse = async ({ store }: OfStore): Promise<number> => (await draftsOf(store, 'all')).length;

/** Stops a run: lives that are under way are not written down. Throws `conflict` for one that has ended. */
export async function stopRehearsal(access: Access, { number }: { number: number }): Promise<void> {
  const [done] = await database()
    .update(rehearsals)
    .set({ state: 'stopped', leaseUntil: null, endedAt: new Date(await databaseTime()) })
    .where(
      and(
        eq(rehearsals.storeId, access.store.id),
        eq(rehearsals.number, number),
        inArray(rehearsals.state, ['waiting', 'running']),
      ),
    );
  if (done.affectedRows === 0) throw new AppError('conflict', say.notUnderWay);
  await remember(access, 'stoppedRehearsal', { number });
}

/**
 * Has what goes wrong with sending tried with all messages of a run. Throws `conflict` for one that is not at its end or rehearsed drafts,
 * and while it is tried.
 */
export async function askFaults(access: Access, { number }: { number: number }): Promise<void> {
  const run = (await runOf(access, number))!;
  if (run.state !== 'done' || run.drafts) throw new AppError('conflict', say.faultsNeedRun);
  const [asked] = await database()
    .update(rehearsals)
    .set({ faultsState: 'waiting', faultsOfAll: null, faultsLease: null })
    .where(
      and(
        eq(rehearsals.id, run.id),
        or(isNull(rehearsals.faultsState), notInArray(rehearsals.faultsState, ['waiting', 'trying'])),
      ),
    );
  if (asked.affectedRows === 0) throw new AppError('conflict', say.faultsUnderWay);
  await remember(access, 'triedFaults', { number });
}

/** Tries no further faults; what was found stays. Throws `conflict` where none are tried. */
export async function stopFaults(access: Access, { number }: { number: number }): Promise<void> {
  const [done] = await database()
    .update(rehearsals)
    .set({ faultsState: 'stopped', faultsLease: null })
    .where(
      and(
        eq(rehearsals.storeId, access.store.id),
        eq(rehearsals.number, number),
        inArray(rehearsals.faultsState, ['waiting', 'trying']),
      ),
    );
  if (done.affectedRows === 0) throw new AppError('conflict', say.faultsNotUnderWay);
}

const runView = (run: Run): RehearsalRun => ({
  ...{ number: run.number, state: run.state, askedBy: run.askedBy, askedAt: run.askedAt.toISOString() },
  ...(run.endedAt && { endedAt: run.endedAt.toISOString() }),
  why: run.why,
  ...{ tookMs: run.tookMs, lives: run.lives, livesDone: run.livesDone, tried: run.tried },
  counts: { ...NO_COUNTS, ...run.counts },
  trouble: readKept(run.trouble),
  ...(run.since !== null && { since: run.since }),
  ...(run.chosen && { chosen: true as const }),
  ...(run.drafts && {
    drafts: {
      n: run.drafts.length,
      look: lookAmong(run.drafts) !== undefined,
      passages: passagesAmong(run.drafts).map((d) => d.name),
    },
  }),
  ...(run.pictures && {
    pictures: {
      ...{ state: run.pictures, taken: run.picturesTaken, of: run.picturesOf, tookMs: run.picturesTookMs },
      trouble: readKept(run.picturesTrouble),
    },
  }),
});

/** The runs of a store that are kept, the newest first. */
export async function listRehearsals({ store }: Access): Promise<RehearsalRun[]> {
  const rows = await database()
    .select()
    .from(rehearsals)
    .where(eq(rehearsals.storeId, store.id))
    .orderBy(desc(rehearsals.number));
  return rows.map(runView);
}

export async function runOf({ store }: OfStore, number: number | undefined): Promise<Run | undefined> {
  const [run] = await database()
    .select()
    .from(rehearsals)
    .where(and(eq(rehearsals.storeId, store.id), number === undefined ? undefined : eq(rehearsals.number, number)))
    .orderBy(desc(rehearsals.number))
    .limit(1);
  if (!run && number !== undefined) throw new AppError('not-found', say.noSuchRun({ number }));
  return run;
}

interface Names {
  notification: Map<string, { name: string; moment: (typeof notifications.$inferSelect)['moment']; when: string }>;
  audience: Map<string, (typeof notifications.$inferSelect)['audience']>;
  variant: Map<string, { name: string; address: string; when: string }>;
  channel: Map<string, string>;
}

/** What a store's notifications, versions and channels are called. */
export async function namesOf({ store }: OfStore): Promise<Names> {
  const [rows, channelRows] = await Promise.all([
    database()
      .select({ notification: notifications, template: templates })
      .from(notifications)
      .innerJoin(templates, eq(templates.notificationId, notifications.id))
      .where(eq(notifications.storeId, store.id)),
    database().select({ id: channels.id, name: channels.name }).from(channels).where(eq(channels.storeId, store.id)),
  ]);
  const channel = new Map(channelRows.map((c) => [c.id, c.name]));
  const words = (when: Parameters<typeof conditionWords>[0] | null): string =>
    when ? conditionWords(when, { channel: (id) => channel.get(id) }) : '';
  return {
    notification: new Map(
      rows.map(({ notification: n }) => [n.id, { name: n.name, moment: n.moment, when: words(n.when) }]),
    ),
    audience: new Map(rows.map(({ notification: n }) => [n.id, n.audience])),
    variant: new Map(
      rows.map(({ notification: n, template: t }) => [
        t.id,
        { name: t.variantName, address: templateAddress(n.slug, t.variant), when: words(t.when) },
      ]),
    ),
    channel,
  };
}

/** A run with all its verdicts, the newest without a number; undefined for a store that has rehearsed nothing yet. */
export async function loadRehearsal(access: OfStore, number?: number): Promise<RehearsalView | undefined> {
  const run = await runOf(access, number);
  if (!run) return undefined;
  const before = await runBefore(run);
  const [names, rows, lives, earlier] = await Promise.all([
    namesOf(access),
    messagesOf(run),
    database()
      .select()
      .from(rehearsalLives)
      .where(eq(rehearsalLives.rehearsalId, run.id))
      .orderBy(asc(rehearsalLives.place)),
    before ? messagesOf(before) : [],
  ]);
  const was = worstOf(earlier);
  const livedIn = new Map(lives.flatMap((l) => (l.livedIn === null ? [] : [[l.place, l.livedIn] as const])));
  const [pictured, posted] = await Promise.all([picturedIn(access.store.id, rows), postedOf(run)]);
  const messages = rows.map((row) => ({
    ...rowView(row, names, was, livedIn.get(row.place)),
    ...(row.seen !== null && pictured.has(row.seen) && { seen: row.seen }),
  }));
  return {
    run: runView(run),
    messages,
    pictured: inPictureOrder(rows, pictured),
    cards: cardsOf(rows, names, access.store.languages),
    lives: lives.map((life) => lifeView(life, rows, names)),
    ...(posted && { posted }),
    ...(run.faultsState && { faultsOfAll: faultsOfAllView(run, names)! }),
    ...(run.faults && { faults: faultsView(run.faults, names, run.leaseUntil) }),
    ownTroubles: run.ownTroubles.map((t) => ({ ...t, words: t.words.map(readKept) })),
    unseen: run.unseen.flatMap(({ notificationId, variantId, language, of, parts }): UnseenView[] => {
      const notification = names.notification.get(notificationId);
      const version = names.variant.get(variantId);
      if (!notification || !version) return [];
      return [
        { notification: notification.name, version: version.name, address: version.address, language, of, parts },
      ];
    }),
    unshown: run.unshown.flatMap(({ notificationId, variantId, languages, why, recipient }): UnshownView[] => {
      const notification = names.notification.get(notificationId);
      if (!notification) return [];
      const version = names.variant.get(variantId);
      const when = [notification.when, version?.when ?? ''].filter(Boolean).join(', ');
      const about = { notification: notification.name, version: version?.name ?? '', languages, why };
      return [{ ...about, when: recipient ? '' : when, ...(recipient && { recipient }) }];
    }),
  };
}

function faultsOfAllView(
  { faultsOfAll, faultsState: state }: Pick<Run, 'faultsOfAll' | 'faultsState'>,
  names: Names,
): FaultsOfAllView | undefined {
  if (!state) return undefined;
  const { tallies, lives, lived, tookMs } = faultsOfAll ?? { tallies: [], lives: 0, lived: 0, tookMs: 0 };
  return {
    ...{ state, faults: FAULTS.length, of: lives * FAULTS.length, done: tallies.length * lives + lived, tookMs },
    rows: tallies.map(({ examples, ...tally }) => ({
      ...{ ...tally, of: partOf(tally.fault) },
      outcome: tally.wrong > 0 ? 'wrong' : tally.noted > 0 ? 'noted' : 'right',
      examples: examples.map(({ notificationId, variantId, ...example }) => ({
        ...{ ...example, words: readKept(example.words) },
        notification: names.notification.get(notificationId)?.name ?? '',
        version: names.variant.get(variantId)?.name ?? '',
      })),
    })),
  };
}

const partOf = (fault: Fault): FaultView['of'] =>
  fault === 'unsigned' || fault === 'returned' ? 'afterwards' : FAULT_KINDS[fault].of;

function faultsView(
  { notificationId, variantId, recipient, found }: FaultsTried,
  names: Names,
  leaseUntil: Date | null,
): FaultsView {
  return {
    notification: names.notification.get(notificationId)?.name ?? '',
    version: names.variant.get(variantId)?.name ?? '',
    ...{ recipient, of: FAULTS.length, underWay: leaseUntil !== null && leaseUntil.getTime() > databaseNow() },
    rows: found.map((f): FaultView => {
      const { signed: _signed, ...found } = f;
      return {
        ...{ ...found, words: readKept(f.words), remedy: readKept(f.remedy), outcome: faultOutcome(f) },
        of: partOf(f.fault),
      };
    }),
  };
}

/** What has changed since the newest run of what is live; undefined where nothing has, or none came to its end. */
export async function changedSinceNewest({ store }: OfStore): Promise<ChangedSince | undefined> {
  const run = await newestDone(store.id);
  // One of before there were marks says nothing of it.
  if (!run || Object.keys(run.marks).length === 0) return undefined;
  const [now, rows] = await Promise.all([marksNow(store), messagesOf(run)]);
  if (sameMarks(run.marks, now)) return undefined;
  const changed = changedBetween(run.marks, now);
  const gone = Object.keys(run.marks).filter((key) => now[key] === undefined);
  const keys = new Set([...changed, ...gone]);
  return {
    since: run.number,
    messages: rows.filter((r) => keys.has(markKey(r.variantId, r.language))).length,
    fresh: changed.filter((key) => !run.marks[key]).length,
  };
}

/** A message of a run as the board and the lists have it. */
export function rowView(
  row: MessageRow,
  names: Names,
  was: ReadonlyMap<string, MessageOutcome>,
  from?: number,
): RehearsedRow {
  const { id, role, recipient, wanted, language, turn, outcome, place } = row;
  const version = names.variant.get(row.variantId);
  const before = was.get(showing(row));
  return {
    ...{ id, role, recipient, wanted, language, turn, outcome, life: place },
    notification: names.notification.get(row.notificationId)?.name ?? momentLabel(row.moment),
    version: version?.name ?? '',
    address: version?.address ?? '',
    worse: before !== undefined && !BAD.includes(before) && BAD.includes(outcome),
    ...(from !== undefined && { from }),
  };
}

const worstFirst = (rows: readonly MessageRow[]): MessageRow[] =>
  rows.toSorted((a, b) => OUTCOMES.indexOf(b.outcome) - OUTCOMES.indexOf(a.outcome));

function groupedBy<T>(list: readonly T[], keyOf: (item: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const item of list) {
    const group = groups.get(keyOf(item));
    if (group) group.push(item);
    else groups.set(keyOf(item), [item]);
  }
  return groups;
}

function cardsOf(rows: readonly MessageRow[], names: Names, languages: readonly string[]): RehearsedCard[] {
  const byNotification = groupedBy(rows, (r) => r.notificationId);
  return [...names.notification].flatMap(([id, { name, moment }]): RehearsedCard[] => {
    const own = byNotification.get(id) ?? [];
    const { column } = momentOf(moment);
    if (own.length === 0 || !column) return [];
    const byLanguage = groupedBy(own, (r) => r.wanted);
    const order = [...languages, ...[...byLanguage.keys()].filter((l) => !languages.includes(l))];
    const cells = order.flatMap((language) => {
      const list = byLanguage.get(language) ?? [];
      const [worst] = worstFirst(list);
      return worst ? [{ language, outcome: worst.outcome, first: worst.id, messages: list.length }] : [];
    });
    return [{ id, name, column, audience: names.audience.get(id) ?? 'customer', cells }];
  });
}

function lifeView(
  { place, number, life, done, trouble, livedIn }: typeof rehearsalLives.$inferSelect,
  rows: readonly MessageRow[],
  names: Names,
): RehearsedLife {
  const { script, language, channel, guest, basket, own: keptAs, events: told } = life as Life;
  const own = rows.filter((r) => r.place === place);
  const counts = { right: 0, noted: 0, wrong: 0, missing: 0, surplus: 0 };
  for (const { outcome } of own) counts[outcome] += 1;
  const [first] = worstFirst(own);
  return {
    ...{ place, number, script, language, guest, done, counts },
    order: isOfOrder(script) ? number : '',
    products: told?.[0]?.order.lines.length ?? basket.length,
    ...(keptAs && { own: keptAs.name }),
    channel: names.channel.get(channel) ?? channel,
    trouble: readKept(trouble),
    ...(first && { first: first.id }),
    ...(livedIn !== null && { from: livedIn }),
  };
}

/** How a store rehearses by itself. */
export const choiceOf = ({ store }: OfStore): RehearsalChoice => ({
  changes: store.rehearsesChanges,
  nights: store.rehearsesNights,
  pictures: store.rehearsesPictures,
  links: store.rehearsesLinks,
  required: store.requiresRehearsal,
});

/**
 * Chooses when a store rehearses by itself, and whether what is published has to have passed. Throws `forbidden` for whoever may change
 * the first and not the second.
 */
export async function chooseRehearsals(access: Access, choice: RehearsalChoice): Promise<void> {
  if (choice.required !== access.store.requiresRehearsal && !may(access.role, 'settings.edit')) {
    throw new AppError('forbidden', say.requiredByOwners);
  }
  await database().transaction(async (tx) => {
    await tx
      .update(stores)
      .set({
        rehearsesChanges: choice.changes,
        rehearsesNights: choice.nights,
        rehearsesPictures: choice.pictures,
        rehearsesLinks: choice.links,
        requiresRehearsal: choice.required,
      })
      .where(eq(stores.id, access.store.id));
    await remember(
      access,
      'choseRehearsals',
      kept(() => ({ when: whenWords(choice) })),
      { db: tx },
    );
  });
}

function whenWords({ changes, nights, pictures, links, required }: RehearsalChoice): string {
  const when = changes ? (nights ? say.whenBoth : say.whenChanges) : nights ? say.whenNights : say.whenAsked;
  const pictured = pictures ? say.whenPictures({ when }) : when;
  const asked = links ? say.whenLinks({ when: pictured }) : pictured;
  return required ? say.whenRequired({ when: asked }) : asked;
}
