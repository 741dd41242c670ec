/** Calls programs (Standard Webhooks): signed, tried again with growing waits, given up after three days. */
import { and, asc, eq, inArray, lt, lte, notInArray } from 'drizzle-orm';
import { Webhook } from 'standardwebhooks';
import { log } from '../base/log';
import { unseal } from '../base/secrets';
import { eventSpanId, isTraced, newSpanId, tell } from '../base/trace';
import { database } from '../db/client';
import { deliveries, hookCalls, hooks } from '../db/schema';
import { databaseTime } from '../db/time';
import { askOutside } from '../sending/outside';

/** Calls at a time, and of them for one program. */
const [AT_ONCE, EACH] = [20, 5];
const PATIENCE_MS = 15_000;
/** For so long a call is one process's; then another may make it. */
const LEASE_MS = 60_000;
const MINUTE = 60_000;
/** Waits between tries: seconds at first, hours in the end, three days in all. */
const WAITS = [0.1, 1, 5, 30, 120, 360, 720, 1440, 1440].map((minutes) => minutes * MINUTE);
const KEPT_MS = 30 * 24 * 60 * MINUTE;

type Call = typeof hookCalls.$inferSelect;
type Hook = typeof hooks.$inferSelect;

/** Makes the calls that are due, several at once. A program that is slow takes a few of the places, and the others are told meanwhile. */
export class Caller {
  private readonly running = new Map<string, number>();
  private readonly calls = new Set<Promise<void>>();

  /** Begins what is due and has a place; answers how much that was. */
  async turn(): Promise<number> {
    const room = AT_ONCE - this.calls.size;
    if (room <= 0) return 0;
    const busy = [...this.running].filter(([, n]) => n >= EACH).map(([hook]) => hook);
    const due = await claim(room, busy);
    for (const { call, hook } of due) this.begin(call, hook);
    return due.length;
  }

  /** Resolves when what was begun has ended. */
  async rest(): Promise<void> {
    await Promise.all(this.calls);
  }

  private begin(call: Call, hook: Hook): void {
    this.running.set(hook.id, (this.running.get(hook.id) ?? 0) + 1);
    const made = one(call, hook)
      // Another process makes it when its lease is over.
      .catch((error: unknown) => log.warn({ err: error, hook: hook.id }, 'a call could not be written down'))
      .finally(() => {
        this.calls.delete(made);
        const left = (this.running.get(hook.id) ?? 1) - 1;
        if (left > 0) this.running.set(hook.id, left);
        else this.running.delete(hook.id);
      });
    this.calls.add(made);
  }
}

/** Takes calls that are due, a few of each program, so that no other process makes them as well. Those of one that is off wait. */
async function claim(limit: number, busy: readonly string[]): Promise<{ call: Call; hook: Hook }[]> {
  const now = await databaseTime();
  return database().transaction(async (tx) => {
    const rows = await tx
      .select({ call: hookCalls, hook: hooks })
      .from(hookCalls)
      .innerJoin(hooks, eq(hooks.id, hookCalls.hookId))
      .where(
        and(
          eq(hookCalls.state, 'waiting'),
          lte(hookCalls.dueAt, new Date(now)),
          eq(hooks.on, true),
          busy.length > 0 ? notInArray(hooks.id, [...busy]) : undefined,
        ),
      )
      .orderBy(asc(hookCalls.dueAt))
      .limit(limit)
      .for('update', { skipLocked: true });
    const taken = new Map<string, number>();
    const due = rows.filter(({ hook }) => {
      const n = (taken.get(hook.id) ?? 0) + 1;
      taken.set(hook.id, n);
      return n <= EACH;
    });
    if (due.length > 0) {
      const ids = due.map((r) => r.call.id);
      await tx
        .update(hookCalls)
        .set({ dueAt: new Date(now + LEASE_MS) })
        .where(inArray(hookCalls.id, ids));
    }
    return due;
  });
}

async function one(call: Call, hook: Hook): Promise<void> {
  const begun = Date.now();
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
  if (isTraced()) await tellOf({ call, hook, attempts, status, told, begun });
}

/** Puts a call into the trace of the event whose message it tells of. */
async function tellOf({
  call,
  hook,
  attempts,
  status,
  told,
  begun,
}: {
  call: Call;
  hook: Hook;
  attempts: number;
  status: number;
  told: boolean;
  begun: number;
}): Promise<void> {
  const ended = Date.now();
  const { data } = JSON.parse(call.body) as { data: { delivery?: string } };
  if (data.delivery === undefined) return;
  const [of] = await database()
    .select({ event: deliveries.eventId })
    .from(deliveries)
    .where(and(eq(deliveries.id, data.delivery), eq(deliveries.storeId, call.storeId)));
  if (!of) return;
  tell({
    ...{ event: of.event, name: 'tell', id: newSpanId(), parent: eventSpanId(of.event), begun, ended, kind: 'client' },
    attributes: {
      ...{ 'libellus.delivery': data.delivery, 'libellus.store': call.storeId, 'libellus.hook': hook.id },
      ...{ 'libellus.attempt': attempts, 'libellus.told': call.type, 'http.response.status_code': status },
      'server.address': new URL(hook.url).hostname,
    },
    ...(!told && { failed: status === 0 ? 'no answer' : `answered ${status}` }),
  });
}

/** Posts a call, signed as Standard Webhooks has it. */
async function post({ url, secret }: Hook, { id, body }: Call): Promise<{ status: number; said: string }> {
  const at = new Date();
  return askOutside(url, {
    method: 'POST',
    headers: {
      'content-type': 'application/json',
      'webhook-id': id,
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(unseal(secret)).sign(id, at, body),
    },
    body,
    patienceMs: PATIENCE_MS,
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
