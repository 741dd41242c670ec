/** Messages of one notification that wait for each other, and go to their reader in one mail: the first of them carries the others. */
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
  for (const { storeId, recipient, notificationId } of groups.values()) {
    const group = and(
      ...[eq(deliveries.storeId, storeId), eq(deliveries.recipient, recipient)],
      ...[eq(deliveries.notificationId, notificationId), eq(deliveries.gathers, true)],
      inArray(deliveries.state, [...UNSENT]),
      due,
    );
    // Whoever holds the first of them puts them together: rows, since a lock by name holds on one node of a cluster only.
    const [first] = await tx.select(ONE).from(deliveries).where(group).orderBy(asc(deliveries.id)).limit(1);
    const [free] = await tx
      .select(ONE)
      .from(deliveries)
      .where(group)
      .orderBy(asc(deliveries.id))
      .limit(1)
      .for('update', { skipLocked: true });
    if (!first || free?.id !== first.id) continue;
    const rows = await tx
      .select()
      .from(deliveries)
      .where(group)
      .orderBy(asc(deliveries.id))
      .limit(MOST_IN_ONE)
      .for('update');
    const [carrier] = rows;
    if (!carrier) continue;
    const together = { gathers: false, gatheredIn: rows.length > 1 ? carrier.id : null };
    const ids = rows.map((r) => r.id);
    await tx.update(deliveries).set(together).where(inArray(deliveries.id, ids));
    carriers.push({ ...carrier, ...together });
  }
  return [...alone, ...carriers];
}

const ONE = { id: deliveries.id };

const groupOf = ({ storeId, recipient, notificationId }: Delivery): string =>
  JSON.stringify([storeId, notificationId, recipient.toLowerCase()]);
