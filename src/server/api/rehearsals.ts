/** Proof by programs, with a key for that: rehearsals begun and their verdicts read, and tests of messages sent. */
import { and, eq } from 'drizzle-orm';
import { checker } from '@/core/schema';
import { BeginRehearsalSchema, ProgramTestSchema } from '@/contract/rehearsal';
import { say as closing } from '@/words/stores';
import type { Store } from '../auth/access';
import { AppError } from '../base/errors';
import { log } from '../base/log';
import { database } from '../db/client';
import { memberships, stores, user } from '../db/schema';
import { startRehearsal } from '../rehearsal/runs';
import { orderForMoment } from '../features/orders/orders';
import { junitOf, reportOf } from '../features/rehearsal/report';
import { templateFor } from '../features/templates/templates';
import { sendTestFor } from '../features/templates/test-message';
import { readBody } from './body';
import { storeOfRehearsalKey } from './keys';
import { counted, countWrong, guessesTooMuch } from './limits';
import { problem, refusal, tooOften } from './problem';

const checkBegin = checker(BeginRehearsalSchema);
const checkTest = checker(ProgramTestSchema);

/** `POST /api/v1/rehearsals`: begins one, of everything or of what has changed, and answers where it is read. */
export const handleRehearse = (request: Request): Promise<Response> =>
  answer(request, async (store, key) => {
    const asked = await jsonIn(request);
    if (!asked.ok) return asked.refused;
    const begin = checkBegin(asked.value);
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

/** `POST /api/v1/notifications/{notification}/tests`: sends a test of a message as it is live to a colleague of the store. */
export const handleTest = (request: Request, notification: string): Promise<Response> =>
  answer(request, async (store, key) => {
    if (store.closedAt) throw new AppError('forbidden', closing.refusedClosed({ name: store.name }));
    const { wait, headers } = await counted('tests', store.id);
    if (wait !== undefined) return tooOften(wait, headers);
    const asked = await jsonIn(request);
    if (!asked.ok) return asked.refused;
    const wanted = checkTest(asked.value);
    if (!wanted.ok) {
      return problem('not-taken', 'The body says whom the test goes to: {"to": "...@..."}.', wanted.problems);
    }
    const { to, language = store.language } = wanted.value;
    if (!(await isColleague(store.id, to))) {
      // A key that gets into wrong hands must not write to anybody in the store's name.
      const message = 'A program sends tests to colleagues of the store alone.';
      return problem('not-taken', message, [{ path: '/to', message }]);
    }
    const { id, moment } = await templateFor({ store }, notification, 'live');
    const order = wanted.value.order ?? (await orderForMoment({ store }, id, moment, [], language));
    const sent = await sendTestFor({ store }, { name: key }, { slug: notification, to, language, order });
    return Response.json({ ...sent, language, order }, { status: 202 });
  });

async function isColleague(storeId: string, email: string): Promise<boolean> {
  const [found] = await database()
    .select({ id: user.id })
    .from(memberships)
    .innerJoin(user, eq(user.id, memberships.userId))
    .where(and(eq(memberships.storeId, storeId), eq(memberships.off, false), eq(user.email, email.toLowerCase())));
  return found !== undefined;
}

/** What the body of a request says; `{}` for none. */
async function jsonIn(request: Request): Promise<{ ok: true; value: unknown } | { ok: false; refused: Response }> {
  const body = await readBody(request);
  if (body === undefined) return { ok: false, refused: problem('too-large', 'The body is too large.') };
  try {
    return { ok: true, value: body === '' ? {} : JSON.parse(body) };
  } catch (error) {
    const title = `The body is not JSON: ${(error as Error).message.slice(0, 200)}`;
    return { ok: false, refused: problem('not-json', title) };
  }
}

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
    const refused = refusal(error);
    if (refused) return refused;
    log.error({ err: error }, 'a rehearsal could not be begun or read');
    return problem('unavailable', 'Rehearsals cannot be begun or read just now. Ask again in a minute.', [], {
      'retry-after': '5',
    });
  }
}
