/** `POST /api/v1/sources/{token}`: what a shop's own webhook sends, kept and read by the mapping of its source. */
import { eq, inArray } from 'drizzle-orm';
import { jsonTooLarge } from '@/core/size';
import type { Store } from '../auth/access';
import { isAway } from '../base/database-errors';
import { Grouping } from '../base/grouping';
import { log } from '../base/log';
import { database } from '../db/client';
import { sources, stores } from '../db/schema';
import { unproven } from '../sources/proof';
import { keepRequest, readRequest, type Source } from '../sources/requests';
import { MAX_BODY, readBytes } from './body';
import { counted, countWrong, guessesTooMuch } from './limits';
import { problem, PROBLEM_TYPES, tooOften, type ProblemType } from './problem';

/** Sources and their stores by the end of their address: of requests that come at the same time, each is looked up once. */
const addressed = new Grouping<string, { source: Source; store: Store } | undefined>({
  together: async (tokens) => {
    const rows = await database()
      .select({ source: sources, store: stores })
      .from(sources)
      .innerJoin(stores, eq(stores.id, sources.storeId))
      .where(inArray(sources.token, [...new Set(tokens)]));
    const byToken = new Map(rows.map((row) => [row.source.token, row]));
    return tokens.map((token) => byToken.get(token));
  },
  most: 50,
  failsAll: isAway,
});

/**
 * Takes a webhook of a shop in JSON of its own. What is proven to be the shop's is kept whatever becomes of it, and answered with 202: what
 * cannot be read yet is read again when the mapping is mended, so the shop need not send it again. Everything else is a problem (RFC 9457).
 */
export async function handleSource(request: Request, token: string): Promise<Response> {
  try {
    const guessed = await guessesTooMuch(request.headers);
    if (guessed !== undefined) return tooOften(guessed);
    const found = await addressed.add(token.slice(0, 48));
    if (!found) {
      await countWrong(request.headers);
      return problem('not-found', 'There is no source at this address: it was removed, or the address is not whole.');
    }
    const { source, store } = found;
    const { wait, headers } = await counted('events', store.id);
    if (wait !== undefined) return tooOften(wait, headers);
    const refuse = async (type: ProblemType, title: string, bytes: number, body = ''): Promise<Response> => {
      await keepRequest(store, source.id, body, { state: 'refused', status: PROBLEM_TYPES[type], why: title }, bytes);
      return problem(type, title, [], headers);
    };
    const bytes = await readBytes(request);
    if (!bytes) {
      const length = Number(request.headers.get('content-length') ?? MAX_BODY);
      return refuse('too-large', `The request is larger than ${MAX_BODY / 1_000_000} MB.`, length);
    }
    const wrong = unproven(source.proof, bytes, request.headers);
    if (wrong !== undefined) {
      await countWrong(request.headers);
      return refuse('not-signed', `The request is not proven to be the shop's. ${wrong}`, bytes.length);
    }
    const read = jsonOf(bytes, request.headers.get('content-type') ?? '');
    if ('problem' in read) return refuse('not-json', read.problem, bytes.length);
    const large = jsonTooLarge(read.text);
    if (large) return refuse('not-taken', large, bytes.length);
    const outcome = await readRequest(store, source, read.text);
    await keepRequest(store, source.id, read.text, outcome, bytes.length);
    const { state, type, problems = [], deliveries = 0 } = outcome;
    return Response.json(
      { state, ...(type && { type }), deliveries, ...(problems.length > 0 && { problems }) },
      { status: outcome.status, headers },
    );
  } catch (error) {
    log.error({ err: error }, 'a webhook of a shop could not be kept');
    return problem('unavailable', 'The request could not be kept. Send it again.', [], { 'retry-after': '5' });
  }
}

/** The text of a body in the encoding that it names, UTF-8 without one (RFC 8259), if it is JSON. */
function jsonOf(bytes: Uint8Array, type: string): { text: string } | { problem: string } {
  const charset = /;\s*charset="?([\w-]+)/i.exec(type)?.[1] ?? 'utf-8';
  let text: string;
  try {
    text = new TextDecoder(charset, { fatal: true }).decode(bytes);
  } catch {
    return { problem: `The request is no text in ${charset.toUpperCase()}. Send it in UTF-8.` };
  }
  try {
    const value: unknown = JSON.parse(text);
    return typeof value === 'object' && value !== null
      ? { text }
      : { problem: 'The request is JSON, but no object or list.' };
  } catch {
    return /urlencoded/i.test(type)
      ? { problem: 'The request is a form. Have the shop send JSON (application/json).' }
      : { problem: 'The request is not JSON.' };
  }
}
