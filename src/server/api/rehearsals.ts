/** Rehearsals by programs: begun, and their verdicts read, with a key for that. */
import { eq } from 'drizzle-orm';
import { checker } from '@/core/schema';
import { BeginRehearsalSchema } from '@/contract/rehearsal';
import type { Store } from '../auth/access';
import { AppError } from '../base/errors';
import { log } from '../base/log';
import { database } from '../db/client';
import { stores } from '../db/schema';
import { startRehearsal } from '../rehearsal/runs';
import { junitOf, reportOf } from '../features/rehearsal/report';
import { readBody } from './body';
import { storeOfRehearsalKey } from './keys';
import { counted, countWrong, guessesTooMuch } from './limits';
import { problem, tooOften } from './problem';

const checkBegin = checker(BeginRehearsalSchema);

/** `POST /api/v1/rehearsals`: begins one, of everything or of what has changed, and answers where it is read. */
export const handleRehearse = (request: Request): Promise<Response> =>
  answer(request, async (store, key) => {
    const body = await readBody(request);
    if (body === undefined) return problem('too-large', 'The body is too large.');
    let asked: unknown;
    try {
      asked = body === '' ? {} : JSON.parse(body);
    } catch (error) {
      return problem('not-json', `The body is not JSON: ${(error as Error).message.slice(0, 200)}`);
    }
    const begin = checkBegin(asked);
    if (!begin.ok) {
      return problem(
        'not-taken',
        'The body is {"only": "changes"}, or there is none for a rehearsal of everything.',
        begin.problems,
      );
    }
    const changes = begin.value.only === 'changes';
    const { number } = await startRehearsal(store, { name: key }, { why: 'asked', changes });
    return Response.json(
      { rehearsal: number, state: 'waiting' },
      { status: 202, headers: { location: `/api/v1/rehearsals/${number}` } },
    );
  });

/** `GET /api/v1/rehearsals/{number}`: its verdicts as far as they are, as JSON or as JUnit's XML. `latest` is the newest. */
export const handleRehearsal = (request: Request, number: string): Promise<Response> =>
  answer(request, async (store) => {
    const wanted = number === 'latest' ? undefined : Number(number);
    const whole = wanted === undefined || (Number.isInteger(wanted) && wanted > 0);
    const report = whole ? await reportOf(store, wanted) : undefined;
    if (!report) return problem('not-found', `There is no rehearsal ${number.slice(0, 20)}.`);
    const xml =
      new URL(request.url).searchParams.get('format') === 'junit' ||
      /\b(application|text)\/xml\b/.test(request.headers.get('accept') ?? '');
    return xml
      ? new Response(junitOf(report), { headers: { 'content-type': 'application/xml; charset=utf-8' } })
      : Response.json(report);
  });

async function answer(request: Request, make: (store: Store, key: string) => Promise<Response>): Promise<Response> {
  try {
    const wait = await guessesTooMuch(request.headers);
    if (wait !== undefined) return tooOften(wait);
    const key = await storeOfRehearsalKey(request.headers);
    if (!key) {
      await countWrong(request.headers);
      return problem('no-rehearsal-key', 'A key for rehearsals is needed: Authorization: Bearer and the key.', [], {
        'www-authenticate': 'Bearer',
      });
    }
    const { wait: often, headers } = await counted('reading', key.storeId);
    if (often !== undefined) return tooOften(often, headers);
    const [store] = await database().select().from(stores).where(eq(stores.id, key.storeId));
    const response = await make(store!, key.name);
    for (const [name, value] of Object.entries(headers)) response.headers.set(name, value);
    return response;
  } catch (error) {
    if (error instanceof AppError && error.code === 'conflict') return problem('under-way', error.message);
    if (error instanceof AppError && error.code === 'not-found') return problem('not-found', error.message);
    if (error instanceof AppError && error.code === 'forbidden') return problem('closed', error.message);
    log.error({ err: error }, 'a rehearsal could not be begun or read');
    return problem('unavailable', 'Rehearsals cannot be begun or read just now. Ask again in a minute.', [], {
      'retry-after': '5',
    });
  }
}
