/** What other programs may read with a store's reading key: the record of deliveries, and the discount codes. */
import { log } from '../base/log';
import { listDeliveries, readDeliveryFilter } from '../features/deliveries/deliveries';
import { listCodes } from '../features/codes/list';
import { storeOfReadKey } from './keys';
import { countWrong, guessesTooMuch, tooMany } from './limits';
import { problem, tooOften } from './problem';

/** Answers a question of the store whose reading key asks, with what its address asks for. */
async function answerReading(
  request: Request,
  what: string,
  read: (storeId: string, query: Record<string, string>) => Promise<object>,
): Promise<Response> {
  try {
    const wait = await guessesTooMuch(request.headers);
    if (wait !== undefined) return tooOften(wait);
    const storeId = await storeOfReadKey(request.headers);
    if (!storeId) {
      await countWrong(request.headers);
      return problem(401, 'A reading key is needed: Authorization: Bearer and the key.', [], {
        'www-authenticate': 'Bearer',
      });
    }
    const often = await tooMany('reading', storeId);
    if (often !== undefined) return tooOften(often);
    return Response.json(await read(storeId, Object.fromEntries(new URL(request.url).searchParams)));
  } catch (error) {
    log.error({ err: error, what }, 'a reading could not be answered');
    return problem(503, `The ${what} cannot be read just now. Ask again in a minute.`, [], { 'retry-after': '5' });
  }
}

/** `GET /api/v1/deliveries`: a page of the record. */
export const handleRecord = (request: Request): Promise<Response> =>
  answerReading(request, 'record', async (storeId, query) => {
    const page = await listDeliveries(storeId, readDeliveryFilter(query));
    return { deliveries: page.rows, next: page.next };
  });

/** `GET /api/v1/codes`: a page of the discount codes, those that customers were given among them. */
export const handleCodes = (request: Request): Promise<Response> =>
  answerReading(request, 'discount codes', (storeId, { after = '', givenSince }) =>
    listCodes(storeId, { after: after.slice(0, 64), ...(givenSince !== undefined && { givenSince }) }),
  );
