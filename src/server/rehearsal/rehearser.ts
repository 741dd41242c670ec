/**
 * Runs rehearsals that were asked for: a run is leased as deliveries are, and one that a process left
 * unfinished is taken up again by another with the lives that are still to be lived.
 */
import { randomBytes } from 'node:crypto';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { and, asc, desc, eq, inArray, isNull, lt, or, sql } from 'drizzle-orm';
import {
  eventsOf,
  expectedOf,
  leftOut,
  lookedAtIn,
  planningRehearsal,
  type FaultFound,
  type Forms,
  type Life,
  type LookedAt,
  type PlannedLife,
  type PlanWith,
} from '@/core/rehearsal';
import { NO_COUNTS, type RehearsalCounts } from '@/contract/rehearsal';
import { isDatabaseError } from '../base/faults';
import { breathing } from '../base/breath';
import { newId } from '../base/ids';
import { log } from '../base/log';
import { database } from '../db/client';
import { rehearsalLives, rehearsalMessages, rehearsals, stores } from '../db/schema';
import { databaseNow, databaseTime } from '../db/time';
import { AppError } from '../base/errors';
import { kept, keptWithin } from '@/words/kept';
import { say } from '@/words/rehearsal';
import { runBegunAt, takeOver } from './carry';
import { arePut, wearing, withDrafts } from './drafts';
import { tryingFaults, triedWith, type Tried } from './faults';
import { askLinks } from './links';
import { live } from './live';
import { ownLivesOf } from './own-lives';
import { openMailbox, type Mailbox } from './mailbox';
import { shownRuns, prunePictures, wantPictures } from './pictures';
import type { Run } from './runs';
import type { Store } from '../auth/access';
import { stageOf, type Stage } from './scene';
import { tellOfRun } from './tell';
import { verdictsOn, type Verdict } from './verdicts';

const LEASE_MS = 60_000;
/** Lives at a time: they wait for the database in turns. */
const AT_ONCE = 3;
/** Runs of a store that are kept. */
const KEPT = 10;

const zip = promisify(gzip);

export class Rehearser {
  readonly id = `rehearser-${process.pid}-${randomBytes(4).toString('hex')}`;
  private stopping = false;

  /** What is tried after runs, one after the other: the next run does not wait for it. */
  private afterwards = Promise.resolve();

  /**
   * @param options without `faults`, only messages are rehearsed, and what goes wrong with sending is not tried; `forParts` as in
   *   {@link PlanWith}
   */
  constructor(private readonly options: { faults: boolean; forParts?: number } = { faults: true }) {}

  /** Runs one rehearsal that waits to its end; answers whether there was one. */
  async turn(): Promise<boolean> {
    const run = await this.claim();
    if (!run) return false;
    const begun = databaseNow();
    try {
      await this.rehearse(run);
    } catch (error) {
      // A database that is away is no end: another process, or this one, takes it up again.
      if (isDatabaseError(error)) throw error;
      log.error({ err: error, rehearsal: run.id }, 'a rehearsal could not be finished');
      await this.end(run, 'broken', begun, wordsOf(error));
    }
    return true;
  }

  /** Begins no further life; what is left is taken up by another process. */
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
            inArray(rehearsals.state, ['waiting', 'running']),
            or(isNull(rehearsals.leaseUntil), lt(rehearsals.leaseUntil, now)),
          ),
        )
        .orderBy(asc(rehearsals.id))
        .limit(1)
        .for('update', { skipLocked: true });
      if (!run) return undefined;
      const lease = { leaseBy: this.id, leaseUntil: new Date(now.getTime() + LEASE_MS), state: 'running' as const };
      await tx.update(rehearsals).set(lease).where(eq(rehearsals.id, run.id));
      return { ...run, ...lease };
    });
  }

  private async rehearse(run: Run): Promise<void> {
    const begun = databaseNow() - run.tookMs;
    const drafts = run.drafts ?? [];
    const [row] = await database().select().from(stores).where(eq(stores.id, run.storeId));
    if (!row) return;
    const store = wearing(row, drafts);
    const stage = await withDrafts(store.id, drafts, () => stageOf(store));
    const todo = run.lives > 0 ? await livesLeft(run, stage) : await planned(run, stage, this.options);
    const mailbox = await openMailbox();
    try {
      const queue = [...todo];
      const line = async (): Promise<void> => {
        for (let next = queue.shift(); next && !this.stopping; next = queue.shift()) {
          if (!(await this.stillOurs(run, begun))) return void queue.splice(0);
          await one(run, store, stage, next, mailbox);
        }
      };
      await Promise.all(Array.from({ length: arePut(drafts) ? 1 : AT_ONCE }, line));
    } finally {
      await mailbox.close();
    }
    if (this.stopping) return this.letGo(run);
    if (store.rehearsesLinks) await this.askLinks(run, stage, begun);
    if (this.stopping) return this.letGo(run);
    await this.end(run, 'done', begun, '');
    if (store.rehearsesPictures) await wantPictures(run.id);
    if (run.why !== 'asked') {
      await tellOfRun(run).catch((error: unknown) => log.warn({ err: error }, 'owners were not told of a rehearsal'));
    }
    await prune(run.storeId);
    // What has changed of messages changes nothing of how they are sent.
    const tried = run.scope || run.drafts || !this.options.faults ? undefined : triedWith(todo.map((t) => t.life));
    if (tried) this.afterwards = this.afterwards.then(() => this.tryFaults(run, store, tried, stage));
  }

  /** What cannot be asked takes nothing from what was found. */
  private async askLinks(run: Run, stage: Stage, begun: number): Promise<void> {
    const still = async (): Promise<boolean> => !this.stopping && (await this.stillOurs(run, begun));
    await askLinks(run, stage, still).catch((error: unknown) => {
      if (isDatabaseError(error)) throw error;
      log.warn({ err: error, rehearsal: run.id }, 'links could not be asked');
    });
  }

  /** Resolves when nothing is tried any more beside the runs. */
  settled(): Promise<void> {
    return this.afterwards;
  }

  /**
   * Tries what goes wrong with sending, and writes down what became of the message. The verdicts stand by then: nobody waits for these, and
   * none is tried again where the process ends.
   */
  private async tryFaults({ id }: Run, store: Store, tried: Tried, { keys }: Stage): Promise<void> {
    const { notificationId, variantId, language, recipient } = tried.message;
    const found: FaultFound[] = [];
    const write = async (lease: Date | null): Promise<void> => {
      const faults = { notificationId, variantId, language, recipient: recipient.address, found };
      await database().update(rehearsals).set({ faults, leaseUntil: lease }).where(eq(rehearsals.id, id));
    };
    const leased = async (): Promise<void> => write(new Date((await databaseTime()) + LEASE_MS));
    await leased();
    try {
      for await (const one of tryingFaults(store, tried, keys)) {
        found.push({ ...one, words: keptWithin(one.words, 2000), remedy: keptWithin(one.remedy, 2000) });
        if (this.stopping) return;
        await leased();
      }
    } catch (error) {
      log.warn({ err: error, rehearsal: id }, 'faults of sending could not be tried to their end');
    } finally {
      await write(null);
    }
  }

  /** Renews the lease; false for a run that was stopped or that another process has by now. */
  private async stillOurs({ id }: Run, begun: number): Promise<boolean> {
    const now = await databaseTime();
    const [result] = await database()
      .update(rehearsals)
      .set({ leaseUntil: new Date(now + LEASE_MS), tookMs: Math.round(now - begun) })
      .where(and(eq(rehearsals.id, id), eq(rehearsals.leaseBy, this.id), eq(rehearsals.state, 'running')));
    return result.affectedRows > 0;
  }

  private async end({ id }: Run, state: 'done' | 'broken', begun: number, trouble: string): Promise<void> {
    const now = await databaseTime();
    await database()
      .update(rehearsals)
      .set({
        ...{ state, leaseUntil: null, endedAt: new Date(now), tookMs: Math.round(now - begun) },
        trouble: keptWithin(trouble, 2000),
      })
      .where(and(eq(rehearsals.id, id), eq(rehearsals.leaseBy, this.id), eq(rehearsals.state, 'running')));
  }

  private async letGo({ id }: Run): Promise<void> {
    await database()
      .update(rehearsals)
      .set({ leaseUntil: null, state: 'waiting' })
      .where(and(eq(rehearsals.id, id), eq(rehearsals.leaseBy, this.id), eq(rehearsals.state, 'running')));
  }
}

/** Plans a run, and writes down its lives, and what it takes over, so that it can be taken up again. */
async function planned(run: Run, { scene, using, forms }: Stage, more: Pick<PlanWith, 'forParts'>): Promise<Todo[]> {
  const scope = run.scope ? new Set(run.scope) : undefined;
  const base = scope && (await runBegunAt(run));
  const known = base ? await livesOf(base) : [];
  const { lives: own, troubles: ownTroubles } = await ownLivesOf(run.storeId, scene);
  const plan = await breathing(
    planningRehearsal(scene, using, forms, run.beginsAt.getTime(), run.number, { scope, own, known, ...more }),
  );
  const { lives, tried } = plan;
  if (lives.length === 0 && !base)
    throw new AppError(
      'invalid',
      kept(() => say.nothingToRehearse),
    );
  const of = using.settings.notifications;
  const left = base ? leftOut(base, plan, { marks: run.marks, scope, of }) : plan;
  await database().transaction(async (tx) => {
    // A process that ended in between may have done this before.
    await tx.delete(rehearsalMessages).where(eq(rehearsalMessages.rehearsalId, run.id));
    await tx.delete(rehearsalLives).where(eq(rehearsalLives.rehearsalId, run.id));
    if (lives.length > 0) {
      await tx.insert(rehearsalLives).values(
        lives.map(({ life, number }, i) => ({
          ...{ rehearsalId: run.id, place: i + 1, number },
          life: { ...life, basket: life.basket.map((b) => ({ ...b })) },
        })),
      );
    }
    const counts = base ? await takeOver(tx, run, base, { scope, lives: lives.length, of }) : NO_COUNTS;
    const { unshown, unseen } = left;
    await tx
      .update(rehearsals)
      .set({ lives: lives.length, tried, unshown, unseen, ownTroubles, counts })
      .where(eq(rehearsals.id, run.id));
  });
  return todoOf(lives, forms, run);
}

/** The lives of a run, those first that it lived itself. */
async function livesOf({ id }: Run): Promise<Life[]> {
  const rows = await database()
    .select({ life: rehearsalLives.life })
    .from(rehearsalLives)
    .where(eq(rehearsalLives.rehearsalId, id))
    .orderBy(asc(rehearsalLives.place));
  return rows.map(({ life }) => life as Life);
}

/** A life to be lived, and what is looked at of it: all of it without that. */
interface Todo {
  place: number;
  life: PlannedLife;
  looked?: LookedAt | undefined;
}

function todoOf(lives: readonly PlannedLife[], forms: Forms, { scope }: Run): Todo[] {
  const looked = scope ? lookedAtIn(lives, forms, new Set(scope)) : [];
  return lives.map((life, i) => ({ place: i + 1, life, looked: looked[i] }));
}

async function livesLeft(run: Run, { scene, using, forms }: Stage): Promise<Todo[]> {
  const rows = await database()
    .select()
    .from(rehearsalLives)
    .where(and(eq(rehearsalLives.rehearsalId, run.id), isNull(rehearsalLives.livedIn)))
    .orderBy(asc(rehearsalLives.place));
  const lives = rows.map(({ life, number }): PlannedLife => {
    const events = eventsOf(life as Life, scene, run.beginsAt.getTime(), number);
    return { life: life as Life, number, events, expected: expectedOf(events, using) };
  });
  return todoOf(lives, forms, run).filter((_, i) => !rows[i]!.done);
}

/** Lives one life and writes down what came of it, all of it at once. */
async function one(
  run: Run,
  store: { id: string; timeZone: string },
  { checking, keys }: Stage,
  { place, life, looked }: Todo,
  mailbox: Mailbox,
): Promise<void> {
  let found: { verdicts: Verdict[]; silent: number } = { verdicts: [], silent: 0 };
  let trouble = '';
  try {
    found = await verdictsOn(
      life,
      await live(store.id, store.timeZone, life, mailbox, { only: looked, drafts: run.drafts ?? [] }),
      checking,
      keys,
      looked,
    );
  } catch (error) {
    if (isDatabaseError(error)) throw error;
    log.warn({ err: error, rehearsal: run.id, life: place }, 'a life could not be lived to its end');
    trouble = wordsOf(error);
    // Nothing of it came, and all of it was to.
    found = await verdictsOn(life, { rows: [], leftOut: [], taken: [] }, checking, keys, looked);
  }
  const { verdicts, silent } = found;
  const rows = await Promise.all(
    verdicts.map(async ({ raw, signed: _signed, at, subject, recipientName, ...verdict }) => ({
      ...verdict,
      ...{ id: newId(), rehearsalId: run.id, place, at: new Date(at) },
      ...{ subject: subject.slice(0, 500), recipientName: recipientName.slice(0, 250) },
      ...(raw && { raw: await zip(raw) }),
    })),
  );
  const mine = and(eq(rehearsalLives.rehearsalId, run.id), eq(rehearsalLives.place, place));
  await database().transaction(async (tx) => {
    // Whoever stops the run, or lives another of its lives, waits here.
    const [now] = await tx.select().from(rehearsals).where(eq(rehearsals.id, run.id)).for('update');
    const [there] = await tx.select({ done: rehearsalLives.done }).from(rehearsalLives).where(mine);
    // Another process may have taken the run up, and lived it before.
    if (!now || !there || there.done) return;
    if (rows.length > 0) await tx.insert(rehearsalMessages).values(rows);
    await tx
      .update(rehearsalLives)
      .set({ done: true, silent, trouble: keptWithin(trouble, 2000) })
      .where(mine);
    await tx
      .update(rehearsals)
      .set({ counts: counted(now.counts, verdicts, silent), livesDone: sql`${rehearsals.livesDone} + 1` })
      .where(eq(rehearsals.id, run.id));
  });
}

function counted(before: RehearsalCounts, verdicts: readonly Verdict[], silent: number): RehearsalCounts {
  const counts = { ...NO_COUNTS, ...before };
  for (const { outcome, signed, raw } of verdicts) {
    counts[outcome] += 1;
    if (raw && !signed) counts.unsigned += 1;
  }
  counts.silent += silent;
  return counts;
}

/** What went wrong, in kept words. */
const wordsOf = (error: unknown): string =>
  error instanceof AppError
    ? [error.message, ...error.problems.map((p) => p.message)].join(' ')
    : error instanceof Error
      ? error.message
      : String(error);

/** Lets go of all but the newest runs of a store, with all that they hold. */
export async function prune(storeId: string): Promise<void> {
  const old = await database()
    .select({ id: rehearsals.id })
    .from(rehearsals)
    .where(eq(rehearsals.storeId, storeId))
    .orderBy(desc(rehearsals.number))
    .limit(1000)
    .offset(KEPT);
  const shown = await shownRuns(storeId);
  const ids = old.map((r) => r.id).filter((id) => !shown.includes(id));
  if (ids.length === 0) return;
  await database().delete(rehearsals).where(inArray(rehearsals.id, ids));
  await prunePictures(storeId);
}
