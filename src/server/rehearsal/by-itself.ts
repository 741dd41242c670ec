/** Rehearsals that begin by themselves: after something that messages are made of has changed, and each night. */
import { and, desc, eq, isNull, or } from 'drizzle-orm';
import { dayKey, zonedTime } from '@/core/time';
import type { RehearsalWhy } from '@/contract/rehearsal';
import type { Store } from '../auth/access';
import { AppError } from '../base/errors';
import { log } from '../base/log';
import { database } from '../db/client';
import { rehearsals, stores } from '../db/schema';
import { startRehearsal } from './runs';
import { marksNow } from './standing';
import { sameMarks, type VersionMarks } from '@/core/rehearsal';

/** Who publishes often publishes more: a change has to stay for so long. */
const SETTLES_MS = 60_000;
/** Nights begin at this hour of the store. */
const NIGHT = 3;

export class ByItself {
  /** How stores stand, and since when. */
  private readonly seen = new Map<string, { marks: VersionMarks; since: number }>();

  /** Looks at every store that wants it once, at a time (ms since 1970); begins what is due. */
  async turn(now: number): Promise<void> {
    const wanting = await database()
      .select()
      .from(stores)
      .where(and(isNull(stores.closedAt), or(eq(stores.rehearsesChanges, true), eq(stores.rehearsesNights, true))));
    for (const store of wanting) {
      const why = await this.whyNow(store, now);
      if (!why) continue;
      await startRehearsal(store, { name: 'Libellus' }, { why, changes: why === 'changed' }).catch((error: unknown) => {
        // Somebody, or another process, was quicker.
        if (!(error instanceof AppError)) throw error;
        log.debug({ store: store.id, why: error.message }, 'no rehearsal was begun');
      });
    }
  }

  private async whyNow(store: Store, now: number): Promise<Exclude<RehearsalWhy, 'asked'> | undefined> {
    const [newest] = await database()
      .select()
      .from(rehearsals)
      .where(eq(rehearsals.storeId, store.id))
      .orderBy(desc(rehearsals.number))
      .limit(1);
    if (newest && ['waiting', 'running'].includes(newest.state)) return undefined;
    if (store.rehearsesNights) {
      const night = zonedTime(dayKey(now, store.timeZone), NIGHT, 0, store.timeZone);
      if (now >= night && (newest?.askedAt.getTime() ?? 0) < night) return 'night';
    }
    if (!store.rehearsesChanges) return undefined;
    const [live] = await database()
      .select({ marks: rehearsals.marks })
      .from(rehearsals)
      .where(and(eq(rehearsals.storeId, store.id), isNull(rehearsals.drafts)))
      .orderBy(desc(rehearsals.number))
      .limit(1);
    const marks = await marksNow(store);
    const before = this.seen.get(store.id);
    if (!before || !sameMarks(before.marks, marks)) {
      this.seen.set(store.id, { marks, since: now });
      return undefined;
    }
    if (live && sameMarks(live.marks, marks)) return undefined;
    return now - before.since >= SETTLES_MS ? 'changed' : undefined;
  }
}
