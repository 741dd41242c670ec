/** `POST /api/v1/events`: signed CloudEvents in, the ids of the planned deliveries out. */
import { jsonTooLarge } from '@/core/size';
import type { FieldProblem } from '../base/errors';
import { takeTold } from '../events/take';
import { keepRefusedEvent } from '../sources/requests';
import { log } from '../base/log';
import { tally } from '../operations/figures';
import { MAX_BODY, readBody } from './body';
import { eventsIn } from './cloudevents';
import { storeThatSigned } from './keys';
import { counted, countWrong, guessesTooMuch } from './limits';
import { problem, problemBody, PROBLEM_TYPES, tooOften, type ProblemType } from './problem';

/**
 * Takes signed events: CloudEvents 1.0 in any of its modes, in a body signed as Standard Webhooks has it. Answers 202 with what was planned,
 * or a problem (RFC 9457); a batch is answered for each event by itself, with 207 where some were not taken.
 */
export async function handleEvent(request: Request): Promise<Response> {
  const body = await readBody(request);
  if (body === undefined) {
    return problem(
      'too-large',
      `The event is larger than ${MAX_BODY / 1_000_000} MB. Leave out what is not part of the order, such as pictures in the body.`,
    );
  }
  try {
    const guessed = await guessesTooMuch(request.headers);
    if (guessed !== undefined) return tooOften(guessed);
    // Before its signature is checked, which reads the JSON as well.
    const large = jsonTooLarge(body);
    if (large) return problem('not-taken', large);
    const signed = await storeThatSigned(body, request.headers);
    if (!signed.ok) {
      await countWrong(request.headers);
      return problem('not-signed', signed.message);
    }
    const brought = eventsIn(body, request.headers);
    const { wait, headers } = await counted(
      'events',
      signed.storeId,
      brought.mode === 'batch' ? Math.max(1, brought.events.length) : 1,
    );
    if (wait !== undefined) return tooOften(wait, headers);
    if (brought.mode === 'none') return problem('not-json', brought.problem, [], headers);
    if (brought.mode === 'batch') return await takeBatch(signed.storeId, brought.events, headers);
    const taken = await take(signed.storeId, brought.event);
    return 'type' in taken
      ? problem(taken.type, taken.title, taken.problems, { ...headers, ...(taken.type === 'unavailable' && SOON) })
      : Response.json(taken, { status: 202, headers });
  } catch (error) {
    log.error({ err: error }, 'an event could not be recorded');
    return problem('unavailable', NOT_RECORDED, [], SOON);
  }
}

const NOT_RECORDED = 'The event could not be recorded and nothing was planned. Send it again: it will be taken once.';
const SOON = { 'retry-after': '5' };

interface Refused {
  type: ProblemType;
  title: string;
  problems: readonly FieldProblem[];
}

/** The type of an event that was taken. */
const momentIn = (event: unknown): string => String((event as { type?: unknown }).type);

/** Takes one event, or says what is wrong with it; what is refused is kept to be looked at. */
async function take(storeId: string, event: unknown): Promise<{ deliveries: string[]; known: boolean } | Refused> {
  const taken = await takeTold(storeId, event);
  tally('events', 'why' in taken ? taken.why : taken.known ? 'known' : 'taken');
  if (!('why' in taken)) {
    if (!taken.known) tally('planned', momentIn(event), taken.deliveries.length);
    return taken;
  }
  const { why, title, problems } = taken;
  await keepRefusedEvent(storeId, event, { why: title, problems, status: PROBLEM_TYPES[why] });
  return { type: why, title, problems };
}

/** Takes the events of a batch one after the other, each for itself: what is wrong with one keeps no other from being taken. */
async function takeBatch(
  storeId: string,
  events: readonly unknown[],
  headers: Record<string, string>,
): Promise<Response> {
  const answers: object[] = [];
  let all = true;
  for (const event of events) {
    const id = (event as { id?: unknown } | null)?.id;
    const named = typeof id === 'string' ? { id } : {};
    const taken = await take(storeId, event).catch((error: unknown): Refused => {
      log.error({ err: error }, 'an event of a batch could not be recorded');
      return { type: 'unavailable', title: NOT_RECORDED, problems: [] };
    });
    if ('type' in taken) {
      all = false;
      answers.push({ ...named, ...problemBody(taken.type, taken.title, taken.problems) });
    } else answers.push({ ...named, status: 202, ...taken });
  }
  return Response.json({ events: answers }, { status: all ? 202 : 207, headers });
}
