/** What Today says of the codes that live messages promise. */
import type { TodayLine } from '@/contract/today';
import { listed } from '@/words/speak';
import { say } from '@/words/codes';
import type { Access } from '../../auth/access';
import { databaseTime } from '../../db/time';
import { shakyPromises, type PromiseStanding } from '../../sending/code-standing';

/** A line for each code that is gone or soon will be. */
export async function codeLines({ store }: Access): Promise<TodayLine[]> {
  const standing = await shakyPromises(store, await databaseTime());
  return standing.map(({ outlook, words, by }) => ({
    state: outlook.state === 'gone' ? 'failing' : 'waiting',
    fact: `${words()} ${whatBecomes(by)}`,
    action: say.seeDiscountCodes,
    href: '/store/codes',
  }));
}

/** Which messages promise it, and what they do without it. */
export function whatBecomes(by: PromiseStanding['by']): string {
  const named = (whenGone: 'stop' | 'leave-out'): string[] =>
    by.filter((p) => p.whenGone === whenGone).map((p) => p.name);
  const [stop, leave] = [named('stop'), named('leave-out')];
  return [
    stop.length > 0 && say.stopWithoutIt({ names: listed(stop), n: stop.length }),
    leave.length > 0 && say.leaveItOut({ names: listed(leave), n: leave.length }),
  ]
    .filter(Boolean)
    .join(' ');
}
