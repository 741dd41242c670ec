/**
 * Pictures of what was rehearsed, as they are kept. Messages with the same HTML, of whichever run, share theirs, so that a run of changes
 * takes few. Known to the web process, which has no browser: they are taken in `picture-taker.ts`.
 */
import { and, desc, eq, gt, inArray, isNotNull, isNull, notInArray, or, sql } from 'drizzle-orm';
import { database } from '../db/client';
import { rehearsalMessages, rehearsalPictures, rehearsals, viewingLinks } from '../db/schema';
import { databaseTime } from '../db/time';

/** Runs of a store whose pictures are kept. */
const KEPT = 2;

/** Has the pictures of a run's messages taken, of all or only of some. Answers whether they were not under way before. */
export async function wantPictures(rehearsalId: string, only?: readonly string[]): Promise<boolean> {
  const [result] = await database()
    .update(rehearsals)
    .set({
      pictures: 'waiting',
      picturesTaken: 0,
      picturesTrouble: '',
      picturesLease: null,
      picturesOnly: only ? [...only] : null,
    })
    .where(
      and(
        eq(rehearsals.id, rehearsalId),
        or(isNull(rehearsals.pictures), notInArray(rehearsals.pictures, ['waiting', 'taking'])),
      ),
    );
  return result.affectedRows > 0;
}

/** Runs of a store that somebody is shown by a link: neither they nor their pictures are let go of. */
export async function shownRuns(storeId: string): Promise<string[]> {
  const rows = await database()
    .selectDistinct({ id: viewingLinks.rehearsalId })
    .from(viewingLinks)
    .where(
      and(
        ...[eq(viewingLinks.storeId, storeId), isNull(viewingLinks.takenBackAt)],
        gt(viewingLinks.until, new Date(await databaseTime())),
      ),
    );
  return rows.map((r) => r.id);
}

/** Lets go of pictures of all but the newest runs of a store that have some, and of those that no message shows any more. */
export async function prunePictures(storeId: string): Promise<void> {
  const old = await database()
    .select({ id: rehearsals.id })
    .from(rehearsals)
    .where(and(eq(rehearsals.storeId, storeId), isNotNull(rehearsals.pictures)))
    .orderBy(desc(rehearsals.number))
    .limit(1000)
    .offset(KEPT);
  const shown = await shownRuns(storeId);
  const ids = old.map((r) => r.id).filter((id) => !shown.includes(id));
  if (ids.length > 0) {
    await database().update(rehearsalMessages).set({ seen: null }).where(inArray(rehearsalMessages.rehearsalId, ids));
    await database().update(rehearsals).set({ pictures: null }).where(inArray(rehearsals.id, ids));
  }
  await database().execute(sql`
    delete from ${rehearsalPictures} where store_id = ${storeId} and not exists (
      select 1 from ${rehearsalMessages} where ${rehearsalMessages.seen} = ${rehearsalPictures.seen})`);
}

/** Which of the messages have pictures. */
export async function picturedIn(
  storeId: string,
  rows: readonly { seen: string | null }[],
): Promise<ReadonlySet<string>> {
  const asked = [...new Set(rows.flatMap((r) => r.seen ?? []))];
  if (asked.length === 0) return new Set();
  const found = await database()
    .select({ seen: rehearsalPictures.seen })
    .from(rehearsalPictures)
    .where(
      and(
        eq(rehearsalPictures.storeId, storeId),
        eq(rehearsalPictures.form, 'desktop'),
        inArray(rehearsalPictures.seen, asked),
      ),
    );
  return new Set(found.map((f) => f.seen));
}

/** The ids of messages that have pictures, in the order in which these are looked at: what looks alike beside each other. */
export function inPictureOrder(
  rows: readonly { id: string; notificationId: string; variantId: string; wanted: string; seen: string | null }[],
  pictured: ReadonlySet<string>,
): string[] {
  const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
  return rows
    .filter((r) => r.seen !== null && pictured.has(r.seen))
    .toSorted(
      (a, b) =>
        compare(a.notificationId, b.notificationId) ||
        compare(a.wanted, b.wanted) ||
        compare(a.variantId, b.variantId) ||
        compare(a.id, b.id),
    )
    .map((r) => r.id);
}
