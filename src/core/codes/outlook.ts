/** What becomes of the codes that messages promise: which hold, which soon will not, and why. */
import { dateFormatter } from '../text/formatters';
import { readerLocale } from '../../words/speak';
import { say } from '../../words/codes';
import type { DiscountCode } from './code';
import { codeOfRef, seriesOfRef, type KnownCodes } from './promise';
import type { CodeSeries } from './series';

/** Why a code is gone, or soon will be. */
export type Why = 'expires' | 'runs-out' | 'deleted' | 'not-yet' | 'one-person' | 'one-use';

export type Outlook =
  | { state: 'holds' }
  | {
      state: 'soon' | 'gone';
      why: Why;
      /** When it is over, or begins, as far as that is known: ms since the epoch. */
      at?: number;
      /** Uses, or codes of a series, that are left. */
      left?: number;
    };

const DAY_MS = 86_400_000;
/** What is over within a week is told of before. */
export const AHEAD_DAYS = 7;
/** So few left are told of, however slowly they go. */
export const FEW_LEFT = 20;

/**
 * How it stands with what a message promises.
 * @param ref see `promiseRef`
 * @param perDay uses, or codes given, a day of late, by reference
 */
export function outlookOf(ref: string, known: KnownCodes, now: number, perDay: (ref: string) => number): Outlook {
  const id = seriesOfRef(ref);
  const found: DiscountCode | CodeSeries | undefined =
    id === undefined ? codeOfRef(ref, known) : known.series.find((s) => s.id === id);
  if (!found) return { state: 'gone', why: 'deleted' };
  const own: DiscountCode | undefined = 'code' in found ? found : undefined;
  const left = own ? own.limit && Math.max(0, own.limit - own.used) : (found as CodeSeries).left;
  if (found.endsAt !== undefined && found.endsAt <= now) return { state: 'gone', why: 'expires', at: found.endsAt };
  if (left === 0) return { state: 'gone', why: 'runs-out', left };
  if (own?.customer !== undefined) return { state: 'gone', why: 'one-person' };
  if (own?.limit === 1) return { state: 'gone', why: 'one-use' };
  if (own?.startsAt !== undefined && own.startsAt > now) return { state: 'gone', why: 'not-yet', at: own.startsAt };
  const runsOutAt = runsOut(left, perDay(ref), now);
  const soonest = Math.min(found.endsAt ?? Number.POSITIVE_INFINITY, runsOutAt ?? Number.POSITIVE_INFINITY);
  if (soonest - now < AHEAD_DAYS * DAY_MS) {
    return soonest === found.endsAt
      ? { state: 'soon', why: 'expires', at: soonest }
      : { state: 'soon', why: 'runs-out', at: soonest, ...(left !== undefined && { left }) };
  }
  if (left !== undefined && left < FEW_LEFT)
    return { state: 'soon', why: 'runs-out', left, ...(runsOutAt !== undefined && { at: runsOutAt }) };
  return { state: 'holds' };
}

function runsOut(left: number | undefined, perDay: number, now: number): number | undefined {
  return left === undefined || perDay <= 0 ? undefined : now + (left / perDay) * DAY_MS;
}

/** How people call what is promised: the code, or the series by its name. */
export function promiseName(ref: string, { codes, series }: KnownCodes): string {
  const id = seriesOfRef(ref);
  if (id === undefined) return codeOfRef(ref, { codes })?.code ?? ref;
  const found = series.find((s) => s.id === id);
  return found ? say.seriesNamed({ name: found.name }) : say.aSeries;
}

/**
 * What is wrong with what a message promises, as a sentence; undefined when it holds.
 * @param name how it is called
 * @param timeZone in which days are said (IANA)
 */
export function outlookWords(outlook: Outlook, name: string, timeZone = 'UTC'): string | undefined {
  if (outlook.state === 'holds') return undefined;
  const day = dateFormatter(readerLocale(), timeZone, 'year-month-day', 'long');
  const { why, at, left = 0 } = outlook;
  switch (why) {
    case 'deleted':
      return say.isNotThere({ name });
    case 'not-yet':
      return say.doesNotHoldYet({ name, day: day(at ?? 0) });
    case 'one-person':
      return say.isForOnePerson({ name });
    case 'one-use':
      return say.canBeUsedOnce({ name });
    case 'expires':
      return outlook.state === 'gone'
        ? say.hasExpired({ name, day: day(at ?? 0) })
        : say.expiresOn({ name, day: day(at ?? 0) });
    case 'runs-out':
      if (outlook.state === 'gone') return say.isUsedUp({ name });
      return at === undefined
        ? say.nearlyUsedUp({ name, n: left })
        : say.nearlyUsedUpBy({ name, n: left, day: day(at) });
  }
}

/** What is wrong with a code that a block names, for who publishes it; undefined when it is right. */
export function promiseProblem(
  { code, series }: { code: string; series?: string | undefined },
  ref: string,
  known: KnownCodes,
  now: number,
  timeZone?: string,
): { severity: 'blocker' | 'warning'; message: string } | undefined {
  if (series === undefined && code.trim() === '') return { severity: 'blocker', message: say.noCodeIsChosenYet };
  const outlook = outlookOf(ref, known, now, () => 0);
  const message = outlookWords(outlook, promiseName(ref, known), timeZone);
  if (message === undefined || outlook.state === 'holds') return undefined;
  const waits = outlook.state === 'soon' || outlook.why === 'not-yet';
  return { severity: waits ? 'warning' : 'blocker', message };
}
