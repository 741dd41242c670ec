/**
 * One life, lived by the real code in a transaction that is taken back: events are taken as those of a shop are, what is due is made, signed
 * and sent as the worker does it, by a clock of its own and into a mailbox of our own. No row of it stays, and nobody outside sees one.
 */
import { and, eq, inArray, lte, sql } from 'drizzle-orm';
import type { LifeEvent, PlannedLife, Touched } from '@/core/rehearsal';
import type { Reason } from '@/core/plan';
import { messageKey, REST_MS } from '@/core/rehearsal';
import { config } from '../base/config';
import { isDeadlock, isLockWait } from '../base/database-errors';
import { newId } from '../base/ids';
import { takenBack, type Executor } from '../db/client';
import { byOwnClock, windOwnClock } from '../db/own-clock';
import type { Draft } from '../db/rehearsal-tables';
import { deliveries, events as eventRows, notWritten } from '../db/schema';
import { databaseNow } from '../db/time';
import { receiveEvent } from '../events/receive';
import { isAboutAccount, type OrderEvent } from '../events/schema';
import { batchContext, madeBy, type MadeBy } from '../sending/render';
import type { SenderRow, ServiceRow } from '../sending/service';
import type { Delivery } from '../worker/claims';
import { deliver, type DeliverWith } from '../worker/deliver';
import { Dispatch, sentBy, type SentBy, type StandIns } from '../worker/dispatch';
import { gathered, goesItself } from '../worker/gather';
import { Recorder } from '../worker/record';
import { threadsOf } from '../worker/threads';
import { putDrafts, settingOf, wearing } from './drafts';
import { tellReckoned } from './reckoned';
import type { Mailbox, Post, Taken } from './mailbox';

/** What became of a message that was planned. */
export interface LivedRow {
  /** Of the delivery. */
  id: string;
  key: string;
  recipient: string;
  recipientName: string;
  role: 'customer' | 'contact' | 'staff';
  notificationId: string;
  moment: Delivery['moment'];
  event: number;
  turn: number;
  language: string;
  at: number;
  state: Delivery['state'];
  /** In kept words. */
  words: string;
  /** Of the mail that it went out in. */
  messageId: string;
  /** It went out in one mail with others. */
  together: boolean;
}

/** Somebody who was not written to, by event, notification and address, with the first reason. */
export interface LeftOut {
  event: number;
  notificationId: string;
  recipient: string;
  reason: Reason;
}

export interface Lived {
  rows: LivedRow[];
  /** Who was not written to for what was set. */
  leftOut: LeftOut[];
  taken: Taken[];
}

export interface Living {
  /** What is sent of it, of all that is planned; everything without it. */
  only?: Touched | undefined;
  /** Drafts that are live in it. */
  drafts?: readonly Draft[];
}

/** The database ended the transaction of a life so that another could go on, or did not answer it in time. */
class Undone extends Error {
  constructor() {
    super('The database did not let this order be lived to its end.');
  }
}

const TRIES = 5;

/**
 * Lives a life for a store; again when the database ended it in the middle. Throws what the real code throws, such as for an order that
 * does not add up, and for a database that is away.
 *
 */
export async function live(
  storeId: string,
  timeZone: string,
  { events, number }: PlannedLife,
  mailbox: Mailbox,
  { only, drafts = [] }: Living = {},
): Promise<Lived> {
  return untilDone(async () => {
    const post = mailbox.post();
    const lines = lineTo(post);
    try {
      const lived = await byOwnClock(
        events[0]?.at ?? databaseNow(),
        () =>
          takenBack(async (tx) => {
            await putDrafts(tx, storeId, drafts);
            const by = settingsOf(storeId, drafts);
            return through(
              tx,
              storeId,
              { events, number },
              {
                ...{ states: ['planned'], only },
                send: (going) => sendAll(tx, timeZone, going, { lines, standIns: STAND_INS, by }),
              },
            );
          }),
        settingOf(drafts),
      );
      return { ...lived, taken: post.taken };
    } finally {
      post.quit();
    }
  });
}

/** Does something again that the database ended in the middle. */
export async function untilDone<T>(work: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await work();
    } catch (error) {
      if (!isUndone(error) || tries >= TRIES) throw error;
      // So that those that were in each other's way are not in it again.
      await new Promise((again) => setTimeout(again, Math.random() * 200 * tries));
    }
  }
}

/** Whether a transaction is over before its end. */
const isUndone = (error: unknown): boolean => error instanceof Undone || isDeadlock(error) || isLockWait(error);

/** How what is due goes out. */
export interface Sending {
  /** Which deliveries are sent: those that were put off as well, or only those that were not tried yet. */
  states: readonly Delivery['state'][];
  only?: Touched | undefined;
  send: (going: readonly Delivery[]) => Promise<void>;
}

/** Lets the events of a life happen one after the other, and sends what is due in between, by the clock of the present call. */
export async function through(
  tx: Executor,
  storeId: string,
  { events, number }: Pick<PlannedLife, 'events' | 'number'>,
  sending: Sending,
): Promise<Omit<Lived, 'taken'>> {
  const ids: string[] = [];
  let next = Infinity;
  const sendDue = async (until: number): Promise<void> => {
    next = await sendWhatIsDue(tx, storeId, ids, until, sending);
  };
  for (const [i, event] of events.entries()) {
    if (next <= event.at) await sendDue(event.at);
    windOwnClock(event.at);
    const id = `${number}-${i}-${newId()}`;
    ids.push(
      event.reckoned
        ? await tellReckoned(tx, storeId, event, id)
        : (await receiveEvent(storeId, toldAs(event, id))).eventId,
    );
    await sendDue(event.at);
  }
  if (next < Infinity) await sendDue((events.at(-1)?.at ?? 0) + REST_MS);
  return { rows: await rowsOf(tx, ids), leftOut: await leftOutOf(tx, ids) };
}

/** An event as the shop's own system would tell it. */
export function toldAs({ moment, at, order, details, letter }: LifeEvent, id: string): OrderEvent {
  const time = new Date(at).toISOString();
  // Of an account no order is told: its number is empty already.
  const told = isAboutAccount(moment) ? { ...order, placedAt: time } : order;
  return {
    ...{ specversion: '1.0', id, source: 'libellus:rehearsal', type: moment, time },
    data: { order: told, ...(details && { details }), ...(letter && { letter }) },
  };
}

/** What goes out at once is due by the true clock, whatever the day of its life. */
const atOnce = and(eq(deliveries.state, 'planned'), eq(deliveries.timed, false));
const isAtOnce = ({ state, timed }: Pick<Delivery, 'state' | 'timed'>): boolean => state === 'planned' && !timed;

/** A life that never ends would hold its rows for ever. */
const MOST_ROUNDS = 1_000;

/** Sends what is due by a time; answers when the next is due, infinity for nothing. */
async function sendWhatIsDue(
  tx: Executor,
  storeId: string,
  events: readonly string[],
  until: number,
  { states, only, send }: Sending,
): Promise<number> {
  const mine = and(
    eq(deliveries.storeId, storeId),
    inArray(deliveries.eventId, [...events]),
    inArray(deliveries.state, [...states]),
    only && inArray(deliveries.notificationId, [...only.notifications]),
    only && inArray(deliveries.language, [...only.languages]),
  );
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    // Most often there is none, and a whole row is much to ask for.
    const [next] = await tx
      .select({ state: deliveries.state, timed: deliveries.timed, dueAt: deliveries.dueAt })
      .from(deliveries)
      .where(and(mine, goesItself))
      .orderBy(
        sql`case when ${lte(deliveries.dueAt, new Date(until))} then 0 when ${atOnce} then 1 else 2 end`,
        deliveries.dueAt,
        deliveries.id,
      )
      .limit(1);
    if (!next || (!isAtOnce(next) && next.dueAt.getTime() > until)) return next?.dueAt.getTime() ?? Infinity;
    // What goes out at once is due by the true clock; what waits, by that of its life.
    if (next.timed || next.state !== 'planned') windOwnClock(next.dueAt.getTime());
    // In a life of the past, what waits for a later day of it is due before what goes out at once.
    const due = !isAtOnce(next) || next.dueAt.getTime() <= until ? lte(deliveries.dueAt, next.dueAt) : atOnce;
    const batch = await tx
      .select()
      .from(deliveries)
      .where(and(mine, due, goesItself))
      .orderBy(deliveries.id);
    const going = await gathered(tx, batch, and(mine, due));
    // A worker is putting real ones for the same reader together just now.
    if (going.length === 0) await new Promise((again) => setTimeout(again, 20));
    await send(going);
  }
  return Infinity;
}

/** Whatever service it is, the mailbox takes it. */
const lineTo = (post: Post): DeliverWith['lines'] => ({
  with: <T>(_service: ServiceRow, work: (line: Post) => Promise<T>): Promise<T> => work(post),
});

/** What a store's messages are made and sent by. */
export type Settings = () => Promise<{ made: MadeBy; sent: SentBy }>;

/** Read when they are first asked for: nobody changes them in the middle of an order's life. With the look of these drafts. */
export function settingsOf(storeId: string, drafts: readonly Draft[] = []): Settings {
  let read: ReturnType<Settings> | undefined;
  return () =>
    (read ??= Promise.all([madeBy([storeId]), sentBy([storeId])]).then(([made, sent]) => ({
      made: { ...made, stores: made.stores.map((store) => wearing(store, drafts)) },
      sent,
    })));
}

/** Sends what is due as the worker does that has claimed it, over these lines and by these services. */
export async function sendAll(
  tx: Executor,
  timeZone: string,
  claimed: readonly Delivery[],
  { lines, standIns, by }: { lines: DeliverWith['lines']; standIns: StandIns; by: Settings },
): Promise<void> {
  if (claimed.length === 0) return;
  const { made, sent } = await by();
  const leaseUntil = new Date(databaseNow() + config().leaseMs);
  const lease = { state: 'sending' as const, leaseUntil, leaseBy: 'rehearsal' };
  const ids = claimed.map((d) => d.id);
  await tx
    .update(deliveries)
    .set({ ...lease, attempts: sql`${deliveries.attempts} + 1` })
    .where(inArray(deliveries.id, ids));
  const batch = claimed.map((d) => ({ ...d, ...lease, attempts: d.attempts + 1 }));
  const [context, threads] = await Promise.all([
    batchContext(batch, made),
    threadsOf([...new Set(batch.flatMap((d) => d.orderId ?? []))]),
  ]);
  const zones = new Map([...context.stores.keys()].map((id) => [id, timeZone]));
  const dispatch = await Dispatch.for(batch, zones, standIns, sent);
  const recorder = new Recorder();
  for (const delivery of batch) await deliver(delivery, { context, threads, dispatch, lines, recorder });
}

/** In place of the service that a store has not got yet. */
const SERVICE: ServiceRow = {
  ...{ id: 'rehearsal', storeId: '', name: '', kind: 'relay', rank: 0, host: 'rehearsal.invalid', port: 25 },
  ...{ security: 'none', user: '', password: '', signIn: 'auto', ehloName: '', connections: 1, timeout: 30 },
  ...{ messagesPerConnection: 1_000, perMinute: null, perDay: null, renewsAt: '00:00', domains: [], spf: '' },
  ...{
    paused: false,
    downUntil: null,
    downWords: '',
    failures: 0,
    limitTold: null,
    checkedAt: null,
    check: null as never,
  },
};

/** In place of the sender that a store has not got yet. */
const SENDER: SenderRow = {
  ...{ storeId: '', kind: 'orders', name: 'Rehearsal', address: 'orders@rehearsal.invalid', replyTo: '' },
  takesReplies: false,
};

/**
 * A store's services as they are set, but for what keeps them from sending just now; and its senders. What it has not got yet keeps real
 * messages back, which the screen says, and no rehearsal.
 */
export const STAND_INS: StandIns = {
  services: (own) =>
    (own.length > 0 ? own : [SERVICE]).map((s) => ({
      ...s,
      paused: false,
      downUntil: null,
      downWords: '',
      failures: 0,
    })),
  senders: (own) => (own.length > 0 ? own : [SENDER]),
};

async function leftOutOf(tx: Executor, events: readonly string[]): Promise<LeftOut[]> {
  const rows = await tx
    .select()
    .from(notWritten)
    .where(inArray(notWritten.eventId, [...events]));
  return rows.flatMap(({ eventId, notificationId, recipient, reasons: [reason] }) =>
    reason && recipient !== '' ? [{ event: events.indexOf(eventId), notificationId, recipient, reason }] : [],
  );
}

async function rowsOf(tx: Executor, events: readonly string[]): Promise<LivedRow[]> {
  const rows = await tx
    .select()
    .from(deliveries)
    .where(inArray(deliveries.eventId, [...events]));
  // A fault of the database's is written down with a delivery as if it were sent in earnest.
  const there = await tx
    .select({ id: eventRows.id })
    .from(eventRows)
    .where(inArray(eventRows.id, [...events]));
  if (there.length < events.length || rows.some((r) => r.cause === 'database')) throw new Undone();
  const byId = new Map(rows.map((r) => [r.id, r]));
  const place = new Map(events.map((id, i) => [id, i]));
  return rows.map((row) => {
    const event = place.get(row.eventId)!;
    const { notificationId, recipient, recipientName, role, turn, language, state, moment } = row;
    return {
      id: row.id,
      key: messageKey({ event, notificationId, turn }, recipient),
      ...{ notificationId, recipient, recipientName, role, turn, language, state, moment, event },
      at: row.dueAt.getTime(),
      words: row.lastWords,
      messageId: (row.gatheredIn ? byId.get(row.gatheredIn)?.messageId : row.messageId) ?? '',
      together: row.gatheredIn !== null,
    };
  });
}
