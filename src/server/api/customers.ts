/** What the shop's account page and checkout keep of a customer: their contacts. */
import { jsonTooLarge } from '@/core/size';
import { log } from '../base/log';
import { putContacts } from '../features/customers/contacts';
import { MAX_BODY, readBody } from './body';
import { storeThatSigned } from './keys';
import { counted, countWrong, guessesTooMuch } from './limits';
import { problem, refusal, tooOften } from './problem';

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
    const refused = refusal(error);
    if (refused) return refused;
    log.error({ err: error }, 'contacts could not be kept');
    return problem('unavailable', 'Contacts cannot be kept just now. Ask again in a minute.', [], {
      'retry-after': '5',
    });
  }
}
