/** Programs that are told what becomes of messages: made, changed, tried, and calls repeated. */
import { randomBytes } from 'node:crypto';
import { and, asc, count, desc, eq, sql } from 'drizzle-orm';
import {
  ChangeHookSchema,
  HookIdSchema,
  MakeHookSchema,
  RepeatCallSchema,
  type ChangeHook,
  type Hook,
  type MakeHook,
} from '@/contract/hooks';
import { isWebAddress } from '@/core/schema';
import { plainLine } from '@/core/text';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { seal } from '../../base/secrets';
import { database } from '../../db/client';
import { hookCalls, hooks } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { somebodyToTell } from '../../hooks/note';
import { useCase } from '../use-case';
import { say } from '@/words/hooks';

const MOST = 20;
const SHOWN = 20;

const mine = ({ store }: Access, id: string) => and(eq(hooks.storeId, store.id), eq(hooks.id, id));

/** The programs of a store, each with its newest calls. */
export async function loadHooks({ store }: Access): Promise<Hook[]> {
  const rows = await database().select().from(hooks).where(eq(hooks.storeId, store.id)).orderBy(asc(hooks.id));
  return Promise.all(
    rows.map(async ({ id, name, url, types, on }) => {
      const [calls, [counts]] = await Promise.all([
        database().select().from(hookCalls).where(eq(hookCalls.hookId, id)).orderBy(desc(hookCalls.id)).limit(SHOWN),
        database()
          .select({
            waiting: sql<number>`sum(${hookCalls.state} = 'waiting')`,
            givenUp: sql<number>`sum(${hookCalls.state} = 'given-up')`,
          })
          .from(hookCalls)
          .where(eq(hookCalls.hookId, id)),
      ]);
      return {
        ...{ id, name, url, types, on },
        calls: calls.map((c) => ({
          ...{ id: c.id, type: c.type, at: c.at.toISOString(), state: c.state, attempts: c.attempts },
          ...{ status: c.status, said: c.said, body: c.body },
          ...(c.state === 'waiting' && { dueAt: c.dueAt.toISOString() }),
        })),
        waiting: Number(counts?.waiting ?? 0),
        givenUp: Number(counts?.givenUp ?? 0),
      };
    }),
  );
}

function checked({ name, url }: { name: string; url: string }): { name: string; url: string } {
  const tidy = plainLine(name);
  const problems = [
    ...(tidy === '' ? [{ path: '/name', message: say.nameIt }] : []),
    ...(isWebAddress(url) && !new URL(url).username ? [] : [{ path: '/url', message: say.enterItsAddress }]),
  ];
  if (problems.length > 0) throw new AppError('invalid', say.notSaved, problems);
  return { name: tidy, url };
}

/** Makes a program to be told. Its secret is shown this once. Throws `invalid` with the places of what is wrong. */
export async function makeHook(access: Access, input: MakeHook): Promise<{ name: string; secret: string }> {
  const { name, url } = checked(input);
  const secret = `whsec_${randomBytes(24).toString('base64')}`;
  const storeId = access.store.id;
  await database().transaction(async (tx) => {
    const [there] = await tx.select({ n: count() }).from(hooks).where(eq(hooks.storeId, storeId));
    if (there!.n >= MOST) throw new AppError('invalid', say.tooMany({ most: MOST }));
    await tx.insert(hooks).values({
      ...{ id: newId(), storeId, name, url, secret: seal(secret), types: input.types },
      ...{ madeBy: access.person.name, madeAt: new Date(await databaseTime(tx)) },
    });
    await remember(access, 'madeHook', { name }, { db: tx });
  });
  somebodyToTell(storeId);
  return { name, secret };
}

/** Changes a program. Switched off, what is to be told waits; switched on, it is told. Throws `not-found`, `invalid`. */
export async function changeHook(access: Access, input: ChangeHook): Promise<void> {
  const { name, url } = checked(input);
  const { id, types, on } = input;
  await database().transaction(async (tx) => {
    const [done] = await tx.update(hooks).set({ name, url, types, on }).where(mine(access, id));
    if (done.affectedRows === 0) throw new AppError('not-found', say.noSuchHook);
    await remember(access, 'changedHook', { name }, { db: tx });
  });
  somebodyToTell(access.store.id);
}

/** Removes a program with its calls. Throws `not-found`. */
export async function removeHook(access: Access, { id }: { id: string }): Promise<void> {
  const [hook] = await database().select().from(hooks).where(mine(access, id));
  if (!hook) throw new AppError('not-found', say.noSuchHook);
  await database().transaction(async (tx) => {
    await tx.delete(hooks).where(mine(access, id));
    await remember(access, 'removedHook', { name: hook.name }, { db: tx });
  });
}

/** Has a call made again, now. Throws `not-found`. */
export async function repeatCall(access: Access, { id, call }: { id: string; call: string }): Promise<void> {
  const [hook] = await database().select({ id: hooks.id }).from(hooks).where(mine(access, id));
  const [done] = hook
    ? await database()
        .update(hookCalls)
        .set({ state: 'waiting', attempts: 0, dueAt: new Date(await databaseTime()) })
        .where(and(eq(hookCalls.hookId, hook.id), eq(hookCalls.id, call)))
    : [undefined];
  if (!done || done.affectedRows === 0) throw new AppError('not-found', say.noSuchCall);
}

/** Sends a call that says it is a test. Throws `not-found`. */
export async function testHook(access: Access, { id }: { id: string }): Promise<void> {
  const [hook] = await database().select().from(hooks).where(mine(access, id));
  if (!hook) throw new AppError('not-found', say.noSuchHook);
  const now = new Date(await databaseTime());
  const [type = 'delivery.accepted'] = hook.types;
  await database()
    .insert(hookCalls)
    .values({
      ...{ id: newId(), storeId: access.store.id, hookId: id, type, at: now, dueAt: now },
      body: JSON.stringify({ type, timestamp: now.toISOString(), data: { test: true } }),
    });
}

const permission = 'key.edit' as const;
export const hook = {
  make: useCase({ name: 'hook.make', permission, input: MakeHookSchema, run: makeHook }),
  change: useCase({ name: 'hook.change', permission, input: ChangeHookSchema, run: changeHook }),
  remove: useCase({ name: 'hook.remove', permission, input: HookIdSchema, run: removeHook }),
  repeat: useCase({ name: 'hook.repeat', permission, input: RepeatCallSchema, run: repeatCall }),
  test: useCase({ name: 'hook.test', permission, input: HookIdSchema, run: testHook }),
};
