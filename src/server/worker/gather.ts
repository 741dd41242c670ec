/** Messages of one notification that wait for each other, and go to their reader in one mail: the first of them carries the others. */
import { createHash } from 'node:crypto';
import { and, asc, eq, inArray, sql, type SQL } from 'drizzle-orm';
import type { Executor } from '../db/client';
import { deliveries } from '../db/schema';
import { UNSENT } from '../sending/carried';
import type { Delivery } from './claims';

/** More than these go out in a further mail. */
const MOST_IN_ONE = 50;

/** Not those that another one carries. */
export const goesItself: SQL = sql`(${deliveries.gatheredIn} is null or ${deliveries.gatheredIn} = ${deliveries.id})`;

/**
 * Puts those of the claimed deliveries that wait for each other together with all others that are due by now, in the transaction that
 * claims them: in the place of each group stands the one that carries it. A group that another worker is putting together is left to it.
 * @param due what of a store's messages is due
 */
export async function gathered(tx: Executor, claimed: readonly Delivery[], due: SQL | undefined): Promise<Delivery[]> {
  const alone = claimed.filter((d) => !d.gathers);
  if (alone.length === claimed.length) return alone;
  const groups = new Map(claimed.filter((d) => d.gathers).map((d) => [groupOf(d), d]));
  const carriers: Delivery[] = [];
  for (const [key, { storeId, recipient, notificationId }] of groups) {
    if (!(await gotLock(tx, key))) continue;
    try {
      const rows = await tx
        .select()
        .from(deliveries)
        .where(
          and(
            ...[eq(deliveries.storeId, storeId), eq(deliveries.recipient, recipient)],
            ...[eq(deliveries.notificationId, notificationId), eq(deliveries.gathers, true)],
            inArray(deliveries.state, [...UNSENT]),
            due,
          ),
        )
        .orderBy(asc(deliveries.id))
        .limit(MOST_IN_ONE)
        .for('update');
      const [first, ...others] = rows;
      if (!first) continue;
      const together = { gathers: false, gatheredIn: others.length > 0 ? first.id : null };
      const ids = rows.map((r) => r.id);
      await tx.update(deliveries).set(together).where(inArray(deliveries.id, ids));
      carriers.push({ ...first, ...together });
    } finally {
      // Before the transaction ends: whoever gets it next waits for its rows, and finds them together.
      await tx.execute(sql`select release_lock(${key})`);
    }
  }
  return [...alone, ...carriers];
}

const groupOf = ({ storeId, recipient, notificationId }: Delivery): string =>
  `gather ${createHash('sha256').update(`${storeId} ${notificationId} ${recipient.toLowerCase()}`).digest('hex').slice(0, 40)}`;

async function gotLock(tx: Executor, key: string): Promise<boolean> {
  const [[row]] = (await tx.execute(sql`select get_lock(${key}, 0) as got`)) as unknown as [{ got: number | null }[]];
  return row?.got === 1;
}
