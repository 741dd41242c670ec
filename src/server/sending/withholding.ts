/** Whom not to write to, as the worker asks. */
import { eq } from 'drizzle-orm';
import { withheldBy } from '@/core/mail';
import { reasonWords, type Plan, type PlannedDelivery, type Reason } from '@/core/plan';
import { newId } from '../base/ids';
import { database, type Executor } from '../db/client';
import { databaseTime } from '../db/time';
import { withholdings } from '../db/schema';
import { keptWithin } from '@/words/kept';

export type WithholdingRow = typeof withholdings.$inferSelect;

/** What a store has on its list of those it does not write to. */
export async function withholdingsOf(storeId: string, db: Executor = database()): Promise<WithholdingRow[]> {
  return db.select().from(withholdings).where(eq(withholdings.storeId, storeId));
}

/** Why an address is not written to for a planned delivery, or undefined when it is. */
export function withheldReason(
  list: readonly WithholdingRow[],
  { recipient, sender }: Pick<PlannedDelivery, 'recipient' | 'sender'>,
): Extract<Reason, { code: 'withheld' }> | undefined {
  const entry = withheldBy(list, recipient.address, sender);
  return entry && { code: 'withheld', pattern: entry.pattern, reason: entry.reason };
}

/** A plan as it will come out: what goes to an address that is not written to is not written, with that as its reason. */
export function withoutWithheld(plan: Plan, list: readonly WithholdingRow[]): Plan {
  if (list.length === 0) return plan;
  const withheld = plan.deliveries.flatMap((d) => {
    const reason = withheldReason(list, d);
    return reason ? [{ notificationId: d.notificationId, recipient: d.recipient, reasons: [reason] }] : [];
  });
  if (withheld.length === 0) return plan;
  return {
    deliveries: plan.deliveries.filter((d) => !withheldReason(list, d)),
    notWritten: [...plan.notWritten, ...withheld],
  };
}

/** The same, in words. */
export const withheldWords = (entry: Pick<WithholdingRow, 'pattern' | 'reason'>): string =>
  reasonWords({ code: 'withheld', pattern: entry.pattern, reason: entry.reason });

export interface Unwritable {
  storeId: string;
  address: string;
  /** What was said of the address. */
  reason: string;
  source: 'bounce' | 'refusal';
  /** The delivery that shows it. */
  deliveryId: string;
}

/** An address that takes no mail is not written to from now on; one that is on the list already stays as it is. */
export async function withholdFrom(
  db: Executor,
  { storeId, address, reason, source, deliveryId }: Unwritable,
): Promise<void> {
  await db
    .insert(withholdings)
    .ignore()
    .values({
      id: newId(),
      storeId,
      pattern: address.toLowerCase(),
      reason: keptWithin(reason, 1000),
      kinds: [],
      source,
      deliveryId,
      by: 'Libellus',
      at: new Date(await databaseTime(db)),
    });
}
