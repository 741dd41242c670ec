/** Walking an order through its whole life: what is next, what each step sent, and what lies in the mailboxes. */
import { and, asc, desc, eq, inArray } from 'drizzle-orm';
import { momentLabel } from '@/core/moments';
import { nextStep, walkOf } from '@/core/life';
import { reasonWords } from '@/core/plan';
import type { Access } from '../../auth/access';
import { clockAhead, timeNow, windClock } from '../../db/demo-clock';
import { config } from '../../base/config';
import { database } from '../../db/client';
import { channels, deliveries, events, notWritten, products } from '../../db/schema';
import { AppError } from '../../base/errors';
import { isWaiting } from '../deliveries/deliveries';
import { doWithOrder } from './order-actions';
import { orderByNumber } from './orders';
import { placeOrder } from './placing';
import { say } from '@/words/refusals';
import { readKept } from '../../base/reading';

/** An order's life so far, moment by moment, with what was sent and not sent at each. */
export async function loadWalk(access: Access, number: string) {
  const row = await orderByNumber(access, number);
  const [past, sent, unsent, ahead, now] = await Promise.all([
    database().select().from(events).where(eq(events.orderId, row.id)).orderBy(asc(events.time), asc(events.id)),
    database().select().from(deliveries).where(eq(deliveries.orderId, row.id)).orderBy(asc(deliveries.id)),
    database().select().from(notWritten).where(eq(notWritten.orderId, row.id)).orderBy(asc(notWritten.id)),
    clockAhead(),
    timeNow(),
  ]);
  const had = new Set(past.map((e) => e.type));
  // How long ago it was placed, by the demo's clock: only its own winding counts.
  const passed = now - row.placedAt.getTime();
  const { demo } = config();
  const next = nextStep(row.snapshot, had, passed, demo);
  return {
    number,
    customer: row.customerEmail,
    order: row.snapshot,
    status: row.status,
    clock: { now: new Date(now).toISOString(), ahead, winds: demo },
    steps: walkOf(row.snapshot, demo).map((s) => ({
      id: s.id,
      label: s.label,
      note: s.note,
      done: s.done(row.snapshot, had, passed),
      next: s === next,
    })),
    moments: past.map((e) => ({
      id: e.id,
      label: momentLabel(e.type),
      at: e.time.toISOString(),
      sent: sent
        .filter((d) => d.eventId === e.id)
        .map((d) => ({
          id: d.id,
          notification: d.notificationName,
          recipient: d.recipient,
          role: d.role,
          state: d.state,
          waits: isWaiting(d.state, d.timed),
          subject: d.subject,
          words: readKept(d.lastWords),
          at: (d.acceptedAt ?? d.dueAt).toISOString(),
        })),
      not: unsent
        .filter((n) => n.eventId === e.id)
        .map((n) => ({
          id: n.id,
          notification: n.notificationName,
          why: n.reasons.map(reasonWords).join(' '),
        })),
    })),
  };
}

/** Takes the next step of an order's walk. */
export async function takeStep(access: Access, number: string, id: string): Promise<void> {
  const row = await orderByNumber(access, number);
  const past = await database().select({ type: events.type }).from(events).where(eq(events.orderId, row.id));
  const passed = (await timeNow()) - row.placedAt.getTime();
  const step = nextStep(row.snapshot, new Set(past.map((e) => e.type)), passed, config().demo);
  if (step?.id !== id) throw new AppError('conflict', say.thisStepWasTakenAlready);
  if (step.action) await doWithOrder(access, number, step.action.of(row.snapshot));
  else await windClock(step.windMs ?? 0);
}

export interface ArrivedMessage {
  id: number;
  mailbox: string;
  subject: string;
  from: string;
  folder: string;
  verdict: string;
  receivedAt: string;
  /** Where it can be read. */
  url: string;
}

/** What has arrived about an order, as the demo's mailboxes say themselves; nothing outside the demo. */
export async function arrivedFor(access: Access, number: string): Promise<ArrivedMessage[]> {
  const base = config().mailboxesUrl;
  if (!base) return [];
  const row = await orderByNumber(access, number);
  const sent = await database()
    .select({ recipient: deliveries.recipient, subject: deliveries.subject, createdAt: deliveries.createdAt })
    .from(deliveries)
    .where(and(eq(deliveries.orderId, row.id), inArray(deliveries.state, ['accepted', 'sending', 'bounced'])));
  const subjects = new Set(sent.map((s) => s.subject));
  // Mailboxes go by the true time.
  const since = Math.min(...sent.map((s) => s.createdAt.getTime())) - 60_000;
  const boxes = [...new Set(sent.map((s) => s.recipient.toLowerCase()))].slice(0, 20);
  const lists = await Promise.all(
    boxes.map(async (mailbox) => {
      const answer = await fetch(`${base}/mailboxes/${encodeURIComponent(mailbox)}`, {
        signal: AbortSignal.timeout(3_000),
      }).catch(() => undefined);
      if (!answer?.ok) return [];
      const list = (await answer.json()) as Omit<ArrivedMessage, 'mailbox' | 'url'>[];
      return list
        .filter((m) => subjects.has(m.subject) && Date.parse(m.receivedAt) >= since)
        .map((m) => ({ ...m, mailbox, url: `${base}/read/message/${m.id}` }));
    }),
  );
  return lists.flat().toSorted((a, b) => b.id - a.id);
}

export interface WalkStart {
  email: string;
  firstName: string;
  lastName: string;
  language: string;
  asGuest: boolean;
}

/** Places an order to walk: one line of the first two kinds of goods that travel in a parcel, unpaid. */
export async function startWalk(access: Access, start: WalkStart): Promise<{ number: string }> {
  const rows = await database()
    .select({ sku: products.sku, category: products.category })
    .from(products)
    .where(eq(products.storeId, access.store.id))
    .orderBy(products.category, products.sku);
  const kinds = new Set<string>();
  const lines = rows
    .filter(
      ({ category }) =>
        !access.store.terms.withoutParcel.includes(category) && !kinds.has(category) && kinds.add(category).size <= 2,
    )
    .map(({ sku }, i) => ({ sku, quantity: i === 0 ? 2 : 1 }));
  if (lines.length === 0) throw new AppError('invalid', say.theStoreHasNoProducts);
  const { asGuest, language, ...person } = start;
  const name = `${person.firstName} ${person.lastName}`.trim();
  return placeOrder(access, {
    guest: {
      ...person,
      address: {
        name: name || person.email,
        lines: ['Mill Lane 4'],
        postalCode: '15306',
        city: 'Seelow',
        country: 'DE',
      },
    },
    asGuest,
    language,
    channel: (await firstChannel(access)) ?? 'web-shop',
    lines,
    paid: false,
  });
}

async function firstChannel(access: Access): Promise<string | undefined> {
  const rows = await database()
    .select({ id: channels.id, customerMail: channels.customerMail })
    .from(channels)
    .where(eq(channels.storeId, access.store.id))
    .orderBy(desc(channels.id));
  return (rows.find((c) => c.customerMail) ?? rows[0])?.id;
}
