/** One delivery: its way chosen, rendered, composed, signed, sent, and written down. */
import { isAboutService, isFinal, retryDelay, type DeliveryState, type SendOutcome } from '@/core/mail';
import { holdsSecrets } from '@/core/placeholders';
import { config } from '../base/config';
import { database } from '../db/client';
import { ownClockAhead, sendingNow } from '../db/own-clock';
import { databaseNow } from '../db/time';
import { faultCause, type FaultCause } from '../base/faults';
import { log } from '../base/log';
import { eventSpanId, isTraced, newSpanId, step, tell, traceIdOf, type Span } from '../base/trace';
import type { BatchContext } from '../sending/render';
import { viaOf } from '../sending/service';
import type { Line } from '../sending/transport';
import { withholdFrom } from '../sending/withholding';
import { WORKERS_ENDED, type Delivery } from './claims';
import { FAR_AHEAD, type Dispatch, type Way } from './dispatch';
import type { Lines } from './service-lines';
import type { Begun, Outcome, Recorder } from './record';
import { kept, keptWithin } from '@/words/kept';
import { say } from '@/words/sent';
import { say as bounced } from '@/words/bounces';
import { say as files } from '@/words/files';
import { say as codes } from '@/words/codes';
import { say as sentAs } from '@/words/sentAs';
import { fromAddressOf, lookAgain, makeMessage } from './making';
import type { Threads } from './threads';

export interface DeliverWith {
  context: BatchContext;
  threads: Threads;
  dispatch: Dispatch;
  lines: Pick<Lines, 'with'>;
  recorder: Recorder;
}

/** Does a part of a delivery, and tells of it where that is traced. */
type Timed = <T>(name: string, work: () => Promise<T>, of?: Pick<Span, 'kind'> & { host?: string }) => Promise<T>;

/** Sends one claimed delivery and records the attempt, whatever came of it. */
export async function deliver(delivery: Delivery, using: DeliverWith): Promise<DeliveryState> {
  // What is rehearsed is nobody's mail.
  const traced = isTraced() && ownClockAhead() === undefined;
  const event = delivery.eventId;
  const id = traced ? newSpanId() : '';
  const part: Timed = (name, work, { kind, host } = {}) =>
    traced
      ? step(
          { event, name, parent: id, attributes: host ? { 'server.address': host } : {}, ...(kind && { kind }) },
          work,
        )
      : work();
  const started = Date.now();
  let begun: Begun | undefined;
  const begin = async (): Promise<void> => {
    begun = await using.recorder.begin(delivery);
  };
  const outcome = await attempt(delivery, using, begin, part).catch((error: unknown) =>
    outcomeOfFault(delivery, error),
  );
  const secrets = holdsSecrets(using.context.later.get(delivery.eventId)?.details);
  await part('record', () => using.recorder.write(delivery, secrets ? { ...outcome, secrets } : outcome, begun));
  if (traced) {
    const { state, cause } = outcome;
    tell({
      ...{ event, id, name: 'deliver', parent: eventSpanId(event), begun: started, ended: Date.now() },
      attributes: {
        ...{ 'libellus.delivery': delivery.id, 'libellus.store': delivery.storeId },
        ...{ 'libellus.notification': delivery.notificationId, 'libellus.attempt': delivery.attempts },
        ...{ 'libellus.state': state, ...(cause && { 'libellus.cause': cause }) },
        'libellus.due_for_ms': Math.max(0, Math.round(databaseNow() - delivery.dueAt.getTime())),
      },
      ...(cause && { failed: cause }),
    });
  }
  return outcome.state;
}

/** What a line of the log says of a delivery, in the ids of the record and of its trace. */
const logged = ({ id, eventId, storeId }: Delivery) => ({
  ...{ delivery: id, event: eventId, store: storeId, trace: traceIdOf(eventId) },
});

/** Puts a delivery aside that ended each worker that had it in hand: others go on, and somebody looks into it. */
export async function putAside(delivery: Delivery, recorder: Recorder): Promise<void> {
  log.error({ ...logged(delivery), lapses: delivery.lapses }, 'a delivery ended each worker that had it in hand');
  await recorder.write(delivery, {
    state: 'held',
    cause: WORKERS_ENDED,
    ...kept(() => ({ words: say.workersEnded({ times: delivery.lapses }), remedy: say.seeWhyWorkersEnded })),
    dueAt: FAR_AHEAD,
    attempt: { conversation: '', via: '' },
  });
}

/** A fault of the database, the secret or ours says nothing about the message: it is tried again, and never given up by itself. */
const FAULTS: Record<FaultCause, (detail: string) => { words: string; remedy: string }> = {
  content: (detail) => ({ words: say.notMade({ detail }), remedy: say.correctAndPublish }),
  file: (detail) => ({ words: detail, remedy: files.triedAgain }),
  code: (detail) => ({ words: detail, remedy: codes.seeToTheCode }),
  secret: () => ({ words: say.secretDoesNotOpen, remedy: say.startWithItsSecret }),
  database: () => ({ words: say.databaseDidNotAnswer, remedy: say.seeTheLog }),
  internal: (detail) => ({ words: say.failedOnOurSide({ detail }), remedy: say.seeTheLog }),
};

function outcomeOfFault(delivery: Delivery, error: unknown): Outcome {
  const cause = faultCause(error);
  log.error({ ...logged(delivery), cause, err: error }, 'a delivery could not be made');
  const detail = (error instanceof Error ? error.message : String(error)).slice(0, 400);
  const fault = { cause, ...kept(() => FAULTS[cause](detail)), attempt: { conversation: '', via: '' } };
  if (cause === 'content') return { ...fault, state: 'failed' };
  // Somebody has to see to the code first, and that lets it go.
  if (cause === 'code') return { ...fault, state: 'held', dueAt: FAR_AHEAD };
  const wait = retryDelay(delivery.attempts, ageOf(delivery), Math.random());
  return wait === undefined
    ? { ...fault, state: 'held', dueAt: FAR_AHEAD }
    : {
        ...fault,
        state: 'deferred',
        dueAt: new Date(sendingNow() + (cause === 'database' ? DATABASE_WAIT_MS : wait)),
      };
}

/** The database is usually back in a moment. */
const DATABASE_WAIT_MS = 5_000;

async function attempt(
  delivery: Delivery,
  using: DeliverWith,
  begin: () => Promise<void>,
  part: Timed,
): Promise<Outcome> {
  if (delivery.timed) {
    const stopped = lookAgain(delivery, using.context);
    if (stopped) return stopped;
  }
  const way = await using.dispatch.way(delivery, await fromAddressOf(delivery));
  if (way.kind === 'withheld') return { ...way, state: 'withheld' };
  if (way.kind === 'hold') return { ...way, state: 'held', dueAt: way.until };
  const message = await part('make', () => makeMessage(delivery, way, using));
  const { subject, messageId, raw, kept: keptMessage, copies, carried } = message;
  await part('begin', begin);
  const give = async (line: Pick<Line, 'send'>) => {
    // A line may have been long in coming. Whatever is sent has to be over before the lease is: after that, another worker
    // may send the same.
    const left = (delivery.leaseUntil?.getTime() ?? 0) - databaseNow() - config().leaseMs / 10;
    if (left < config().leaseMs / 6) return undefined;
    const sent = await line.send(
      { from: way.returnPath, to: delivery.recipient },
      raw,
      Math.min(left, config().leaseMs / 2),
    );
    const given = sent.outcome.kind === 'accepted' ? await sendCopies(copies, raw, way, line) : NO_COPIES;
    return { ...sent, conversation: [sent.conversation, ...given.conversations].join('\n'), given };
  };
  const result = await part('send', () => using.lines.with(way.service, give), {
    ...{ kind: 'client', host: way.service.host },
  });
  if (!result) return { state: 'planned', cause: '', words: '', remedy: '', dueAt: new Date(databaseNow()) };
  const also = way.passedOver.length > 0 ? ` (${way.passedOver.join(' ')})` : '';
  const made = {
    subject,
    messageId,
    ...(carried.length > 0 && { carried }),
    attempt: { conversation: result.conversation, via: keptWithin(`${viaOf(way.service)}${also}`, 2000) },
  };
  if (result.outcome.kind === 'accepted') {
    // It is sent: whatever else goes wrong from here on, that stands.
    await using.dispatch
      .took(way.service, delivery.recipient)
      .catch((error: unknown) =>
        log.warn({ ...logged(delivery), err: error }, 'what follows an acceptance was not written'),
      );
    const { accepted, refused } = result.given;
    for (const address of accepted) await using.dispatch.took(way.service, address).catch(() => undefined);
    const words = keptWithin(
      [
        result.outcome.response,
        ...(accepted.length > 0 ? [kept(() => sentAs.sentCopies({ addresses: accepted.join(', ') }))] : []),
        ...refused.map(({ address, why }) => kept(() => sentAs.copyRefused({ address, why }))),
      ].join(' '),
      2000,
    );
    return { ...made, state: 'accepted', cause: '', words, remedy: '', message: keptMessage };
  }
  const { outcome } = result;
  const { kind, cause: words, remedy } = result.diagnosis!;
  const failure = { ...made, cause: kind, words, remedy };
  if (isFinal(outcome, kind)) {
    // A mailbox that is not there will not be there tomorrow: nobody is helped by asking again with each order.
    if (kind === 'recipient refused') {
      await withholdFrom(database(), {
        storeId: delivery.storeId,
        address: delivery.recipient,
        reason: kept(() => bounced.wasRefused({ answer: saidBy(outcome) })),
        source: 'refusal',
        deliveryId: delivery.id,
      });
      return {
        ...failure,
        state: 'failed',
        remedy: kept(() => say.notWrittenToUntilAllowed({ remedy })),
      };
    }
    return { ...failure, state: 'failed' };
  }
  const wait = retryDelay(delivery.attempts, ageOf(delivery), Math.random());
  if (isAboutService(result.failedAt!, kind)) {
    await using.dispatch.failed(way.service, kind, words);
    // Due at once: the next service in line takes it, or it waits until this one has rested. Of a service that did not work for days
    // no recipient has said anything, so the message waits on.
    return wait === undefined
      ? { ...failure, state: 'held', dueAt: FAR_AHEAD }
      : { ...failure, state: 'deferred', dueAt: new Date(sendingNow()) };
  }
  if (kind !== 'greylisted' && ['recipient', 'message'].includes(result.failedAt!)) {
    await using.dispatch.putOff(way.service, delivery.recipient, words);
  }
  return wait === undefined
    ? { ...failure, state: 'failed', words: kept(() => say.givenUp({ words })), remedy: kept(() => say.givenUpRemedy) }
    : { ...failure, state: 'deferred', dueAt: new Date(sendingNow() + wait) };
}

interface Copies {
  accepted: string[];
  refused: { address: string; why: string }[];
  conversations: string[];
}

const NO_COPIES: Copies = { accepted: [], refused: [], conversations: [] };

/**
 * Gives the message to those who get a copy, each by itself: what becomes of a copy changes nothing for the recipient. A copy is tried
 * once.
 */
async function sendCopies(
  copies: readonly string[],
  raw: Buffer,
  way: Extract<Way, { kind: 'send' }>,
  line: Pick<Line, 'send'>,
): Promise<Copies> {
  const given: Copies = { accepted: [], refused: [], conversations: [] };
  for (const address of copies) {
    const { outcome, conversation } = await line.send({ from: way.returnPath, to: address }, raw, COPY_MS);
    given.conversations.push(conversation);
    if (outcome.kind === 'accepted') given.accepted.push(address);
    else given.refused.push({ address, why: saidBy(outcome) || (outcome.kind === 'unreachable' ? outcome.error : '') });
  }
  return given;
}

/** For so long a copy may take. */
const COPY_MS = 10_000;

/** What a server answered, short enough for a list. */
const saidBy = (outcome: SendOutcome): string =>
  outcome.kind === 'refused' ? `${outcome.code} ${outcome.response}`.replace(/\s+/g, ' ').slice(0, 200) : '';

/** For how long it has been tried, in ms: what waited for its time was not tried before it. */
const ageOf = ({ plannedFor, createdAt }: Delivery): number =>
  Math.max(0, sendingNow() - (plannedFor ?? createdAt).getTime());
