/** Short mails of Libellus itself to a store's owners, about the sending and not about orders, each in the language of its reader. */
import { and, eq } from 'drizzle-orm';
import { chooseService } from '@/core/mail';
import { isLanguage } from '@/words/choice';
import type { Language } from '@/words/speak';
import { say } from '@/words/told';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { memberships, stores, user } from '../db/schema';
import { log } from '../base/log';
import { inLanguage } from '../base/reader';
import { composeMessage, domainOf, freshMessageId } from './compose';
import { senderFor, sendersOf, servicesOf, settingsOf, standingOf, type ServiceRow } from './service';
import { Line } from './transport';

/**
 * Sends a notice to the owners. True when one of them has it, so that nobody is told twice because of another's mailbox; what was not
 * taken is logged.
 *
 * @param write says it, in the language of whoever reads: called once for each owner
 * @param besides services that it had better not go out by, because it is about them: another one is taken where there is one
 */
export async function tellOwners(
  storeId: string,
  write: () => { subject: string; text: string },
  besides: readonly string[] = [],
): Promise<boolean> {
  const [store] = await database().select().from(stores).where(eq(stores.id, storeId));
  const owners = await database()
    .select({ email: user.email, name: user.name, reads: user.reads })
    .from(memberships)
    .innerJoin(user, eq(user.id, memberships.userId))
    .where(and(eq(memberships.storeId, storeId), eq(memberships.role, 'owner'), eq(memberships.off, false)));
  const line = await noteLine(storeId, besides);
  if (!store || !line || owners.length === 0) return false;
  let told = false;
  for (const owner of owners) {
    const language = languageOf(owner.reads, store.language);
    const note = inLanguage(language, (): Note => {
      const { subject, text } = write();
      return { subject: say.subject({ store: store.name, what: subject }), text, language };
    });
    if (await line.send(owner, note)) told = true;
  }
  line.end();
  return told;
}

/** What a colleague chose to read the interface in; until they choose, the store's language where the interface speaks it. */
function languageOf(chosen: string, ofStore: string): Language {
  const spoken = ofStore.split('-')[0];
  if (isLanguage(chosen)) return chosen;
  return isLanguage(spoken) ? spoken : 'en';
}

export interface Note {
  subject: string;
  text: string;
  language: string;
}

/** Sends a note of Libellus itself by a store's own service. False when none can send now, or it was not taken. */
export async function sendNote(storeId: string, to: { email: string; name: string }, note: Note): Promise<boolean> {
  const line = await noteLine(storeId);
  if (!line) return false;
  const taken = await line.send(to, note);
  line.end();
  return taken;
}

/** A line for notes over the service that a store's messages to its staff go out by; undefined when none can send now. */
async function noteLine(storeId: string, besides: readonly string[] = []) {
  const sender = senderFor(await sendersOf(storeId), 'staff');
  const services = await servicesOf(storeId);
  if (!sender) return undefined;
  const now = await databaseTime();
  const choose = (of: readonly ServiceRow[]) => chooseService(of.map(standingOf), sender.address, now);
  const others = choose(services.filter((s) => !besides.includes(s.id)));
  const choice = others.kind === 'wait' ? choose(services) : others;
  if (choice.kind === 'wait') return undefined;
  const line = new Line(settingsOf(services.find((s) => s.id === choice.service.id)!));
  return {
    send: async (to: { email: string; name: string }, { subject, text, language }: Note): Promise<boolean> => {
      const raw = await composeMessage(
        { subject, preheader: '', text: `${text}\n`, html: '' },
        {
          from: { name: sender.name, address: sender.address },
          to: { name: to.name, address: to.email },
          messageId: freshMessageId(domainOf(sender.address)),
          date: new Date(),
          language,
        },
      );
      const result = await line.send({ from: sender.address, to: to.email }, raw);
      if (result.outcome.kind === 'accepted') return true;
      log.warn({ store: storeId, why: result.diagnosis?.cause }, 'a note to a colleague was not taken');
      return false;
    },
    end: () => line.quit(),
  };
}
