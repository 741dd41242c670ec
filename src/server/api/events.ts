/** `POST /api/v1/events`: a signed CloudEvent in, the ids of the planned deliveries out. */
import { isOwnNumber, OWN_ORDERS } from '@/core/order';
import { placeWords } from '@/core/schema';
import { AppError, type FieldProblem } from '../errors';
import { receiveEvent } from '../events/receive';
import { checkEvent } from '../events/schema';
import { log } from '../log';
import { storeThatSigned } from './keys';

/** An order with five hundred lines is far below this. */
export const MAX_BODY = 1_000_000;

function problem(status: number, title: string, problems: FieldProblem[] = []): Response {
  // RFC 9457, with each place both as a JSON Pointer and in words.
  return Response.json(
    {
      type: 'about:blank',
      title,
      status,
      ...(problems.length > 0 && {
        problems: problems.map((p) => ({
          path: p.path,
          place: placeWords(p.path),
          message: `${placeWords(p.path)} ${p.message}`,
        })),
      }),
    },
    { status, headers: { 'content-type': 'application/problem+json' } },
  );
}

/** Reads a body, or gives undefined when it is longer than {@link MAX_BODY}; never keeps more than that in memory. */
async function readBody(request: Request): Promise<string | undefined> {
  if (Number(request.headers.get('content-length') ?? 0) > MAX_BODY) return undefined;
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  for (;;) {
    const part = await reader?.read();
    if (!part || part.done) break;
    size += part.value.length;
    if (size > MAX_BODY) {
      await reader?.cancel();
      return undefined;
    }
    chunks.push(part.value);
  }
  return Buffer.concat(chunks).toString('utf8');
}

export async function handleEvent(request: Request): Promise<Response> {
  const body = await readBody(request);
  if (body === undefined) {
    return problem(
      413,
      `The event is larger than ${MAX_BODY / 1_000_000} MB. Leave out what is not part of the order, such as pictures in the body.`,
    );
  }
  const signed = await storeThatSigned(body, request.headers);
  if (!signed.ok) return problem(401, signed.message);
  let event: unknown;
  try {
    event = JSON.parse(body);
  } catch (error) {
    return problem(400, `The event is not JSON: ${(error as Error).message}`);
  }
  const checked = checkEvent(event);
  if (!checked.ok) {
    return problem(
      400,
      `The event cannot be taken: ${checked.problems
        .map((p) => `${placeWords(p.path)} ${p.message}`)
        .slice(0, 3)
        .join('; ')}.`,
      checked.problems,
    );
  }
  const { number } = checked.value.data.order;
  if (isOwnNumber(number)) {
    return problem(
      400,
      `The number ${number} cannot be a shop's: ${OWN_ORDERS} is for orders that are made in Libellus.`,
      [
        {
          path: '/data/order/number',
          message: `begins with ${OWN_ORDERS}, which is for orders that are made in Libellus`,
        },
      ],
    );
  }
  try {
    const received = await receiveEvent(signed.storeId, checked.value);
    return Response.json({ deliveries: received.deliveries, known: received.known }, { status: 202 });
  } catch (error) {
    if (error instanceof AppError && error.code === 'invalid') {
      return problem(
        400,
        `${error.message} ${error.problems.map((p) => `${placeWords(p.path)} ${p.message}`).join('; ')}`,
        error.problems,
      );
    }
    if (error instanceof AppError && error.code === 'conflict') {
      return problem(409, `${error.message} ${error.problems.map((p) => p.message).join(' ')}`, error.problems);
    }
    log.error({ err: error }, 'an event could not be recorded');
    return problem(
      503,
      'The event could not be recorded and nothing was planned. Send it again: it will be taken once.',
    );
  }
}
