/** Deliveries that go out in one mail with another one of their notification, which carries them. */
import { and, asc, eq, inArray, ne, sql } from 'drizzle-orm';
import type { DeliveryState } from '@/core/mail';
import type { Executor } from '../db/client';
import { deliveries } from '../db/schema';

type Delivery = typeof deliveries.$inferSelect;

export const UNSENT: readonly DeliveryState[] = ['planned', 'deferred', 'held'];

/** Whether a delivery carries others. */
export const carries = ({ id, gatheredIn }: Pick<Delivery, 'id' | 'gatheredIn'>): boolean => gatheredIn === id;

/** What a delivery carries and has not gone out yet, in the order in which it was written. */
export async function carriedBy(db: Executor, id: string): Promise<Delivery[]> {
  return db
    .select()
    .from(deliveries)
    .where(and(eq(deliveries.gatheredIn, id), ne(deliveries.id, id), inArray(deliveries.state, [...UNSENT])))
    .orderBy(asc(deliveries.id));
}

/** Lets go what deliveries carry that do not go out themselves: it goes in another mail. */
export async function letGoCarried(db: Executor, carriers: readonly string[]): Promise<void> {
  if (carriers.length === 0) return;
  await db
    .update(deliveries)
    .set({ gatheredIn: null, gathers: true, state: 'planned', cause: '', lastWords: '' })
    .where(
      and(
        inArray(deliveries.gatheredIn, [...carriers]),
        sql`${deliveries.gatheredIn} <> ${deliveries.id}`,
        inArray(deliveries.state, [...UNSENT]),
      ),
    );
}

/** Lets some of what a delivery carries go out by itself after all. */
export async function letGoAlone(db: Executor, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  await db
    .update(deliveries)
    .set({ gatheredIn: null, gathers: false })
    .where(inArray(deliveries.id, [...ids]));
}

/** Gives what deliveries carry the state and the words of the mail that it is in. */
export async function shareOutcome(tx: Executor, carriers: readonly string[]): Promise<void> {
  if (carriers.length === 0) return;
  await tx.execute(sql`
    update delivery d join delivery c on c.id = d.gathered_in and c.id <> d.id
    set d.state = c.state, d.last_words = c.last_words, d.cause = c.cause, d.message_id = c.message_id, d.accepted_at = c.accepted_at
    where c.id in ${[...carriers]} and d.state in ('planned', 'deferred', 'held')`);
}
