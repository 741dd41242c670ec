/**
 * Faults of sending, rehearsed: one message of an order that is placed goes out by the store's own services while one of them, or the
 * reader's mail server, does what it should not. Retries, other services and what comes back are the real code's; days pass by a clock of
 * its own, and nothing of it stays.
 */
import { desc, eq } from 'drizzle-orm';
import {
  FAULT_KINDS,
  FAULTS,
  type Expected,
  type Fault,
  type FaultFound,
  type FaultKind,
  type PlannedLife,
} from '@/core/rehearsal';
import { newId } from '../base/ids';
import { takeBounce } from '../bounces/receive';
import { takenBack, type Executor } from '../db/client';
import { byOwnClock, windOwnClock } from '../db/own-clock';
import { attempts, deliveries } from '../db/schema';
import { databaseNow } from '../db/time';
import { receiveEvent } from '../events/receive';
import { readOwnAddress } from '../sending/returnpath';
import { servicesOf, type ServiceRow } from '../sending/service';
import type { DeliverWith } from '../worker/deliver';
import { FAR_AHEAD, type StandIns } from '../worker/dispatch';
import type { Delivery } from '../worker/claims';
import { readArrived, type PublicKeys } from './arrived';
import { sendAll, settingsOf, STAND_INS, toldAs } from './live';
import { openMailbox, type Manner, type Post } from './mailbox';

/** The message that faults are tried with, and the life that it comes of. */
export interface Tried {
  life: PlannedLife;
  message: Expected;
}

/** The first message that goes out as soon as an order is placed, to a customer if there is one; undefined where none does. */
export function triedWith(lives: readonly PlannedLife[]): Tried | undefined {
  const all = lives.flatMap((life) => {
    const [first] = life.events;
    return life.expected.messages
      .filter((m) => first?.moment === 'order.placed' && m.event === 0 && m.at === first.at)
      .map((message) => ({ life, message }));
  });
  return all.find(({ message }) => message.recipient.role === 'customer') ?? all[0];
}

/** Longer than what is put off is tried. */
const LONGEST_MS = 8 * 24 * 60 * 60_000;
/** One that neither arrives nor ends would be tried for ever. */
const MOST_ROUNDS = 150;

/** Tries all faults, one after the other. `keys` are those of the store's domains. */
export async function* tryingFaults(
  store: { id: string; timeZone: string },
  tried: Tried,
  keys: PublicKeys,
): AsyncGenerator<FaultFound> {
  for (const fault of FAULTS) yield await tryFault(store, tried, fault, keys);
}

/** Tries one fault. Throws what the real code throws, such as for a database that is away. */
export async function tryFault(
  store: { id: string; timeZone: string },
  { life, message }: Tried,
  fault: Fault,
  keys: PublicKeys,
): Promise<FaultFound> {
  const clock = { now: databaseNow() };
  const kind: FaultKind | undefined = fault in FAULT_KINDS ? FAULT_KINDS[fault as keyof typeof FAULT_KINDS] : undefined;
  const [asked] = await going(store.id);
  const [well, ill] = await Promise.all([openMailbox(), openMailbox(kind && mannerOf(kind, clock), asked?.host)]);
  const posts = { well: well.post(), ill: ill.post() };
  try {
    return await byOwnClock(clock.now, () =>
      takenBack(async (tx) => {
        const found = await through(tx, store, { life, message, kind, clock, posts });
        const [arrived] = await Promise.all(
          // The reader's mail server finds no key where the record of the domain is gone.
          found.taken.map((t) => readArrived(t, fault === 'unsigned' ? new Map() : keys)),
        );
        const end = fault === 'returned' ? await returned(tx, found.delivery, found.returnPath) : found.delivery;
        return {
          ...{ fault, came: found.taken.length, tries: found.tries, via: found.via, state: end.state },
          ...(found.arrivedAt !== undefined && { afterMs: Math.max(0, found.arrivedAt - found.begunAt) }),
          ...{ words: end.lastWords, remedy: await remedyOf(tx, end.id), signed: arrived?.signature?.holds ?? false },
        };
      }),
    );
  } finally {
    posts.well.quit();
    posts.ill.quit();
    await Promise.all([well.close(), ill.close()]);
  }
}

/** What a server does while a fault lasts, by the clock of the life. */
function mannerOf({ step, does, lasts, times = Infinity }: FaultKind, clock: { now: number }): Manner {
  const ends = clock.now + lasts;
  let done = 0;
  return (at) => {
    if (at !== step || clock.now >= ends || done >= times) return undefined;
    if (times !== Infinity) done += 1;
    return does;
  };
}

interface Through {
  delivery: Delivery;
  taken: Post['taken'];
  begunAt: number;
  arrivedAt?: number;
  tries: number;
  /** The service that took it. */
  via: string;
  returnPath: string;
}

async function through(
  tx: Executor,
  store: { id: string; timeZone: string },
  using: Tried & {
    kind: FaultKind | undefined;
    clock: { now: number };
    posts: { well: Post; ill: Post };
  },
): Promise<Through> {
  const { life, message, kind, clock, posts } = using;
  const event = { ...life.events[0]!, at: clock.now };
  const { eventId } = await receiveEvent(store.id, toldAs(event, `${life.number}-${newId()}`));
  const rows = await tx.select().from(deliveries).where(eq(deliveries.eventId, eventId));
  let delivery = rows.find(
    (d) => d.notificationId === message.notificationId && d.recipient.toLowerCase() === message.recipient.address,
  );
  if (!delivery) throw new Error('The message that faults are tried with was not planned.');
  const begunAt = Math.max(clock.now, delivery.dueAt.getTime());
  let [first, via, returnPath, tries]: [string | undefined, string, string, number] = [undefined, '', '', 0];
  let arrivedAt: number | undefined;
  const lines: DeliverWith['lines'] = {
    with: async (service, work) => {
      tries += 1;
      first ??= service.id;
      const ill = kind !== undefined && (kind.of === 'reader' || service.id === first);
      const post = ill ? posts.ill : posts.well;
      return work({
        send: async (envelope, raw, limitMs) => {
          const before = post.taken.length;
          const sent = await post.send(envelope, raw, limitMs);
          if (post.taken.length > before) arrivedAt ??= clock.now;
          if (sent.outcome.kind === 'accepted') [via, returnPath] = [service.name, envelope.from];
          return sent;
        },
      });
    },
  };
  const standIns = remembering(store.id);
  const by = settingsOf(store.id);
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const due = delivery.dueAt.getTime();
    if (!['planned', 'deferred', 'held'].includes(delivery.state)) break;
    if (delivery.dueAt >= FAR_AHEAD || due > begunAt + LONGEST_MS) break;
    clock.now = Math.max(clock.now, due);
    windOwnClock(clock.now);
    await sendAll(tx, store.timeZone, [delivery], { lines, standIns, by });
    [delivery] = (await tx.select().from(deliveries).where(eq(deliveries.id, delivery.id))) as [Delivery];
  }
  const taken = [...posts.well.taken, ...posts.ill.taken];
  return { delivery, taken, begunAt, tries, via, returnPath, ...(arrivedAt !== undefined && { arrivedAt }) };
}

/** Those that are paused stay so while another is not. */
export const inUse = (own: ServiceRow[]): ServiceRow[] => {
  const going = own.filter((s) => !s.paused);
  return going.length > 0 ? going : own;
};

const going = async (storeId: string): Promise<ServiceRow[]> => inUse(await servicesOf(storeId));

/** A store's services that know from round to round how they fared. */
export function remembering(storeId: string): StandIns {
  let known: ServiceRow[] | undefined;
  return {
    ...STAND_INS,
    services: (own) => {
      known ??= STAND_INS.services(inUse(own)).map((s) => ({ ...s, storeId }));
      return known;
    },
  };
}

/** The message comes back some minutes after it was taken, as a mail server tells of one that it cannot deliver (RFC 3464). */
export async function returned(
  tx: Executor,
  { id, recipient, messageId }: Delivery,
  returnPath: string,
): Promise<Delivery> {
  const boundary = `b-${newId()}`;
  const report = [
    'From: Mail delivery <postmaster@rehearsal.invalid>',
    `To: <${returnPath}>`,
    'Subject: Undelivered mail',
    `Message-ID: <${newId()}@rehearsal.invalid>`,
    'Auto-Submitted: auto-replied',
    'MIME-Version: 1.0',
    `Content-Type: multipart/report; report-type=delivery-status; boundary="${boundary}"`,
    '',
    `--${boundary}`,
    'Content-Type: text/plain; charset=utf-8',
    '',
    'The mailbox does not exist.',
    `--${boundary}`,
    'Content-Type: message/delivery-status',
    '',
    'Reporting-MTA: dns; rehearsal.invalid',
    '',
    `Final-Recipient: rfc822; ${recipient}`,
    'Action: failed',
    'Status: 5.1.1',
    'Diagnostic-Code: smtp; 550 5.1.1 No such mailbox',
    '',
    `--${boundary}`,
    'Content-Type: text/rfc822-headers',
    '',
    `Message-ID: ${messageId}`,
    '',
    `--${boundary}--`,
    '',
  ].join('\r\n');
  // What comes back to an address that only people read is seen by nobody here.
  const own = readOwnAddress(returnPath);
  if (own !== undefined && own !== 'forged') await takeBounce(returnPath, Buffer.from(report));
  const [after] = await tx.select().from(deliveries).where(eq(deliveries.id, id));
  return after!;
}

/** What was said is to be done, at the newest attempt. */
async function remedyOf(tx: Executor, deliveryId: string): Promise<string> {
  const [newest] = await tx
    .select({ remedy: attempts.remedy })
    .from(attempts)
    .where(eq(attempts.deliveryId, deliveryId))
    .orderBy(desc(attempts.id))
    .limit(1);
  return newest?.remedy ?? '';
}
