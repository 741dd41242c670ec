/** Whether a draft, exactly as it is, has passed a rehearsal: what a store may require before it is published. */
import { isDeepStrictEqual } from 'node:util';
import { and, desc, eq, inArray, isNotNull } from 'drizzle-orm';
import { BAD, type DraftsRehearsed } from '@/contract/rehearsal';
import type { Template } from '@/core/template';
import { AppError } from '../base/errors';
import { database } from '../db/client';
import type { Draft } from '../db/rehearsal-tables';
import { passages, rehearsalMessages, rehearsals, stores } from '../db/schema';
import { editionsAmong, lookAmong, passagesAmong } from './drafts';
import { say } from '@/words/rehearsal';

/** A draft that was rehearsed longer ago, by runs of drafts, is rehearsed anew. */
const RUNS_BACK = 20;

/** How a draft stands: by the newest run of it as it is now that came to its end, or is under way. */
export async function draftRehearsed(storeId: string, templateId: string, draft: Template): Promise<DraftsRehearsed> {
  const db = database();
  const runs = await db
    .select({
      ...{ id: rehearsals.id, number: rehearsals.number, state: rehearsals.state, drafts: rehearsals.drafts },
    })
    .from(rehearsals)
    .where(
      and(
        ...[eq(rehearsals.storeId, storeId), isNotNull(rehearsals.drafts)],
        inArray(rehearsals.state, ['waiting', 'running', 'done']),
      ),
    )
    .orderBy(desc(rehearsals.number))
    .limit(RUNS_BACK);
  const found = runs.filter(({ drafts }) =>
    editionsAmong(drafts ?? []).some((d) => d.templateId === templateId && isDeepStrictEqual(d.template, draft)),
  );
  const shared = await sharedNow(storeId, found);
  const run = found.find(({ drafts }) => shared(drafts ?? []));
  if (!run) return { state: 'none' };
  const { number } = run;
  if (run.state !== 'done') return { state: 'under way', number };
  const bad = await db.$count(
    rehearsalMessages,
    and(
      ...[eq(rehearsalMessages.rehearsalId, run.id), eq(rehearsalMessages.variantId, templateId)],
      inArray(rehearsalMessages.outcome, [...BAD]),
    ),
  );
  return { state: bad > 0 ? 'failed' : 'passed', number };
}

/** Whether the look and the passages that were rehearsed with a draft are what is live by now: without them it says nothing of the draft alone. */
async function sharedNow(
  storeId: string,
  runs: readonly { drafts: Draft[] | null }[],
): Promise<(drafts: readonly Draft[]) => boolean> {
  if (runs.every(({ drafts }) => editionsAmong(drafts ?? []).length === drafts?.length)) return () => true;
  const db = database();
  const [[store], rows] = await Promise.all([
    db.select({ look: stores.look }).from(stores).where(eq(stores.id, storeId)),
    db.select({ id: passages.id, live: passages.live }).from(passages).where(eq(passages.storeId, storeId)),
  ]);
  const live = new Map(rows.map((r) => [r.id, r.live]));
  return (drafts) => {
    const look = lookAmong(drafts);
    return (
      (!look || isDeepStrictEqual(look, store?.look)) &&
      passagesAmong(drafts).every(({ passageId, content }) => isDeepStrictEqual(content, live.get(passageId)))
    );
  };
}

/** Throws `invalid` for a draft that has not passed a rehearsal as it is. */
export async function refuseUnrehearsed(storeId: string, templateId: string, draft: Template): Promise<void> {
  const { state, number = 0 } = await draftRehearsed(storeId, templateId, draft);
  if (state === 'passed') return;
  throw new AppError('invalid', state === 'failed' ? say.requiredFailed({ number }) : say.requiredNone);
}
