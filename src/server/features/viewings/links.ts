/** Links to the screenshots of a run: made, listed with what came back by them, taken back. */
import { and, count, desc, eq, gt, isNull } from 'drizzle-orm';
import { plainLine } from '@/core/text';
import type { SharedLink, ShareScreenshots } from '@/contract/viewings';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { newLinkSecret } from '../../auth/links';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database } from '../../db/client';
import { databaseTime } from '../../db/time';
import { rehearsals, viewingLinks, viewingRemarks } from '../../db/schema';
import { runOf } from '../rehearsal/rehearsal';
import { shownOf } from './viewed';
import { say } from '@/words/viewings';

const DAY_MS = 86_400_000;
/** Runs that are shown are not let go of, so there are not to be many. */
const MOST_LINKS = 20;

const isOpen = (storeId: string, now: number) =>
  and(eq(viewingLinks.storeId, storeId), isNull(viewingLinks.takenBackAt), gt(viewingLinks.until, new Date(now)));

/** The links of a store that are open, the newest first. */
export async function loadShared({ store }: Access): Promise<SharedLink[]> {
  const rows = await database()
    .select({ link: viewingLinks, run: rehearsals })
    .from(viewingLinks)
    .innerJoin(rehearsals, eq(rehearsals.id, viewingLinks.rehearsalId))
    .where(isOpen(store.id, await databaseTime()))
    .orderBy(desc(viewingLinks.id));
  return Promise.all(
    rows.map(async ({ link, run }): Promise<SharedLink> => {
      const counts = await database()
        .select({ kind: viewingRemarks.kind, n: count() })
        .from(viewingRemarks)
        .where(eq(viewingRemarks.linkId, link.id))
        .groupBy(viewingRemarks.kind);
      const of = (kind: 'approved' | 'remark'): number => counts.find((c) => c.kind === kind)?.n ?? 0;
      return {
        ...{ id: link.id, name: link.name, run: run.number, until: link.until.toISOString() },
        ...(link.usedAt && { usedAt: link.usedAt.toISOString() }),
        ...{ approved: of('approved'), remarks: of('remark'), of: (await shownOf(store.id, run)).length },
      };
    }),
  );
}

/** Makes a link. Its token is told this once. Throws `invalid` without a name or screenshots, `not-found` for a run. */
export async function shareScreenshots(
  access: Access,
  { number, name, days }: ShareScreenshots,
): Promise<{ id: string; token: string }> {
  const { store, person } = access;
  const whom = plainLine(name);
  if (whom === '') throw new AppError('invalid', say.sayForWhom, [{ path: '/name', message: say.sayForWhom }]);
  const run = (await runOf(access, number))!;
  if ((await shownOf(store.id, run)).length === 0) throw new AppError('invalid', say.noScreenshots);
  const now = await databaseTime();
  const { token, hash } = newLinkSecret();
  const id = newId();
  await database().transaction(async (tx) => {
    if ((await tx.$count(viewingLinks, isOpen(store.id, now))) >= MOST_LINKS)
      throw new AppError('invalid', say.tooManyLinks({ most: MOST_LINKS }));
    await tx.insert(viewingLinks).values({
      ...{ id, storeId: store.id, rehearsalId: run.id, tokenHash: hash, name: whom },
      ...{ until: new Date(now + days * DAY_MS), madeBy: person.name, madeAt: new Date(now) },
    });
    await remember(access, 'sharedScreenshots', { name: whom, number }, { db: tx });
  });
  return { id, token };
}

/** Closes a link at once; what was said by it stays. Throws `not-found`. */
export async function takeSharedBack(access: Access, { id }: { id: string }): Promise<void> {
  await database().transaction(async (tx) => {
    const now = await databaseTime(tx);
    const isIt = and(eq(viewingLinks.id, id), isOpen(access.store.id, now));
    const [row] = await tx.select({ name: viewingLinks.name }).from(viewingLinks).where(isIt).for('update');
    if (!row) throw new AppError('not-found', say.noSuchLink);
    await tx
      .update(viewingLinks)
      .set({ takenBackAt: new Date(now) })
      .where(isIt);
    await remember(access, 'tookSharedBack', { name: row.name }, { db: tx });
  });
}
