/** What a rehearsal of changes takes over from the one that it begins at: messages that are made of the same still, as they were found. */
import { and, eq, inArray, sql } from 'drizzle-orm';
import { stays, touchedBy } from '@/core/rehearsal';
import type { PlanSettings } from '@/core/plan';
import { NO_COUNTS, type RehearsalCounts } from '@/contract/rehearsal';
import { newId } from '../base/ids';
import { database, type Executor } from '../db/client';
import { rehearsalLives, rehearsalMessages, rehearsals } from '../db/schema';
import { messagesOf, type Run } from './runs';

/** The run that a run of changes begins at; undefined for one of everything, and for one that was let go since. */
export async function runBegunAt({ storeId, since }: Pick<Run, 'storeId' | 'since'>): Promise<Run | undefined> {
  if (since === null) return undefined;
  const [found] = await database()
    .select()
    .from(rehearsals)
    .where(and(eq(rehearsals.storeId, storeId), eq(rehearsals.number, since)));
  return found;
}

/**
 * Takes over what stays, with the orders that it came of, behind the first `lives` places. In the transaction that writes down what the
 * run lives itself. Answers what is counted with it.
 */
export async function takeOver(
  tx: Executor,
  run: Run,
  base: Run,
  { scope, lives, of }: { scope: ReadonlySet<string>; lives: number; of: PlanSettings['notifications'] },
): Promise<RehearsalCounts> {
  const touched = touchedBy(scope, of);
  const kept = (await messagesOf(base)).filter((m) => stays(m, run.marks, scope, touched));
  const counts = { ...NO_COUNTS };
  if (kept.length === 0) return counts;
  for (const { outcome } of kept) counts[outcome] += 1;
  const places = new Map([...new Set(kept.map((m) => m.place))].map((place, i) => [place, lives + i + 1]));
  const rows = await tx
    .select()
    .from(rehearsalLives)
    .where(and(eq(rehearsalLives.rehearsalId, base.id), inArray(rehearsalLives.place, [...places.keys()])));
  await tx.insert(rehearsalLives).values(
    rows.map((row) => ({
      ...row,
      ...{ rehearsalId: run.id, place: places.get(row.place)!, silent: 0 },
      livedIn: row.livedIn ?? base.number,
    })),
  );
  const copies = JSON.stringify(kept.map((m) => ({ from: m.id, id: newId(), place: places.get(m.place) })));
  await tx.execute(sql`
    insert into ${rehearsalMessages} (id, rehearsal_id, place, event, notification_id, variant_id, moment, role, recipient,
      recipient_name, wanted, language, turn, at, subject, outcome, checks, raw, seen)
    select c.id, ${run.id}, c.place, m.event, m.notification_id, m.variant_id, m.moment, m.role, m.recipient,
      m.recipient_name, m.wanted, m.language, m.turn, m.at, m.subject, m.outcome, m.checks, m.raw, m.seen
    from json_table(${copies}, '$[*]' columns (
      was varchar(26) character set utf8mb4 path '$.from',
      id varchar(26) character set utf8mb4 path '$.id',
      place int path '$.place'
    )) c straight_join ${rehearsalMessages} m force index for join (primary) on m.id = c.was collate utf8mb4_unicode_ci`);
  const [[unsigned]] = (await tx.execute(sql`
    select count(*) as n from ${rehearsalMessages}
    where rehearsal_id = ${run.id} and raw is not null
      and json_contains(checks, '{"about": "signature", "outcome": "noted"}')`)) as unknown as [{ n: number }[]];
  return { ...counts, unsigned: Number(unsigned?.n ?? 0) };
}
