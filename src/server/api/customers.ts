/** What the shop's account page and checkout read and keep of a customer: their contacts. */
import { placedSentence } from '@/core/schema';
import { jsonTooLarge } from '@/core/size';
import { AppError } from '../base/errors';
import { log } from '../base/log';
import { contactsOf, putContacts } from '../features/customers/contacts';
import { MAX_BODY, readBody } from './body';
import { storeOfReadKey, storeThatSigned } from './keys';
import { counted, countWrong, guessesTooMuch } from './limits';
import { problem, tooOften } from './problem';

/** `GET /api/v1/customers/{address}/contacts`, with a reading key. */
export const handleContacts = (request: Request, address: string): Promise<Response> =>
  answer(async () => {
    const storeId = await storeOfReadKey(request.headers, 'customers');
    if (!storeId) {
      await countWrong(request.headers);
      return problem(
        'no-reading-key',
        'A reading key that may read this is needed: Authorization: Bearer and the key.',
        [],
        {
          'www-authenticate': 'Bearer',
        },
      );
    }
    const { wait, headers } = await counted('reading', storeId);
    return wait === undefined
      ? Response.json(await contactsOf(storeId, address), { headers })
      : tooOften(wait, headers);
  }, request.headers);

/** `PUT /api/v1/customers/{address}/contacts`, signed as events are. */
export async function handlePutContacts(request: Request, address: string): Promise<Response> {
  const body = await readBody(request);
  if (body === undefined) return problem('too-large', `The body is larger than ${MAX_BODY / 1_000_000} MB.`);
  return answer(async () => {
    const large = jsonTooLarge(body);
    if (large) return problem('not-taken', large);
    const signed = await storeThatSigned(body, request.headers);
    if (!signed.ok) {
      await countWrong(request.headers);
      return problem('not-signed', signed.message);
    }
    const { wait, headers } = await counted('events', signed.storeId);
    if (wait !== undefined) return tooOften(wait, headers);
    let input: unknown;
    try {
      input = JSON.parse(body);
    } catch (error) {
      return problem('not-json', `The body is not JSON: ${(error as Error).message.slice(0, 200)}`);
    }
    return Response.json(await putContacts(signed.storeId, address, input), { headers });
  }, request.headers);
}

async function answer(make: () => Promise<Response>, headers: Headers): Promise<Response> {
  try {
    const wait = await guessesTooMuch(headers);
    return wait === undefined ? await make() : tooOften(wait);
  } catch (error) {
    if (error instanceof AppError && error.code === 'not-found') return problem('not-found', error.message);
    if (error instanceof AppError && error.code === 'invalid') {
      return problem(
        'not-taken',
        `${error.message} ${error.problems.map(placedSentence).join(' ')}`.trim(),
        error.problems,
      );
    }
    log.error({ err: error }, 'contacts could not be read or kept');
    return problem('unavailable', 'Contacts cannot be read or kept just now. Ask again in a minute.', [], {
      'retry-after': '5',
    });
  }
}
