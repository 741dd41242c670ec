/**
 * Writing down that attempts begin and what came of them: state, attempt with its conversation, and the message as it was sent. What
 * comes while one group is being written is written together as the next, so that many lines share one transaction and one flush to
 * disk. That an attempt begins stands there before anything is said to a server: after a crash the record shows what may have been sent.
 */
import { and, eq, inArray, or, sql } from 'drizzle-orm';
import type { DeliveryState } from '@/core/mail';
import { database, type Executor } from '../db/client';
import { databaseNow } from '../db/time';
import { isAway } from '../base/database-errors';
import { Grouping } from '../base/grouping';
import { tally } from '../operations/figures';
import { retryingDeadlocks } from '../db/deadlocks';
import { attempts, bounces, deliveries, sentFiles, sentMessages } from '../db/schema';
import { newId } from '../base/ids';
import { log } from '../base/log';
import { dropSecrets } from '../events/secrets';
import { noteDeliveries } from '../hooks/note';
import { carries, letGoCarried, shareOutcome } from '../sending/carried';
import type { FoldedMessage } from '../sending/kept-message';
import type { Delivery } from './claims';
import { kept, keptWithin } from '@/words/kept';
import { say } from '@/words/bounces';

export interface Outcome {
  state: DeliveryState;
  /** What failed or holds it, as a code; empty when nothing did. */
  cause: string;
  words: string;
  remedy: string;
  /** Undefined for what never got as far as an attempt, such as waiting for a limit to renew. */
  attempt?: { conversation: string; via: string };
  dueAt?: Date;
  subject?: string;
  messageId?: string;
  /** As it was sent, its files folded away. */
  message?: FoldedMessage;
  /** Its event holds what only the recipient may see: dropped once nothing of it is left to be sent. */
  secrets?: boolean;
  /** What went with it in one mail, as it was made. */
  carried?: Pick<Delivery, 'id' | 'subject' | 'editionId' | 'language'>[];
}

/** An attempt that is under way. */
export interface Begun {
  /** Of the attempt: writing twice what was lost on the way back is then no second attempt. */
  id: string;
  startedAt: Date;
}

interface Entry extends Begun {
  delivery: Delivery;
  /** Undefined for one that begins. */
  outcome: Outcome | undefined;
  endedAt: Date;
}

type Ended = Entry & { outcome: Outcome };
const hasEnded = (entry: Entry): entry is Ended => entry.outcome !== undefined;

/** Most messages in one group: what is written in one statement has to fit a packet, whatever pictures they hold. */
const GROUP = 50;
const GROUP_BYTES = 16_000_000;
const AGAIN_MS = 250;

export class Recorder {
  private readonly entries = new Grouping<Entry, void>({
    together: async (group) => {
      await persistently(group);
      for (const { outcome } of group) {
        if (!outcome) continue;
        tally('attempts', outcome.state);
        if (outcome.cause) tally('causes', outcome.cause);
      }
      return group.map(() => undefined);
    },
    most: GROUP,
    weight: { of: ({ outcome }) => outcome?.message?.raw.length ?? 0, most: GROUP_BYTES },
    failsAll: isAway,
  });

  /** Resolves when it is safely written that an attempt begins. */
  async begin(delivery: Delivery): Promise<Begun> {
    const begun = { id: newId(), startedAt: new Date(databaseNow()) };
    await this.entries.add({ ...begun, delivery, outcome: undefined, endedAt: begun.startedAt });
    return begun;
  }

  /** Resolves when the outcome is safely written. */
  write(delivery: Delivery, outcome: Outcome, begun?: Begun): Promise<void> {
    const endedAt = new Date(databaseNow());
    return this.entries.add({ ...(begun ?? { id: newId(), startedAt: endedAt }), delivery, outcome, endedAt });
  }
}

/**
 * A database that is away may be back in a moment, and what a server has taken should not be sent again for that: it is tried
 * until the leases are over.
 */
async function persistently(group: readonly Entry[]): Promise<void> {
  const until = Math.min(...group.map((e) => e.delivery.leaseUntil?.getTime() ?? 0));
  for (;;) {
    try {
      return await retryingDeadlocks(() => recordOutcomes(group));
    } catch (error) {
      if (!isAway(error) || databaseNow() + AGAIN_MS > until) throw error;
      log.warn({ err: error, outcomes: group.length }, 'outcomes could not be written down; trying again');
      await new Promise((again) => setTimeout(again, AGAIN_MS));
    }
  }
}

/**
 * Records outcomes of deliveries whose lease is still ours. Of one that another worker owns by now, only the attempt is written
 * down.
 */
async function recordOutcomes(entries: readonly Entry[]): Promise<void> {
  const group = entries.filter(hasEnded);
  await database().transaction(async (tx) => {
    const beginning = entries.filter((e) => !hasEnded(e)).map(beginningOf);
    if (beginning.length > 0) await tx.insert(attempts).ignore().values(beginning);
    if (group.length === 0) return;
    const owned = await stillOurs(tx, group);
    const changed = group.filter((e) => owned.has(e.delivery.id));
    if (changed.length > 0) {
      await writeDeliveries(tx, changed);
      await writeCarried(tx, changed);
      await bouncedMeanwhile(
        tx,
        changed.filter((e) => e.outcome.state === 'accepted').map((e) => e.delivery.id),
      );
    }
    for (const storeId of new Set(changed.map((e) => e.delivery.storeId))) {
      const told = changed.filter((e) => e.delivery.storeId === storeId).map((e) => e.delivery.id);
      await noteDeliveries(tx, storeId, told);
    }
    const tried = group.flatMap((e) => attemptOf(e) ?? []);
    if (tried.length > 0) {
      await tx
        .insert(attempts)
        .values(tried)
        .onDuplicateKeyUpdate({
          set: {
            endedAt: sql`values(${attempts.endedAt})`,
            state: sql`values(${attempts.state})`,
            via: sql`values(${attempts.via})`,
            words: sql`values(${attempts.words})`,
            remedy: sql`values(${attempts.remedy})`,
            conversation: sql`values(${attempts.conversation})`,
          },
        });
    }
    // Begun, and then not tried after all: no line was free in time.
    const untried = group.filter((e) => !e.outcome.attempt).map((e) => e.id);
    if (untried.length > 0) await tx.delete(attempts).where(inArray(attempts.id, untried));
    const messages = changed.flatMap(({ delivery, outcome: { message } }) =>
      message ? { deliveryId: delivery.id, storeId: delivery.storeId, raw: message.raw } : [],
    );
    if (messages.length > 0) {
      await tx
        .insert(sentMessages)
        .values(messages)
        .onDuplicateKeyUpdate({ set: { raw: sql`values(${sentMessages.raw})` } });
    }
    const files = changed.flatMap(({ delivery: { id, storeId }, outcome: { message } }) =>
      (message?.files ?? []).map((file, place) => ({ deliveryId: id, storeId, place, ...file })),
    );
    if (files.length > 0) await tx.insert(sentFiles).ignore().values(files);
    for (const { delivery, outcome } of changed) {
      if (outcome.secrets) await dropSecrets(tx, delivery.eventId);
    }
  });
}

async function stillOurs(tx: Executor, group: readonly Ended[]): Promise<Set<string>> {
  const ids = group.map((e) => e.delivery.id);
  const leaseBy = [...new Set(group.map((e) => e.delivery.leaseBy ?? ''))];
  const rows = await tx
    .select({ id: deliveries.id })
    .from(deliveries)
    .where(and(inArray(deliveries.id, ids), inArray(deliveries.leaseBy, leaseBy), eq(deliveries.state, 'sending')))
    .for('update');
  return new Set(rows.map((r) => r.id));
}

/**
 * Writes what deliveries are afterwards, all in one statement. What changes goes to the database as one JSON text: to name every column
 * of every row took as long as making a message.
 */
async function writeDeliveries(tx: Executor, group: readonly Ended[]): Promise<void> {
  const after = JSON.stringify(group.map(afterwards));
  await tx.execute(sql`
    update json_table(${after}, '$[*]' columns (
      id varchar(26) character set utf8mb4 path '$.id',
      state varchar(12) path '$.state',
      words varchar(2000) path '$.words',
      cause varchar(40) path '$.cause',
      due_at datetime(3) path '$.dueAt',
      subject varchar(500) path '$.subject',
      message_id varchar(200) path '$.messageId',
      accepted_at datetime(3) path '$.acceptedAt',
      attempts int path '$.attempts',
      lapses int path '$.lapses',
      edition_id varchar(26) path '$.editionId',
      language varchar(20) path '$.language'
    )) a
    straight_join delivery d force index for join (primary) on d.id = a.id collate utf8mb4_unicode_ci
    set d.state = a.state, d.lease_until = null, d.lease_by = null, d.lapses = a.lapses, d.last_words = a.words, d.cause = a.cause, d.due_at = a.due_at,
      d.subject = a.subject, d.message_id = a.message_id, d.accepted_at = a.accepted_at, d.attempts = a.attempts,
      d.edition_id = a.edition_id, d.language = a.language`);
}

/** What a delivery carries becomes what it becomes; of one that does not go out, it goes in another mail. */
async function writeCarried(tx: Executor, group: readonly Ended[]): Promise<void> {
  const carriers = group.filter((e) => carries(e.delivery));
  for (const { outcome } of carriers) {
    for (const { id, ...made } of outcome.carried ?? []) {
      await tx.update(deliveries).set(made).where(eq(deliveries.id, id));
    }
  }
  const stopped = carriers.filter((e) => e.outcome.state === 'cancelled').map((e) => e.delivery.id);
  const given = carriers.filter((e) => !['cancelled', 'planned'].includes(e.outcome.state)).map((e) => e.delivery.id);
  await letGoCarried(tx, stopped);
  await shareOutcome(tx, given);
}

/** A report can be faster than the record: what came back before its acceptance was written down is bounced all the same. */
async function bouncedMeanwhile(tx: Executor, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  const back = await tx
    .select({ id: bounces.deliveryId, words: bounces.words })
    .from(bounces)
    .where(and(inArray(bounces.deliveryId, [...ids]), inArray(bounces.kind, ['hard', 'soft'])));
  for (const { id, words } of back) {
    await tx
      .update(deliveries)
      .set({ state: 'bounced', lastWords: kept(() => say.cameBack({ words })) })
      .where(or(eq(deliveries.id, id), eq(deliveries.gatheredIn, id)));
  }
}

/** A time as MariaDB writes it, UTC. */
const written = (time: Date): string => time.toISOString().slice(0, 23).replace('T', ' ');

/** What of a row is different afterwards. */
function afterwards({ delivery, outcome, endedAt }: Ended) {
  const acceptedAt = outcome.state === 'accepted' ? endedAt : delivery.acceptedAt;
  return {
    id: delivery.id,
    state: outcome.state,
    words: keptWithin(outcome.words, 2000),
    cause: outcome.cause,
    dueAt: written(outcome.dueAt ?? delivery.dueAt),
    subject: outcome.subject ?? delivery.subject,
    messageId: (outcome.messageId ?? delivery.messageId).slice(0, 200),
    ...(acceptedAt && { acceptedAt: written(acceptedAt) }),
    attempts: outcome.attempt ? delivery.attempts : delivery.attempts - 1,
    // One that no line was free for has not been survived.
    lapses: outcome.state === 'planned' ? delivery.lapses : 0,
    editionId: delivery.editionId,
    language: delivery.language,
  };
}

function beginningOf({ id, delivery, startedAt }: Entry): typeof attempts.$inferInsert {
  return {
    id,
    storeId: delivery.storeId,
    deliveryId: delivery.id,
    number: delivery.attempts,
    startedAt,
    state: 'sending',
    words: '',
    conversation: '',
  };
}

function attemptOf({ id, delivery, outcome, startedAt, endedAt }: Ended): typeof attempts.$inferInsert | undefined {
  if (!outcome.attempt) return undefined;
  return {
    id,
    storeId: delivery.storeId,
    deliveryId: delivery.id,
    number: delivery.attempts,
    startedAt,
    endedAt,
    state: outcome.state,
    via: outcome.attempt.via,
    words: keptWithin(outcome.words, 2000),
    remedy: keptWithin(outcome.remedy, 2000),
    conversation: outcome.attempt.conversation,
  };
}
