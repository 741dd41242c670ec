/** Runs of a store: begun, and what each message of one shows held against the run before. */
import { and, asc, desc, eq, isNull, lt } from 'drizzle-orm';
import { NO_COUNTS, OUTCOMES, type MessageOutcome, type RehearsalWhy } from '@/contract/rehearsal';
import { changedBetween, sameMarks, type VersionMarks } from '@/core/rehearsal';
import type { Store } from '../auth/access';
import { historyEntry, type Actor } from '../auth/history';
import { isDuplicate } from '../base/database-errors';
import { AppError } from '../base/errors';
import { newId } from '../base/ids';
import { database } from '../db/client';
import { rehearsalMessages, rehearsals } from '../db/schema';
import { databaseTime } from '../db/time';
import { say } from '@/words/rehearsal';
import { say as closing } from '@/words/stores';
import { draftsOf, wearing, withDrafts, type WantedDrafts } from './drafts';
import { marksNow } from './standing';

export type Run = typeof rehearsals.$inferSelect;

/** A message of a run without its bytes and checks. */
export type MessageRow = Omit<typeof rehearsalMessages.$inferSelect, 'raw' | 'checks'>;

export interface Asked {
  why: RehearsalWhy;
  /** Only what has changed since the newest run of what is live; everything where there is none. */
  changes: boolean;
  /** Drafts as if they were live: only what they change is rehearsed. */
  drafts?: WantedDrafts;
  /** Only these versions of what is live, whether they have changed or not; the rest is taken over from the newest run. */
  chosen?: { variantIds: string[] };
}

/**
 * Begins a rehearsal of all that is live in a store, of what has changed, or of what is chosen. Throws `conflict` while one is under way,
 * when nothing has changed or nothing of what is chosen is live, and when there is no run yet that the rest could be taken from;
 * `forbidden` for a store that is closed. Answers its number.
 */
export async function startRehearsal(
  store: Store,
  actor: Actor,
  { why, changes, drafts: wanted, chosen: only }: Asked = { why: 'asked', changes: false },
): Promise<{ number: number }> {
  const { id: storeId, name, closedAt } = store;
  if (closedAt) throw new AppError('forbidden', closing.refusedClosed({ name }));
  const drafts = wanted && (await draftsOf(store, wanted));
  if (drafts?.length === 0) throw new AppError('conflict', say.noDrafts);
  const marks = await withDrafts(storeId, drafts ?? [], () => marksNow(wearing(store, drafts ?? [])));
  const base = changes || drafts || only ? await newestDone(storeId) : undefined;
  // What somebody names is rehearsed in any case. A draft may change nothing that goes out, such as words of a language that is not complete: that is then what is found.
  const named = typeof wanted === 'object' || only !== undefined;
  if (base && !named && sameMarks(base.marks, marks)) throw new AppError('conflict', say.nothingChanged);
  // A run of before there were marks says nothing of what has changed since.
  const since = base && Object.keys(base.marks).length > 0 ? base : undefined;
  if (only && !since) throw new AppError('conflict', say.chosenNeedsRun);
  const scope = only ? keysOf(only.variantIds, marks) : since && changedBetween(since.marks, marks);
  if (only && scope?.length === 0) throw new AppError('conflict', say.chosenNotLive);
  try {
    return await database().transaction(async (tx) => {
      const [newest] = await tx
        .select({ number: rehearsals.number, state: rehearsals.state })
        .from(rehearsals)
        .where(eq(rehearsals.storeId, storeId))
        .orderBy(desc(rehearsals.number))
        .limit(1);
      if (newest && ['waiting', 'running'].includes(newest.state)) throw new AppError('conflict', say.underWay);
      const now = new Date(await databaseTime(tx));
      const number = (newest?.number ?? 0) + 1;
      await tx.insert(rehearsals).values({
        ...{ id: newId(), storeId, number, why, askedBy: actor.name.slice(0, 120) },
        // What was not chosen is as it was: what has changed of it is still to be rehearsed.
        marks: only ? onlyChosen(scope!, marks, since!.marks) : marks,
        chosen: only !== undefined,
        ...{ askedAt: now, beginsAt: now, unshown: [], unseen: [], counts: NO_COUNTS },
        ...(drafts && { drafts }),
        ...(since && { since: since.number, scope: scope! }),
      });
      await historyEntry(storeId, actor, 'askedRehearsal', { number }, { db: tx });
      return { number };
    });
  } catch (error) {
    // Two asked at the same moment.
    if (isDuplicate(error)) throw new AppError('conflict', say.underWay);
    throw error;
  }
}

/** The marks of versions. */
const keysOf = (variantIds: readonly string[], marks: VersionMarks): string[] =>
  Object.keys(marks).filter((key) => variantIds.some((id) => key.startsWith(`${id} `)));

/** Marks as they are now of what was chosen, and as they were of the rest; empty for what no run has shown yet. */
function onlyChosen(chosen: readonly string[], now: VersionMarks, before: VersionMarks): VersionMarks {
  const anew = new Set(chosen);
  return Object.fromEntries(
    Object.entries(now).map(([key, mark]) => [key, anew.has(key) ? mark : (before[key] ?? '')]),
  );
}

const LIGHT = {
  ...{ id: rehearsalMessages.id, rehearsalId: rehearsalMessages.rehearsalId, place: rehearsalMessages.place },
  ...{ event: rehearsalMessages.event, notificationId: rehearsalMessages.notificationId },
  ...{ variantId: rehearsalMessages.variantId, moment: rehearsalMessages.moment, role: rehearsalMessages.role },
  ...{ recipient: rehearsalMessages.recipient, recipientName: rehearsalMessages.recipientName },
  ...{ wanted: rehearsalMessages.wanted, language: rehearsalMessages.language, turn: rehearsalMessages.turn },
  ...{ at: rehearsalMessages.at, subject: rehearsalMessages.subject, outcome: rehearsalMessages.outcome },
  seen: rehearsalMessages.seen,
};

/** The messages of a run, in the order of its lives. */
export const messagesOf = ({ id }: Pick<Run, 'id'>): Promise<MessageRow[]> =>
  database()
    .select(LIGHT)
    .from(rehearsalMessages)
    .where(eq(rehearsalMessages.rehearsalId, id))
    .orderBy(asc(rehearsalMessages.place), asc(rehearsalMessages.id));

/** What a message shows, as it is found again in another run. */
export const showing = (
  m: Pick<MessageRow, 'notificationId' | 'variantId' | 'role' | 'wanted' | 'turn' | 'recipient'>,
): string =>
  JSON.stringify([m.notificationId, m.variantId, m.role, m.wanted, m.turn, m.role === 'staff' ? m.recipient : '']);

/** The worst that became of what each message shows. */
export function worstOf(rows: readonly MessageRow[]): Map<string, MessageOutcome> {
  const worst = new Map<string, MessageOutcome>();
  for (const row of rows) {
    const key = showing(row);
    const before = worst.get(key);
    if (!before || OUTCOMES.indexOf(row.outcome) > OUTCOMES.indexOf(before)) worst.set(key, row.outcome);
  }
  return worst;
}

/** The newest run of what is live in a store that came to its end. */
export async function newestDone(storeId: string): Promise<Run | undefined> {
  const [newest] = await database()
    .select()
    .from(rehearsals)
    .where(and(eq(rehearsals.storeId, storeId), eq(rehearsals.state, 'done'), isNull(rehearsals.drafts)))
    .orderBy(desc(rehearsals.number))
    .limit(1);
  return newest;
}

/** The run of what is live in the store before one that came to its end. */
export async function runBefore({ storeId, number }: Pick<Run, 'storeId' | 'number'>): Promise<Run | undefined> {
  const [before] = await database()
    .select()
    .from(rehearsals)
    .where(
      and(
        eq(rehearsals.storeId, storeId),
        eq(rehearsals.state, 'done'),
        isNull(rehearsals.drafts),
        lt(rehearsals.number, number),
      ),
    )
    .orderBy(desc(rehearsals.number))
    .limit(1);
  return before;
}
