/** Pictures of a run's messages: asked for, looked at, and held against those of the run before. */
import { and, eq, inArray } from 'drizzle-orm';
import pixelmatch from 'pixelmatch';
import sharp from 'sharp';
import { movedBetween, type Moved, type Raster } from '@/core/rehearsal';
import type { PictureForm } from '@/core/rehearsal/pictures';
import type { AskPictures, PictureView } from '@/contract/rehearsal';
import { say } from '@/words/rehearsal';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { rehearsalMessages, rehearsalPictures, rehearsals } from '../../db/schema';
import { inPictureOrder, picturedIn, wantPictures } from '../../rehearsal/pictures';
import { messagesOf, runBefore, type Run } from '../../rehearsal/runs';
import { counterpartOf, messageById } from './message';
import { namesOf, rowView, runOf } from './rehearsal';

/** So far may a point's colour be off, of 1 for black against white, and smoothed edges as they like. */
export const TOLERANCE = 0.1;

/**
 * Has pictures taken of what a run's messages look like, of all, or of one and the same in the run before, to hold them against each other.
 * Throws `conflict` while they are, and for a run that is under way.
 */
export async function askPictures(access: Access, { number, message }: AskPictures): Promise<void> {
  const run = (await runOf(access, number))!;
  if (run.state === 'waiting' || run.state === 'running') throw new AppError('conflict', say.underWay);
  if (!(await wantPictures(run.id, message === undefined ? undefined : [message])))
    throw new AppError('conflict', say.picturesUnderWay);
  if (message !== undefined) await wantBefore(run, message);
  await remember(access, 'askedPictures', { number });
}

async function wantBefore(run: Run, id: string): Promise<void> {
  const [[message], before] = await Promise.all([
    database()
      .select()
      .from(rehearsalMessages)
      .where(and(eq(rehearsalMessages.id, id), eq(rehearsalMessages.rehearsalId, run.id))),
    runBefore(run),
  ]);
  const same = message && before && (await counterpartOf(before, message, run));
  if (!same || (await picturedIn(run.storeId, [same])).size > 0) return;
  await wantPictures(before.id, [same.id]);
}

/** Takes no further pictures; those that were taken stay. */
export async function stopPictures(access: Access, { number }: { number: number }): Promise<void> {
  const [done] = await database()
    .update(rehearsals)
    .set({ pictures: 'some', picturesLease: null })
    .where(
      and(
        eq(rehearsals.storeId, access.store.id),
        eq(rehearsals.number, number),
        inArray(rehearsals.pictures, ['waiting', 'taking']),
      ),
    );
  if (done.affectedRows === 0) throw new AppError('conflict', say.picturesNotUnderWay);
}

/** The bytes of a picture (PNG). Throws `not-found`. */
export async function pictureBytes(
  { store }: { store: Pick<Access['store'], 'id'> },
  { seen, form }: { seen: string; form: PictureForm },
): Promise<Buffer> {
  const [found] = await database()
    .select({ bytes: rehearsalPictures.bytes })
    .from(rehearsalPictures)
    .where(
      and(eq(rehearsalPictures.storeId, store.id), eq(rehearsalPictures.seen, seen), eq(rehearsalPictures.form, form)),
    );
  if (!found) throw new AppError('not-found', say.noSuchPicture);
  return found.bytes;
}

/** A message as it looks, beside the same of the run before. Throws `not-found` for one without pictures. */
export async function loadPicture(access: Access, id: string, form: PictureForm): Promise<PictureView> {
  const { store } = access;
  const { message, run, number, livedIn } = await messageById(access, id);
  const own = message.seen === null ? undefined : await sizeOf(store.id, message.seen, form);
  if (!own || message.seen === null) throw new AppError('not-found', say.noSuchPicture);
  const rows = await messagesOf(run);
  const others = inPictureOrder(rows, await picturedIn(store.id, rows));
  const at = others.indexOf(id);
  const before = await runBefore(run);
  const same = before && (await counterpartOf(before, message, run));
  const was = same?.seen ? await sizeOf(store.id, same.seen, form) : undefined;
  const comes = same !== undefined && !was && (before?.pictures === 'waiting' || before?.pictures === 'taking');
  return {
    ...(comes && { comes }),
    ...rowView(message, await namesOf(access), new Map(), livedIn ?? undefined),
    ...{ run: run.number, number, subject: message.subject, form, size: own, seen: message.seen },
    ...(at > 0 && { previous: others[at - 1]! }),
    ...(at >= 0 && at < others.length - 1 && { next: others[at + 1]! }),
    ...(before &&
      was &&
      same?.seen && {
        before: {
          ...{ run: before.number, seen: same.seen, size: was },
          moved:
            same.seen === message.seen
              ? { before: [], after: [] }
              : await differencesOf(store.id, same.seen, message.seen, form),
        },
      }),
  };
}

/** How large a picture is; undefined for one that there is not. */
export async function sizeOf(storeId: string, seen: string, form: PictureForm) {
  const [found] = await database()
    .select({ width: rehearsalPictures.width, height: rehearsalPictures.height })
    .from(rehearsalPictures)
    .where(
      and(eq(rehearsalPictures.storeId, storeId), eq(rehearsalPictures.seen, seen), eq(rehearsalPictures.form, form)),
    );
  return found;
}

/** Where two pictures differ by more than {@link TOLERANCE}. */
async function differencesOf(storeId: string, was: string, now: string, form: PictureForm): Promise<Moved> {
  const [before, after] = await Promise.all([was, now].map((seen) => rasterOf(storeId, seen, form)));
  return movedBetween(before!, after!, (a, b, width, height) => {
    const mask = new Uint8Array(width * height * 4);
    pixelmatch(a, b, mask, width, height, { threshold: TOLERANCE, diffMask: true });
    return mask;
  });
}

async function rasterOf(storeId: string, seen: string, form: PictureForm): Promise<Raster> {
  const bytes = await pictureBytes({ store: { id: storeId } }, { seen, form });
  const { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data };
}
