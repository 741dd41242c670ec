/** Watches the codes that live messages promise, and tells the owners of a store before one is gone, and when it is: once each. */
import { and, eq, notInArray } from 'drizzle-orm';
import { say } from '@/words/told';
import { config } from '../base/config';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { codeWarnings, stores } from '../db/schema';
import { shakyPromises, type PromiseStanding } from '../sending/code-standing';
import { tellColleagues } from '../sending/notice';
import { livePromises } from '../sending/promises';

/** Looks at every store once. */
export async function watchCodes(): Promise<void> {
  const promising = await livePromises();
  const now = await databaseTime();
  for (const storeId of new Set(promising.map((p) => p.storeId))) {
    const [store] = await database().select().from(stores).where(eq(stores.id, storeId));
    if (!store) continue;
    const shaky = await shakyPromises(
      store,
      now,
      promising.filter((p) => p.storeId === storeId),
    );
    await forget(
      storeId,
      shaky.map((s) => s.ref),
    );
    for (const standing of shaky) await tellOnce(storeId, standing, now);
  }
}

/** What holds again is told of anew when it does not any more. */
async function forget(storeId: string, shaky: readonly string[]): Promise<void> {
  await database()
    .delete(codeWarnings)
    .where(
      and(eq(codeWarnings.storeId, storeId), shaky.length > 0 ? notInArray(codeWarnings.ref, [...shaky]) : undefined),
    );
}

async function tellOnce(storeId: string, { ref, outlook, words, by }: PromiseStanding, now: number): Promise<void> {
  const state = `${outlook.state} ${outlook.why}`;
  const [told] = await database()
    .select({ state: codeWarnings.state })
    .from(codeWarnings)
    .where(and(eq(codeWarnings.storeId, storeId), eq(codeWarnings.ref, ref)));
  if (told?.state === state) return;
  const write = () => ({
    subject: words().replace(/\.$/, ''),
    text: [
      words(),
      '',
      say.codePromisedBy,
      ...by.map((p) => say.line({ what: p.name, words: p.whenGone === 'stop' ? say.codeOnHold : say.codeLeftOut })),
      '',
      say.codeWay({ url: `${config().url}/s/${storeId}/store/codes` }),
    ].join('\n'),
  });
  if (!(await tellColleagues(storeId, 'codes', write))) return;
  const at = new Date(now);
  await database()
    .insert(codeWarnings)
    .values({ storeId, ref, state, at })
    .onDuplicateKeyUpdate({ set: { state, at } });
}
