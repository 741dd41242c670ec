/** A store's sending service as the code that sends needs it: settings with the password opened. */
import { eq } from 'drizzle-orm';
import { database, type Executor } from '../db/client';
import { services } from '../db/schema';
import { unseal } from '../secrets';
import type { ServiceSettings } from './check';

export type ServiceRow = typeof services.$inferSelect;

export function settingsOf(row: ServiceRow): ServiceSettings {
  const { host, port, security, user, senderName, senderAddress } = row;
  return { host, port, security, user, senderName, senderAddress, password: row.password ? unseal(row.password) : '' };
}

export async function serviceOf(storeId: string, db: Executor = database()): Promise<ServiceRow | undefined> {
  const [row] = await db.select().from(services).where(eq(services.storeId, storeId));
  return row;
}
