/** The clock of the demo, which can be wound forward so that what waits comes due. Outside the demo it is the true time. */
import { eq, sql } from 'drizzle-orm';
import { config } from '../base/config';
import { database, type Executor } from './client';
import { ownClockAhead } from './own-clock';
import { databaseTime } from './time';
import { demoClock } from './schema';
import { AppError } from '../base/errors';
import { say } from '../../words/operations';

const ROW = 1;
const MOST_MS = 366 * 86_400_000;

/** How far ahead the demo's clock is, in ms; 0 outside the demo. What is rehearsed has a clock of its own. */
export async function clockAhead(db: Executor = database()): Promise<number> {
  const own = ownClockAhead();
  if (own !== undefined) return own;
  if (!config().demo) return 0;
  const [row] = await db.select({ ahead: demoClock.aheadMs }).from(demoClock).where(eq(demoClock.id, ROW));
  return row?.ahead ?? 0;
}

/** Now, by the demo's clock. */
export async function timeNow(db: Executor = database()): Promise<number> {
  return (await databaseTime(db)) + (await clockAhead(db));
}

/** Winds the demo's clock forward. Refused outside the demo, backwards, and by more than a year at once. */
export async function windClock(ms: number): Promise<void> {
  if (!config().demo) throw new AppError('forbidden', say.onlyDemoClock);
  if (!Number.isInteger(ms) || ms <= 0 || ms > MOST_MS) {
    throw new AppError('invalid', say.windForward);
  }
  await database()
    .insert(demoClock)
    .values({ id: ROW, aheadMs: ms })
    .onDuplicateKeyUpdate({ set: { aheadMs: sql`${demoClock.aheadMs} + ${ms}` } });
}
