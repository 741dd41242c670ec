/** Calls programs (Standard Webhooks): signed, tried again with growing waits, given up after three days. */
import { request as httpRequest, type IncomingMessage } from 'node:http';
import { request as httpsRequest } from 'node:https';
import { and, asc, eq, inArray, lt, lte } from 'drizzle-orm';
import { Webhook } from 'standardwebhooks';
import { log } from '../base/log';
import { unseal } from '../base/secrets';
import { database } from '../db/client';
import { hookCalls, hooks } from '../db/schema';
import { databaseTime } from '../db/time';
import { authorities } from '../sending/authorities';
import { resolveHost } from '../sending/dns';

const AT_ONCE = 20;
const PATIENCE_MS = 15_000;
/** For so long a call is one process's; then another may make it. */
const LEASE_MS = 60_000;
const MINUTE = 60_000;
/** Waits between tries: seconds at first, hours in the end, three days in all. */
const WAITS = [0.1, 1, 5, 30, 120, 360, 720, 1440, 1440].map((minutes) => minutes * MINUTE);
const KEPT_MS = 30 * 24 * 60 * MINUTE;

type Call = typeof hookCalls.$inferSelect;
type Hook = typeof hooks.$inferSelect;

/** Makes the calls that are due. Answers how many were made. */
export async function callDue(): Promise<number> {
  const due = await claim();
  await Promise.all(due.map(({ call, hook }) => one(call, hook)));
  return due.length;
}

/** Takes calls that are due, so that no other process makes them as well. Those of a program that is switched off wait. */
async function claim(): Promise<{ call: Call; hook: Hook }[]> {
  const now = await databaseTime();
  return database().transaction(async (tx) => {
    const rows = await tx
      .select({ call: hookCalls, hook: hooks })
      .from(hookCalls)
      .innerJoin(hooks, eq(hooks.id, hookCalls.hookId))
      .where(and(eq(hookCalls.state, 'waiting'), lte(hookCalls.dueAt, new Date(now)), eq(hooks.on, true)))
      .orderBy(asc(hookCalls.dueAt))
      .limit(AT_ONCE)
      .for('update', { skipLocked: true });
    if (rows.length > 0) {
      await tx
        .update(hookCalls)
        .set({ dueAt: new Date(now + LEASE_MS) })
        .where(
          inArray(
            hookCalls.id,
            rows.map((r) => r.call.id),
          ),
        );
    }
    return rows;
  });
}

async function one(call: Call, hook: Hook): Promise<void> {
  const { status, said } = await post(hook, call).catch((error: NodeJS.ErrnoException) => ({
    status: 0,
    said: error.code === 'EPRIVATE' ? 'EPRIVATE' : (error.code ?? error.message),
  }));
  const attempts = call.attempts + 1;
  const now = await databaseTime();
  const told = status >= 200 && status < 300;
  // 410 is "gone": whoever is there wants to be told nothing more.
  const over = status === 410 || attempts > WAITS.length;
  const wait = (WAITS[attempts - 1] ?? 0) * (0.9 + Math.random() * 0.2);
  await database()
    .update(hookCalls)
    .set({
      ...{ attempts, status, said: said.slice(0, 300), triedAt: new Date(now) },
      state: told ? 'told' : over ? 'given-up' : 'waiting',
      dueAt: new Date(now + wait),
    })
    .where(eq(hookCalls.id, call.id));
  if (!told) log.info({ hook: hook.id, status, attempts }, 'a program could not be told');
}

/** Posts a call, signed as Standard Webhooks has it, to an address in an open network. Follows no redirection. */
async function post({ url, secret }: Hook, { id, body }: Call): Promise<{ status: number; said: string }> {
  const address = new URL(url);
  const { protocol, hostname, host } = address;
  const [ip] = await resolveHost(hostname.replace(/^\[|\]$/g, ''));
  const at = new Date();
  const common = {
    ...{ host: ip, method: 'POST', path: `${address.pathname}${address.search}` },
    port: address.port || (protocol === 'https:' ? 443 : 80),
    headers: {
      ...{ host, 'user-agent': 'Libellus', 'content-type': 'application/json' },
      'content-length': Buffer.byteLength(body),
      'webhook-id': id,
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(unseal(secret)).sign(id, at, body),
    },
    timeout: PATIENCE_MS,
    signal: AbortSignal.timeout(2 * PATIENCE_MS),
  };
  return new Promise((resolve, reject) => {
    const answered = (response: IncomingMessage): void => {
      let said = '';
      response.setEncoding('utf8');
      response.on('data', (part: string) => {
        // A few words of it are enough.
        if (said.length < 300) said += part;
      });
      response.on('end', () => resolve({ status: response.statusCode ?? 0, said }));
      response.on('error', reject);
    };
    const request =
      protocol === 'https:'
        ? httpsRequest({ ...common, servername: hostname, ca: authorities() }, answered)
        : httpRequest(common, answered);
    request.on('timeout', () => request.destroy(Object.assign(new Error('timeout'), { code: 'ETIMEDOUT' })));
    request.on('error', reject);
    request.end(body);
  });
}

/** Forgets calls that are over and older than a month. */
export async function forgetCalls(): Promise<void> {
  await database()
    .delete(hookCalls)
    .where(
      and(inArray(hookCalls.state, ['told', 'given-up']), lt(hookCalls.at, new Date((await databaseTime()) - KEPT_MS))),
    );
}
