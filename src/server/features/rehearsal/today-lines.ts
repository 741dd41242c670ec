/** What Today says of rehearsals. */
import { and, count, desc, eq, inArray, isNull } from 'drizzle-orm';
import { BAD } from '@/contract/rehearsal';
import type { TodayLine } from '@/contract/today';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { rehearsalMessages, rehearsals } from '../../db/schema';
import { say } from '@/words/rehearsal';

/** A line while the newest run that came to its end found something that is not right. */
export async function rehearsalLines({ store }: Access): Promise<TodayLine[]> {
  const [run] = await database()
    .select({ id: rehearsals.id, number: rehearsals.number })
    .from(rehearsals)
    .where(and(eq(rehearsals.storeId, store.id), eq(rehearsals.state, 'done'), isNull(rehearsals.drafts)))
    .orderBy(desc(rehearsals.number))
    .limit(1);
  if (!run) return [];
  const [row] = await database()
    .select({ n: count() })
    .from(rehearsalMessages)
    .where(and(eq(rehearsalMessages.rehearsalId, run.id), inArray(rehearsalMessages.outcome, [...BAD])));
  const n = row?.n ?? 0;
  return n === 0
    ? []
    : [{ state: 'failing', fact: say.todayLine({ n }), action: say.seeRehearsal, href: '/rehearsal?view=fix' }];
}
