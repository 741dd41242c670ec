/** `POST /api/v1/events`: a signed CloudEvent in, the ids of the planned deliveries out. */
import { isOwnNumber, OWN_ORDERS } from '@/core/order';
import { placedSentence } from '@/core/schema';
import { jsonTooLarge } from '@/core/size';
import { AppError } from '../base/errors';
import { takeEvent } from '../events/take';
import { checkEvent, type OrderEvent } from '../events/schema';
import { log } from '../base/log';
import { MAX_BODY, readBody } from './body';
import { storeThatSigned } from './keys';
import { countWrong, guessesTooMuch, tooMany } from './limits';
import { problem, tooOften } from './problem';

/**
 * Takes a signed event: CloudEvents 1.0 in a body signed as Standard Webhooks has it. Answers 202 with what was planned, or a
 * problem (RFC 9457).
 */
export async function handleEvent(request: Request): Promise<Response> {
  const body = await readBody(request);
  if (body === undefined) {
    return problem(
      413,
      `The event is larger than ${MAX_BODY / 1_000_000} MB. Leave out what is not part of the order, such as pictures in the body.`,
    );
  }
  try {
    const wait = await guessesTooMuch(request.headers);
    if (wait !== undefined) return tooOften(wait);
    // Before its signature is checked, which reads the JSON as well.
    const large = jsonTooLarge(body);
    if (large) return problem(400, large);
    const signed = await storeThatSigned(body, request.headers);
    if (!signed.ok) {
      await countWrong(request.headers);
      return problem(401, signed.message);
    }
    const often = await tooMany('events', signed.storeId);
    if (often !== undefined) return tooOften(often);
    const event = readEvent(body);
    if (event instanceof Response) return event;
    const received = await takeEvent(signed.storeId, event);
    return Response.json({ deliveries: received.deliveries, known: received.known }, { status: 202 });
  } catch (error) {
    if (error instanceof AppError && error.code === 'invalid') {
      return problem(400, `${error.message} ${error.problems.map(placedSentence).join(' ')}`, error.problems);
    }
    if (error instanceof AppError && error.code === 'conflict') {
      return problem(409, `${error.message} ${error.problems.map((p) => p.message).join(' ')}`, error.problems);
    }
    log.error({ err: error }, 'an event could not be recorded');
    return problem(
      503,
      'The event could not be recorded and nothing was planned. Send it again: it will be taken once.',
      [],
      { 'retry-after': '5' },
    );
  }
}

/** The event in a body, or the answer that says what is wrong with it. */
function readEvent(body: string): OrderEvent | Response {
  let event: unknown;
  try {
    event = JSON.parse(body);
  } catch (error) {
    return problem(400, `The event is not JSON: ${(error as Error).message.slice(0, 200)}`);
  }
  const checked = checkEvent(event);
  if (!checked.ok) {
    return problem(
      400,
      `The event cannot be taken: ${checked.problems.slice(0, 3).map(placedSentence).join(' ')}`,
      checked.problems,
    );
  }
  const { number } = checked.value.data.order;
  if (!isOwnNumber(number)) return checked.value;
  return problem(
    400,
    `The number ${number} cannot be a shop's: ${OWN_ORDERS} is for orders that are made in Libellus.`,
    [
      {
        path: '/data/order/number',
        message: `Use another number: ${OWN_ORDERS} is for orders that are made in Libellus.`,
      },
    ],
  );
}
