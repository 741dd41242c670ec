/**
 * Tries what goes wrong with sending with every version that was rehearsed: orders of the run are lived again, once for each fault, which
 * meets each message when it is due. Rehearsals that wait go first. A run that a process left unfinished is taken up by another at the fault that
 * was being tried.
 */
import { and, asc, desc, eq, inArray, isNull, lt, or } from 'drizzle-orm';
import { chooseService, SENDER_KINDS } from '@/core/mail';
import {
  emptyTally,
  eventsOf,
  expectedOf,
  FAULT_KINDS,
  FAULTS,
  livesForFaults,
  messageKey,
  tallied,
  type Fault,
  type FaultFound,
  type FaultKind,
  type FaultsOfAll,
  type Life,
  type PlannedLife,
} from '@/core/rehearsal';
import { reasonWords } from '@/core/plan';
import { kept, keptWithin } from '@/words/kept';
import { say } from '@/words/rehearsed';
import type { Store } from '../auth/access';
import { isDatabaseError } from '../base/faults';
import { log } from '../base/log';
import { database, takenBack, type Executor } from '../db/client';
import { byOwnClock, sendingNow } from '../db/own-clock';
import { deliveries, rehearsalLives, rehearsals, stores } from '../db/schema';
import { databaseNow, databaseTime } from '../db/time';
import { senderFor, sendersOf, servicesOf, standingOf } from '../sending/service';
import type { Delivery } from '../worker/claims';
import type { DeliverWith } from '../worker/deliver';
import { readArrived } from './arrived';
import { inUse, remembering, returned } from './faults';
import { sendAll, settingsOf, STAND_INS, through, untilDone, type Lived } from './live';
import { openMailbox, type Mailbox, type Manner, type Post, type Taken } from './mailbox';
import type { Run } from './runs';
import { stageOf, type Stage } from './scene';

const LEASE_MS = 60_000;
/** Lives at a time. */
const AT_ONCE = 2;
/** For so long is waited for rehearsals that are under way, again and again. */
const ASIDE_MS = 1_000;

export class FaultTrier {
  private stopping = false;

  /** Tries the faults of one run that waits for them; answers whether there was one. */
  async turn(): Promise<boolean> {
    const run = await this.claim();
    if (!run) return false;
    try {
      const ended = await this.try(run);
      await this.write(run, this.stopping ? 'waiting' : 'trying', {
        faultsLease: null,
        ...(ended && { faultsState: 'done' as const }),
      });
    } catch (error) {
      if (isDatabaseError(error)) throw error;
      log.error({ err: error, rehearsal: run.id }, 'faults of sending could not be tried with all messages');
      await this.write(run, 'broken', { faultsLease: null });
    }
    return true;
  }

  /** Begins no further life. */
  stop(): void {
    this.stopping = true;
  }

  private async claim(): Promise<Run | undefined> {
    const now = new Date(await databaseTime());
    return database().transaction(async (tx) => {
      const [run] = await tx
        .select()
        .from(rehearsals)
        .where(
          and(
            inArray(rehearsals.faultsState, ['waiting', 'trying']),
            or(isNull(rehearsals.faultsLease), lt(rehearsals.faultsLease, now)),
          ),
        )
        .orderBy(desc(rehearsals.id))
        .limit(1)
        .for('update', { skipLocked: true });
      if (!run) return undefined;
      const lease = { faultsState: 'trying' as const, faultsLease: new Date(now.getTime() + LEASE_MS) };
      await tx.update(rehearsals).set(lease).where(eq(rehearsals.id, run.id));
      return { ...run, ...lease };
    });
  }

  /** Writes down how far a run is while its faults are still wanted; answers whether they are. */
  private async write(
    { id }: Run,
    faultsState: NonNullable<Run['faultsState']>,
    set: Partial<Pick<Run, 'faultsOfAll' | 'faultsLease' | 'faultsState'>>,
  ): Promise<boolean> {
    const [result] = await database()
      .update(rehearsals)
      .set({ faultsState, ...set })
      .where(and(eq(rehearsals.id, id), eq(rehearsals.faultsState, 'trying')));
    return result.affectedRows > 0;
  }

  /** Answers false when it was stopped before all was tried. */
  private async try(run: Run): Promise<boolean> {
    const [store] = await database().select().from(stores).where(eq(stores.id, run.storeId));
    if (!store) return true;
    const stage = await stageOf(store);
    const lives = await livesOf(run, stage);
    let done: FaultsOfAll = { ...(run.faultsOfAll ?? { tallies: [], tookMs: 0 }), lives: lives.length, lived: 0 };
    for (const fault of FAULTS.slice(done.tallies.length)) {
      const begun = databaseNow();
      let tally = emptyTally(fault);
      const queue = [...lives];
      let wanted = true;
      const lane = async (): Promise<void> => {
        const servers = await openServers(fault);
        for (let next = queue.shift(); next && wanted && !this.stopping; next = queue.shift()) {
          await this.standAside(run);
          for (const came of await livedWith(store, next, servers)) tally = tallied(tally, ...came);
          done = { ...done, lived: done.lived + 1 };
          wanted &&= await this.write(run, 'trying', {
            faultsOfAll: done,
            faultsLease: new Date((await databaseTime()) + LEASE_MS),
          });
        }
        await servers.close();
      };
      await Promise.all(Array.from({ length: AT_ONCE }, lane));
      if (!wanted || this.stopping) return false;
      done = { ...done, lived: 0, tallies: [...done.tallies, tally], tookMs: done.tookMs + databaseNow() - begun };
      if (!(await this.write(run, 'trying', { faultsOfAll: done }))) return false;
    }
    return true;
  }

  /** Waits while a rehearsal is to be run or is run: somebody waits for that. */
  private async standAside(run: Run): Promise<void> {
    while (!this.stopping) {
      const [other] = await database()
        .select({ id: rehearsals.id })
        .from(rehearsals)
        .where(inArray(rehearsals.state, ['waiting', 'running']))
        .limit(1);
      if (!other) return;
      await this.write(run, 'trying', { faultsLease: new Date((await databaseTime()) + LEASE_MS) });
      await new Promise((again) => setTimeout(again, ASIDE_MS));
    }
  }
}

/** The orders of a run that show each way a message goes, with what each is to send as the store is set now. */
async function livesOf(run: Run, { scene, using }: Stage): Promise<PlannedLife[]> {
  const rows = await database()
    .select({ life: rehearsalLives.life, number: rehearsalLives.number })
    .from(rehearsalLives)
    .where(eq(rehearsalLives.rehearsalId, run.id))
    .orderBy(asc(rehearsalLives.place));
  const now = await databaseTime();
  const all = rows.map(({ life, number }) => {
    const happened = eventsOf(life as Life, scene, now, number);
    // What is of the record would be given up sooner: it has waited since then.
    const ahead = now - (happened[0]?.at ?? now);
    const events = happened.map((e) => ({ ...e, at: e.at + ahead }));
    return { life: life as Life, number, events, expected: expectedOf(events, using) };
  });
  return livesForFaults(all);
}

/** What is known of one delivery while it is tried. */
interface Track {
  /** When it was tried first, by the clock of its life. */
  begunAt: number;
  arrivedAt?: number;
  taken: Taken[];
  tries: number;
  /** The service that took it. */
  via: string;
  returnPath: string;
  /** How often the fault was met, of one that is met only so often. */
  met: number;
}

/** The servers that messages of one life after the other are brought to: one that does what it should, and one with a fault. */
interface Servers {
  fault: Fault;
  kind: FaultKind | undefined;
  well: Mailbox;
  ill: Mailbox;
  /** Says which delivery is brought now, and when it is by the clock of its life: what answers in a server is outside of that. */
  bring: (track: Track, now: number) => void;
  close: () => Promise<void>;
}

async function openServers(fault: Fault): Promise<Servers> {
  const kind: FaultKind | undefined = fault in FAULT_KINDS ? FAULT_KINDS[fault as keyof typeof FAULT_KINDS] : undefined;
  let brought: { track: Track; now: number } | undefined;
  const manner: Manner = (step) => {
    if (!kind || !brought || step !== kind.step) return undefined;
    const { track, now } = brought;
    if (now >= track.begunAt + kind.lasts || track.met >= (kind.times ?? Infinity)) return undefined;
    if (kind.times !== undefined) track.met += 1;
    return kind.does;
  };
  const [well, ill] = await Promise.all([openMailbox(), openMailbox(manner)]);
  return {
    ...{ fault, kind, well, ill },
    bring: (track, now) => {
      brought = { track, now };
    },
    close: async () => void (await Promise.all([well.close(), ill.close()])),
  };
}

/** What became of a message, and which it is. */
type Came = [message: Parameters<typeof tallied>[1], found: FaultFound];

/** Lives a life while a fault meets each of its messages: what became of each. */
async function livedWith(store: Store, life: PlannedLife, servers: Servers): Promise<Came[]> {
  const { fault } = servers;
  const { tracks, lived, rows } = await untilDone(() => livedOnce(store, life, servers));
  const byKey = new Map(lived.rows.map((r) => [r.key, r.id]));
  const byId = new Map(rows.map((r) => [r.id, r]));
  return Promise.all(
    life.expected.messages.map(async (message): Promise<Came> => {
      const { event, notificationId, variantId, language, recipient } = message;
      const row = byId.get(byKey.get(messageKey(message, recipient.address)) ?? '');
      // What goes with others in one mail fares as that does.
      const delivery = byId.get(row?.gatheredIn ?? '') ?? row;
      const track = delivery && tracks.get(delivery.id);
      const [mail] = track?.taken ?? [];
      // The reader's mail server finds no key where the record of the domain is gone.
      const signature = mail && fault === 'unsigned' ? (await readArrived(mail, new Map())).signature : undefined;
      const left = lived.leftOut.find((l) => l.event === event && l.notificationId === notificationId);
      return [
        { notificationId, variantId, language, role: recipient.role, recipient: recipient.address },
        {
          ...{ fault, came: track?.taken.length ?? 0, tries: track?.tries ?? 0, via: track?.via ?? '', remedy: '' },
          ...(track?.arrivedAt !== undefined && { afterMs: Math.max(0, track.arrivedAt - track.begunAt) }),
          // Somebody who is not written to any more, since mail to them came back, is on record with the reason.
          state: delivery?.state ?? (left ? 'withheld' : 'cancelled'),
          words: keptWithin(
            delivery?.lastWords ?? kept(() => (left ? reasonWords(left.reason) : say.neverPlanned)),
            500,
          ),
          signed: signature?.holds ?? false,
        },
      ];
    }),
  );
}

async function livedOnce(
  store: Store,
  life: PlannedLife,
  { fault, kind, well, ill, bring }: Servers,
): Promise<{ tracks: Map<string, Track>; lived: Omit<Lived, 'taken'>; rows: Delivery[] }> {
  const tracks = new Map<string, Track>();
  const first = await firstServices(store.id);
  const posts = { well: well.post(), ill: ill.post() };
  const standIns = remembering(store.id);
  const by = settingsOf(store.id);
  const linesFor = (delivery: Delivery, track: Track): DeliverWith['lines'] => ({
    with: async (service, work) => {
      track.tries += 1;
      const isIll =
        kind !== undefined && (kind.of === 'reader' || service.id === (first.get(delivery.sender) ?? service.id));
      const post = isIll ? posts.ill : posts.well;
      return work({ send: sendOver(post, delivery, track, service.name) });
    },
  });
  const send = async (tx: Executor, going: readonly Delivery[]): Promise<void> => {
    for (const due of going) {
      const delivery = await triedSince(tx, due);
      const track = tracks.get(delivery.id) ?? {
        ...{ begunAt: sendingNow(), taken: [], tries: 0, via: '', returnPath: '', met: 0 },
      };
      tracks.set(delivery.id, track);
      bring(track, sendingNow());
      await sendAll(tx, store.timeZone, [delivery], { lines: linesFor(delivery, track), standIns, by });
      if (fault === 'returned' && track.taken.length > 0)
        await returned(tx, { ...delivery, ...(await nowOf(tx, delivery)) }, track.returnPath);
    }
  };
  try {
    return await byOwnClock(life.events[0]?.at ?? databaseNow(), () =>
      takenBack(async (tx) => {
        const sending = {
          states: ['planned', 'deferred', 'held'] as const,
          send: (going: readonly Delivery[]) => send(tx, going),
        };
        const lived = await through(tx, store.id, life, sending);
        const ids = [...new Set([...lived.rows.map((r) => r.id), ...tracks.keys()])];
        const rows = ids.length === 0 ? [] : await tx.select().from(deliveries).where(inArray(deliveries.id, ids));
        return { tracks, lived, rows };
      }),
    );
  } finally {
    posts.well.quit();
    posts.ill.quit();
  }
}

/** Sends as a line does, and writes down what became of it. Copies that go with it are no message of their own. */
const sendOver =
  (post: Post, { recipient }: Delivery, track: Track, service: string): Post['send'] =>
  async (envelope, raw, limitMs) => {
    const before = post.taken.length;
    const sent = await post.send(envelope, raw, limitMs);
    if (envelope.to !== recipient) return sent;
    const came = post.taken.slice(before);
    if (came.length > 0) track.arrivedAt ??= sendingNow();
    track.taken.push(...came);
    if (sent.outcome.kind === 'accepted') Object.assign(track, { via: service, returnPath: envelope.from });
    return sent;
  };

/** For how long something is tried is reckoned by the clock of its life, and what goes out at once was planned by the true one. */
async function triedSince(tx: Executor, delivery: Delivery): Promise<Delivery> {
  if (delivery.plannedFor) return delivery;
  const plannedFor = new Date(sendingNow());
  await tx.update(deliveries).set({ plannedFor }).where(eq(deliveries.id, delivery.id));
  return { ...delivery, plannedFor };
}

async function nowOf(tx: Executor, { id }: Delivery): Promise<Delivery> {
  const [row] = await tx.select().from(deliveries).where(eq(deliveries.id, id));
  return row!;
}

/** The service that is asked first, by what kind of message it is. */
async function firstServices(storeId: string): Promise<Map<Delivery['sender'], string>> {
  const [own, senders] = await Promise.all([servicesOf(storeId), sendersOf(storeId)]);
  const services = STAND_INS.services(inUse(own)).map(standingOf);
  return new Map(
    SENDER_KINDS.flatMap((kind) => {
      const choice = chooseService(services, senderFor(STAND_INS.senders(senders), kind)?.address ?? '', databaseNow());
      return choice.kind === 'use' ? [[kind, choice.service.id] as const] : [];
    }),
  );
}
