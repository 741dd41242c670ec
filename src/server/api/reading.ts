/** What other programs may read with a store's reading key: the record of deliveries, and the discount codes. */
import type { KeyScope } from '@/contract/keys';
import { log } from '../base/log';
import { listDeliveries, readDeliveryFilter } from '../features/deliveries/deliveries';
import { listCodes } from '../features/codes/list';
import { storeOfReadKey } from './keys';
import { counted, countWrong, guessesTooMuch } from './limits';
import { problem, tooOften } from './problem';

interface Page {
  next?: string | undefined;
}

/** Where the next page is (RFC 8288): the same question from where this one ended. */
function nextPage(url: URL, cursor: string, { next }: Page): { link?: string } {
  if (next === undefined) return {};
  const query = new URLSearchParams(url.searchParams);
  query.set(cursor, next);
  return { link: `<${url.pathname}?${query}>; rel="next"` };
}

/** Answers a question of the store whose reading key asks, with what its address asks for; `cursor` names where a page begins. */
async function answerReading(
  request: Request,
  what: string,
  scope: KeyScope,
  cursor: string,
  read: (storeId: string, query: Record<string, string>) => Promise<Page>,
): Promise<Response> {
  try {
    const wait = await guessesTooMuch(request.headers);
    if (wait !== undefined) return tooOften(wait);
    const storeId = await storeOfReadKey(request.headers, scope);
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
    const { wait: often, headers } = await counted('reading', storeId);
    if (often !== undefined) return tooOften(often, headers);
    const url = new URL(request.url);
    const page = await read(storeId, Object.fromEntries(url.searchParams));
    return Response.json(page, { headers: { ...headers, ...nextPage(url, cursor, page) } });
  } catch (error) {
    log.error({ err: error, what }, 'a reading could not be answered');
    return problem('unavailable', `The ${what} cannot be read just now. Ask again in a minute.`, [], {
      'retry-after': '5',
    });
  }
}

/** `GET /api/v1/deliveries`: a page of the record. */
export const handleRecord = (request: Request): Promise<Response> =>
  answerReading(request, 'record', 'deliveries', 'before', async (storeId, query) => {
    const page = await listDeliveries(storeId, readDeliveryFilter(query));
    return { deliveries: page.rows, next: page.next };
  });

/** `GET /api/v1/codes`: a page of the discount codes, those that customers were given among them. */
export const handleCodes = (request: Request): Promise<Response> =>
  answerReading(request, 'discount codes', 'codes', 'after', (storeId, { after = '', givenSince }) =>
    listCodes(storeId, { after: after.slice(0, 64), ...(givenSince !== undefined && { givenSince }) }),
  );
