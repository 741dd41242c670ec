/**
 * Who does not want what nobody has to get. A link in the message and its header name the delivery, signed, so that nobody can
 * unsubscribe somebody else, and nobody has to sign in or type an address (RFC 8058).
 */
import { and, eq, inArray } from 'drizzle-orm';
import { OPTIONAL_KINDS, type OptionalKind } from '@/core/moments';
import { config } from '../base/config';
import { isLinkCode, linkCode } from '../base/link';
import { database, type Executor } from '../db/client';
import { databaseTime } from '../db/time';
import { deliveries, unsubscriptions } from '../db/schema';

/** The last part of an address that names a delivery, for one purpose. */
export const deliveryToken = (purpose: string, deliveryId: string, secret = config().secret): string =>
  `${deliveryId.toLowerCase()}-${linkCode(purpose, deliveryId, secret)}`;

/** The delivery that such a part names; undefined for one that we did not make. */
export function readDeliveryToken(purpose: string, token: string, secret = config().secret): string | undefined {
  const match = /^([0-9a-z]{26})-([0-9a-f]{32})$/.exec(token);
  if (!match) return undefined;
  const [, id, code] = match as unknown as [string, string, string];
  const deliveryId = id.toUpperCase();
  return isLinkCode(purpose, deliveryId, code, secret) ? deliveryId : undefined;
}

const UNSUBSCRIBE = 'unsubscribe';

/** Where the reader of a delivery unsubscribes. */
export const unsubscribeUrlOf = (deliveryId: string): string =>
  `${config().url}/unsubscribe/${deliveryToken(UNSUBSCRIBE, deliveryId)}`;

/** What some addresses do not want, by address in small letters; those that want everything are left out. */
export async function unsubscribedOf(
  storeId: string,
  addresses: readonly string[],
  db: Executor = database(),
): Promise<Map<string, OptionalKind[]>> {
  const found = new Map<string, OptionalKind[]>();
  if (addresses.length === 0) return found;
  const wanted = [...new Set(addresses.map((a) => a.toLowerCase()))];
  const rows = await db
    .select({ address: unsubscriptions.address, kind: unsubscriptions.kind })
    .from(unsubscriptions)
    .where(and(eq(unsubscriptions.storeId, storeId), inArray(unsubscriptions.address, wanted)));
  for (const { address, kind } of rows) found.set(address, [...(found.get(address) ?? []), kind]);
  return found;
}

/** Whose link it is: the delivery that it stood in, or undefined once that is forgotten. */
export async function readerOf(token: string) {
  const deliveryId = readDeliveryToken(UNSUBSCRIBE, token);
  if (deliveryId === undefined) return undefined;
  const [row] = await database()
    .select({
      storeId: deliveries.storeId,
      address: deliveries.recipient,
      language: deliveries.language,
      optional: deliveries.optional,
    })
    .from(deliveries)
    .where(eq(deliveries.id, deliveryId));
  // A person who was erased has no address any more.
  if (!row || row.optional === '' || row.address.endsWith('.invalid')) return undefined;
  return { ...row, optional: row.optional, address: row.address.toLowerCase() };
}

/** Sets what an address does not want any more. What is left out is wanted again. */
export async function setUnsubscribed(
  { storeId, address }: { storeId: string; address: string },
  kinds: readonly OptionalKind[],
  { how, by = '' }: { how: (typeof unsubscriptions.$inferSelect)['how']; by?: string },
): Promise<void> {
  const at = new Date(await databaseTime());
  const wanted = OPTIONAL_KINDS.filter((k) => !kinds.includes(k));
  await database().transaction(async (tx) => {
    if (kinds.length > 0)
      await tx
        .insert(unsubscriptions)
        .ignore()
        .values(kinds.map((kind) => ({ storeId, address: address.toLowerCase(), kind, at, how, by })));
    if (wanted.length > 0)
      await tx
        .delete(unsubscriptions)
        .where(
          and(
            eq(unsubscriptions.storeId, storeId),
            eq(unsubscriptions.address, address.toLowerCase()),
            inArray(unsubscriptions.kind, wanted),
          ),
        );
  });
}

/** Adds one kind to what an address does not want, whatever else it wants or not. */
export async function unsubscribeFrom(
  { storeId, address }: { storeId: string; address: string },
  kind: OptionalKind,
): Promise<void> {
  await database()
    .insert(unsubscriptions)
    .ignore()
    .values({ storeId, address: address.toLowerCase(), kind, at: new Date(await databaseTime()), how: 'header' });
}
