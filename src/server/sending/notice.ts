/** Short mails of Libellus itself to a store's owners, about the sending and not about orders. */
import { and, eq } from 'drizzle-orm';
import { chooseService } from '@/core/mail';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { memberships, stores, user } from '../db/schema';
import { log } from '../base/log';
import { composeMessage, domainOf, freshMessageId } from './compose';
import { senderFor, sendersOf, servicesOf, settingsOf, standingOf } from './service';
import { Line } from './transport';

/**
 * Sends a notice to the owners. True when one of them has it, so that nobody is told twice because of another's mailbox; what was not
 * taken is logged.
 */
export async function tellOwners(storeId: string, subject: string, text: string): Promise<boolean> {
  const [store] = await database().select().from(stores).where(eq(stores.id, storeId));
  const owners = await database()
    .select({ email: user.email, name: user.name })
    .from(memberships)
    .innerJoin(user, eq(user.id, memberships.userId))
    .where(and(eq(memberships.storeId, storeId), eq(memberships.role, 'owner')));
  const sender = senderFor(await sendersOf(storeId), 'staff');
  const services = await servicesOf(storeId);
  if (!store || !sender || owners.length === 0) return false;
  const choice = chooseService(services.map(standingOf), sender.address, await databaseTime());
  if (choice.kind === 'wait') return false;
  const line = new Line(settingsOf(services.find((s) => s.id === choice.service.id)!));
  let told = false;
  for (const owner of owners) {
    const raw = await composeMessage(
      { subject: `${store.name}: ${subject}`, preheader: '', text: `${text}\n`, html: '' },
      {
        from: { name: sender.name, address: sender.address },
        to: { name: owner.name, address: owner.email },
        messageId: freshMessageId(domainOf(sender.address)),
        date: new Date(),
        language: 'en',
      },
    );
    const result = await line.send({ from: sender.address, to: owner.email }, raw);
    if (result.outcome.kind === 'accepted') told = true;
    else {
      log.warn({ store: storeId, why: result.diagnosis?.cause }, 'a notice to an owner was not taken');
    }
  }
  line.quit();
  return told;
}
