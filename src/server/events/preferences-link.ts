/**
 * Links to the page that customers keep themselves. One stands in messages and only asks for the other, which is sent to the customer's
 * address: whoever holds a forwarded message sees nothing. The other names the customer, their address and until when it holds.
 */
import { and, eq, sql } from 'drizzle-orm';
import type { MomentId } from '@/core/moments';
import { config } from '../base/config';
import { isLinkCode, linkCode } from '../base/link';
import { database } from '../db/client';
import { customers, deliveries, formerAddresses, notifications, stores, templates } from '../db/schema';
import { deliveryToken, readDeliveryToken } from './unsubscribed';

/** The moment of the message that proves whose page it is. */
export const PREFERENCES_MOMENT = 'account.preferences-requested' satisfies MomentId;

const ASK = 'ask-preferences';
const OPEN = 'preferences';

type CustomerRow = typeof customers.$inferSelect;
type StoreRow = typeof stores.$inferSelect;

/** Where the customer who got a delivery asks for the link to their preferences. */
export const preferencesUrlOf = (deliveryId: string): string =>
  `${config().url}/preferences/${deliveryToken(ASK, deliveryId)}`;

const named = ({ id, email }: Pick<CustomerRow, 'id' | 'email'>, until: number): string =>
  `${id} ${email.toLowerCase()} ${until}`;

/**
 * Where a customer keeps their preferences.
 * @param until until when it holds, in ms since the epoch
 */
export const openPreferencesUrl = (customer: Pick<CustomerRow, 'id' | 'email'>, until: number): string =>
  `${config().url}/preferences/${customer.id.toLowerCase()}.${until}.${linkCode(OPEN, named(customer, until))}`;

export interface PreferencesOf {
  store: StoreRow;
  customer: CustomerRow;
}

/** The customer whose message a link stood in, with its language; undefined where it is not ours, or they or the message are gone. */
export async function whoAsks(token: string): Promise<(PreferencesOf & { language: string }) | undefined> {
  const deliveryId = readDeliveryToken(ASK, token);
  if (deliveryId === undefined) return undefined;
  const db = database();
  const [row] = await db
    .select({ storeId: deliveries.storeId, address: deliveries.recipient, language: deliveries.language })
    .from(deliveries)
    .where(and(eq(deliveries.id, deliveryId), eq(deliveries.role, 'customer')));
  if (!row) return undefined;
  const [former] = await db
    .select({ id: formerAddresses.customerId })
    .from(formerAddresses)
    .where(and(eq(formerAddresses.storeId, row.storeId), eq(formerAddresses.address, row.address)));
  const found = await pageOf(
    and(eq(customers.storeId, row.storeId), former ? eq(customers.id, former.id) : eq(customers.email, row.address)),
  );
  // Who they are stands with the one that this address was joined into.
  const into = found?.customer.joinedInto;
  const whom = into ? await pageOf(eq(customers.id, into)) : found;
  return whom && { ...whom, language: row.language };
}

/** The customer that a link opens the page of; undefined where it is not ours, or their address is another by now, or they are gone. */
export async function whoOpens(
  token: string,
  now: number,
): Promise<(PreferencesOf & { until: number }) | 'too-old' | undefined> {
  const match = /^([0-9a-z]{26})\.(\d{1,15})\.([0-9a-f]{32})$/.exec(token);
  if (!match) return undefined;
  const [, id, time, code] = match as unknown as [string, string, string, string];
  const found = await pageOf(eq(customers.id, id.toUpperCase()));
  const until = Number(time);
  if (!found || !isLinkCode(OPEN, named(found.customer, until), code)) return undefined;
  return until < now ? 'too-old' : { ...found, until };
}

async function pageOf(whom: ReturnType<typeof eq> | ReturnType<typeof and>): Promise<PreferencesOf | undefined> {
  const [row] = await database()
    .select({ store: stores, customer: customers })
    .from(customers)
    .innerJoin(stores, eq(stores.id, customers.storeId))
    .where(whom);
  return row;
}

/** Whether a store sends the link: its notification is live. */
export async function linkGoesOut(storeId: string): Promise<boolean> {
  const [live] = await database()
    .select({ id: notifications.id })
    .from(notifications)
    .innerJoin(templates, eq(templates.notificationId, notifications.id))
    .where(
      and(
        eq(notifications.storeId, storeId),
        eq(notifications.moment, PREFERENCES_MOMENT),
        eq(notifications.audience, 'customer'),
        eq(notifications.on, true),
        sql`${templates.liveEditionId} is not null`,
      ),
    )
    .limit(1);
  return live !== undefined;
}
