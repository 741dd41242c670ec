/**
 * Takes pictures of what was rehearsed: of each message that arrived, as it is seen in each form, by Chromium. A run that a process left
 * unfinished is begun again by another, and what it has pictures of by then takes no time.
 */
import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { and, desc, eq, inArray, isNotNull, isNull, lt, or, sql } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import { simpleParser } from 'mailparser';
import type { PicturesState } from '@/contract/rehearsal';
import { kept, keptWithin } from '@/words/kept';
import { say } from '@/words/rehearsal';
import { config } from '../base/config';
import { AppError } from '../base/errors';
import { isDatabaseError } from '../base/faults';
import { log } from '../base/log';
import { database } from '../db/client';
import { rehearsalMessages, rehearsalPictures, rehearsals } from '../db/schema';
import { databaseTime } from '../db/time';
import { readMedia } from '../documents/media';
import { Easel, openBrowser } from './browser';
import { prunePictures } from './pictures';
import type { Run } from './runs';

const LEASE_MS = 60_000;
/** Pages at a time: one more draws nothing sooner on two cores. */
const AT_ONCE = 2;
/** Another way of taking them makes other pictures of the same HTML. */
const WAY = 1;

const unzip = promisify(gunzip);

/** What the pictures of a message's HTML are kept under. */
const seenOf = (html: string): string => createHash('sha256').update(`${WAY}\n${html}`).digest('base64url');

export class PictureTaker {
  private stopping = false;

  /** Takes the pictures of one run that waits for them; answers whether there was one. */
  async turn(): Promise<boolean> {
    const run = await this.claim();
    if (!run) return false;
    const begun = Date.now();
    try {
      const all = await this.take(run, begun);
      if (this.stopping) await this.write(run, { pictures: 'waiting', picturesLease: null });
      else if (all)
        await this.write(run, {
          pictures: run.picturesOnly ? 'some' : 'done',
          picturesLease: null,
          picturesTookMs: Date.now() - begun,
        });
      await prunePictures(run.storeId);
    } catch (error) {
      if (isDatabaseError(error)) throw error;
      log.error({ err: error, rehearsal: run.id }, 'pictures could not be taken');
      const why = error instanceof AppError ? error.message : kept(() => say.picturesFailed);
      await this.write(run, { pictures: 'broken', picturesLease: null, picturesTrouble: keptWithin(why, 2000) });
    }
    return true;
  }

  /** Takes no further one; what is left is taken by another process. */
  stop(): void {
    this.stopping = true;
  }

  private async claim(): Promise<Run | undefined> {
    const now = new Date(await databaseTime());
    return database().transaction(async (tx) => {
      const [run] = await tx
        .select()
        .from(rehearsals)
        .where(
          and(
            inArray(rehearsals.pictures, ['waiting', 'taking']),
            inArray(rehearsals.state, ['done', 'stopped', 'broken']),
            or(isNull(rehearsals.picturesLease), lt(rehearsals.picturesLease, now)),
          ),
        )
        .orderBy(desc(rehearsals.id))
        .limit(1)
        .for('update', { skipLocked: true });
      if (!run) return undefined;
      const lease = {
        ...{ pictures: 'taking' as const, picturesTaken: 0, picturesTrouble: '' },
        picturesLease: new Date(now.getTime() + LEASE_MS),
      };
      await tx.update(rehearsals).set(lease).where(eq(rehearsals.id, run.id));
      return { ...run, ...lease };
    });
  }

  /** Writes down how far a run is, while its pictures are still wanted; answers whether they are. */
  private async write(
    { id }: Run,
    set: Partial<Pick<Run, 'picturesLease' | 'picturesTrouble' | 'picturesTookMs'>> & { pictures?: PicturesState },
  ): Promise<boolean> {
    const [result] = await database()
      .update(rehearsals)
      .set(set)
      .where(and(eq(rehearsals.id, id), eq(rehearsals.pictures, 'taking')));
    return result.affectedRows > 0;
  }

  /** Answers false when they were not wanted any more before all were taken. */
  private async take(run: Run, begun: number): Promise<boolean> {
    const queue = await database()
      .select({ id: rehearsalMessages.id })
      .from(rehearsalMessages)
      .where(
        and(
          eq(rehearsalMessages.rehearsalId, run.id),
          isNotNull(rehearsalMessages.raw),
          run.picturesOnly ? inArray(rehearsalMessages.id, run.picturesOnly) : undefined,
        ),
      )
      .orderBy(rehearsalMessages.place, rehearsalMessages.id);
    await database().update(rehearsals).set({ picturesOf: queue.length }).where(eq(rehearsals.id, run.id));
    const browser = await openBrowser();
    let wanted = true;
    const line = async (): Promise<void> => {
      const easel = await Easel.on(browser);
      for (let next = queue.shift(); next && wanted && !this.stopping; next = queue.shift()) {
        await takeOne(run, next.id, easel).catch((error: unknown) => {
          // One that cannot be drawn is no end of all others.
          if (isDatabaseError(error) || !browser.isConnected()) throw error;
          log.warn({ err: error, message: next?.id }, 'no picture of a message could be taken');
        });
        const [result] = await database()
          .update(rehearsals)
          .set({
            picturesTaken: sql`${rehearsals.picturesTaken} + 1`,
            picturesLease: new Date((await databaseTime()) + LEASE_MS),
            picturesTookMs: Date.now() - begun,
          })
          .where(and(eq(rehearsals.id, run.id), eq(rehearsals.pictures, 'taking')));
        wanted &&= result.affectedRows > 0;
      }
      await easel.close();
    };
    try {
      await Promise.all(Array.from({ length: AT_ONCE }, line));
    } finally {
      await browser.close();
    }
    return wanted;
  }
}

async function takeOne({ storeId }: Run, id: string, easel: Easel): Promise<void> {
  const [row] = await database()
    .select({ raw: rehearsalMessages.raw })
    .from(rehearsalMessages)
    .where(eq(rehearsalMessages.id, id));
  if (!row?.raw) return;
  const { html } = await simpleParser(await unzip(row.raw));
  // Text alone looks as its reader's program wants it to.
  if (!html) return;
  const seen = seenOf(html);
  // First, so that nobody lets go of its pictures as shown by nothing.
  await database().update(rehearsalMessages).set({ seen }).where(eq(rehearsalMessages.id, id));
  const [there] = await database()
    .select({ form: rehearsalPictures.form })
    .from(rehearsalPictures)
    .where(and(eq(rehearsalPictures.storeId, storeId), eq(rehearsalPictures.seen, seen)))
    .limit(1);
  if (there) return;
  const shots = await easel.take(await withOwnPictures(html));
  await database()
    .insert(rehearsalPictures)
    .ignore()
    .values(shots.map((shot) => ({ storeId, seen, ...shot })));
}

const inlined = new LRUCache<string, string>({ maxSize: 30_000_000, sizeCalculation: (s) => s.length + 1 });

/** The HTML with the pictures that are our own in it. Those from elsewhere are not fetched, and their words stand instead. */
async function withOwnPictures(html: string): Promise<string> {
  const base = `${config().url}/media/`;
  const sources = new Set([...html.matchAll(/<img\b[^>]*?\ssrc="([^"]+)"/g)].map((m) => m[1]!));
  for (const source of sources) {
    if (!source.startsWith(base) || inlined.has(source)) continue;
    const media = await readMedia(source.slice(base.length).split('/').map(decodeURIComponent));
    if (media) inlined.set(source, `data:${media.type};base64,${media.bytes.toString('base64')}`);
  }
  return html.replace(
    /(<img\b[^>]*?\ssrc=")([^"]+)"/g,
    (_whole, before: string, source: string) => `${before}${inlined.get(source) ?? source}"`,
  );
}
