/** Short mails of Libellus itself to a store's colleagues, about the sending and not about orders, each in the language of its reader. */
import { and, eq } from 'drizzle-orm';
import { alertsOf, type AlertKind, type AlertTime } from '@/contract/alerts';
import { chooseService } from '@/core/mail';
import { isLanguage } from '@/words/choice';
import type { Language } from '@/words/speak';
import { say } from '@/words/told';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { memberships, stores, user, waitingAlerts } from '../db/schema';
import { newId } from '../base/ids';
import { log } from '../base/log';
import { inLanguage } from '../base/reader';
import { composeMessage, domainOf, freshMessageId } from './compose';
import { senderFor, sendersOf, servicesOf, settingsOf, standingOf, type ServiceRow } from './service';
import { Line } from './transport';

/**
 * Tells those of a store's colleagues who want to know: at once by a mail to each, or with their mail of the day. True when somebody has
 * it or will have it, and when nobody wants it; false when it has to be tried again, and then nobody will hear of it twice. What was not
 * taken is logged.
 *
 * @param write says it, in the language of whoever reads: called once for each of them
 * @param besides services that it had better not go out by, because it is about them: another one is taken where there is one
 * @param counts what it counts: with the mail of a day, all that count are told of as one
 */
export async function tellColleagues(
  storeId: string,
  kind: AlertKind,
  write: () => { subject: string; text: string },
  { besides = [], counts }: { besides?: readonly string[]; counts?: Record<string, number> } = {},
): Promise<boolean> {
  const [store] = await database().select().from(stores).where(eq(stores.id, storeId));
  const colleagues = await colleaguesOf(storeId);
  if (!store || colleagues.length === 0) return false;
  const wanting = (time: AlertTime) => colleagues.filter((c) => wants(c, kind, time));
  const noteFor = ({ reads }: { reads: string }): Note => {
    const language = languageOf(reads, store.language);
    return inLanguage(language, () => {
      const { subject, text } = write();
      return { subject: say.subject({ store: store.name, what: subject }), text, language };
    });
  };
  const atOnce = wanting('at-once');
  if (atOnce.length > 0 && !(await toldAtOnce(storeId, atOnce, noteFor, besides))) return false;
  const at = new Date(await databaseTime());
  const later = wanting('daily').map((c) => {
    const { subject, text } = noteFor(c);
    return {
      id: newId(),
      storeId,
      userId: c.id,
      kind,
      subject: subject.slice(0, 500),
      text,
      counts: counts ?? null,
      at,
    };
  });
  if (later.length > 0) await database().insert(waitingAlerts).values(later);
  return true;
}

/** Who works in a store, with what each chose to be told. */
const colleaguesOf = (storeId: string) =>
  database()
    .select({
      ...{ id: user.id, email: user.email, name: user.name, reads: user.reads },
      ...{ role: memberships.role, chosen: memberships.alerts },
    })
    .from(memberships)
    .innerJoin(user, eq(user.id, memberships.userId))
    .where(and(eq(memberships.storeId, storeId), eq(memberships.off, false)));

type Colleague = Awaited<ReturnType<typeof colleaguesOf>>[number];

const wants = ({ role, chosen }: Colleague, kind: AlertKind, time: AlertTime): boolean =>
  alertsOf(role, chosen)[kind] === time;

/** Whether anybody in a store is told of something at once. */
export const isToldAtOnce = async (storeId: string, kind: AlertKind): Promise<boolean> =>
  (await colleaguesOf(storeId)).some((c) => wants(c, kind, 'at-once'));

/** True when one of them has it, so that nobody is told twice because of another's mailbox. */
async function toldAtOnce<To extends { email: string; name: string }>(
  storeId: string,
  to: readonly To[],
  noteFor: (to: To) => Note,
  besides: readonly string[],
): Promise<boolean> {
  const line = await noteLine(storeId, besides);
  if (!line) return false;
  let told = false;
  for (const one of to) if (await line.send(one, noteFor(one))) told = true;
  line.end();
  return told;
}

/** What a colleague chose to read the interface in; until they choose, the store's language where the interface speaks it. */
export function languageOf(chosen: string, ofStore: string): Language {
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
