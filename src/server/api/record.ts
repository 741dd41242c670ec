/** `GET /api/v1/deliveries`: a page of the record, for who has the reading key. */
import { log } from '../base/log';
import { listDeliveries, readDeliveryFilter } from '../features/deliveries/deliveries';
import { storeOfReadKey } from './keys';
import { countWrong, guessesTooMuch, tooMany } from './limits';
import { problem, tooOften } from './problem';

/** Answers deliveries of the store whose reading key asks, filtered by the address's query. */
export async function handleRecord(request: Request): Promise<Response> {
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
    const query = Object.fromEntries(new URL(request.url).searchParams);
    const page = await listDeliveries(storeId, readDeliveryFilter(query));
    return Response.json({ deliveries: page.rows, next: page.next });
  } catch (error) {
    log.error({ err: error }, 'the record could not be read');
    return problem(503, 'The record cannot be read just now. Ask again in a minute.', [], { 'retry-after': '5' });
  }
}
