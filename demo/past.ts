/** What was sent for past orders: planned, rendered and composed by the product's own code, with the failures of real life. */
import type { MomentId } from '../src/core/moments';
import type { Contact, Order } from '../src/core/order';
import { plan, type NotificationFacts, type RoutingRule } from '../src/core/plan';
import type { Template } from '../src/core/template';
import { diagnose, parseReply } from '../src/core/mail';
import { composeMessage, deliveryMessageId } from '../src/server/sending/compose';
import { renderFor } from '../src/server/sending/render';
import { pastId } from '../src/server/base/ids';
import type { attempts, deliveries, events, notWritten, sentMessages, stores } from '../src/server/db/schema';
import type { Chance } from './random';

export interface PastRows {
  events: (typeof events.$inferInsert)[];
  deliveries: (typeof deliveries.$inferInsert)[];
  notWritten: (typeof notWritten.$inferInsert)[];
  attempts: (typeof attempts.$inferInsert)[];
  sent: (typeof sentMessages.$inferInsert)[];
}

interface PastContext {
  chance: Chance;
  store: typeof stores.$inferSelect;
  sender: { name: string; address: string };
  /** The provider that mail went out by in those days. */
  via: { host: string; port: number };
  notifications: NotificationFacts[];
  rules: RoutingRule[];
  templates: Map<string, Template>;
  contactsOf: (email: string) => Contact[];
  channelOf: (id: string) => { name: string; customerMail: boolean } | undefined;
}

/** One thing that happened to an order, with the order as it was then. */
interface Happened {
  type: MomentId;
  at: number;
  order: Order;
}

const DAY = 86_400_000;

/** What happened to an order up to now, read off how it ended. */
function lifeOf(order: Order, now: number): Happened[] {
  const placedAt = Date.parse(order.placedAt);
  const { shipments, refunds, status, ...fresh } = order;
  const paid = order.payment?.paid === true;
  const byTransfer = order.payment?.method === 'Bank transfer';
  const placed: Order = {
    ...fresh,
    ...(order.payment && { payment: { ...order.payment, paid: paid && !byTransfer } }),
  };
  const life: Happened[] = [{ type: 'order.placed', at: placedAt, order: placed }];
  const paidOrder: Order = { ...fresh, status: 'OrderProcessing' };
  if (paid && byTransfer) life.push({ type: 'order.payment-received', at: placedAt + 0.9 * DAY, order: paidOrder });
  const sent = shipments?.[0];
  const inTransit: Order = { ...fresh, status: 'OrderInTransit', ...(shipments && { shipments }) };
  if (sent) {
    const at = Date.parse(sent.dispatchedAt ?? order.placedAt);
    life.push({ type: 'shipment.dispatched', at, order: inTransit });
    if (status === 'OrderDelivered' || status === 'OrderReturned') {
      life.push({ type: 'shipment.delivered', at: at + 2 * DAY, order: { ...inTransit, status: 'OrderDelivered' } });
    }
  }
  const refund = refunds?.[0];
  if (refund) life.push({ type: 'refund.issued', at: Date.parse(refund.issuedAt ?? order.placedAt), order });
  if (status === 'OrderCancelled') life.push({ type: 'order.cancelled', at: placedAt + DAY, order });
  return life.filter((h) => h.at < now);
}

export async function pastOf(context: PastContext, order: Order, orderId: string, now: number): Promise<PastRows> {
  const rows: PastRows = { events: [], deliveries: [], notWritten: [], attempts: [], sent: [] };
  const had = new Set<string>();
  for (const happened of lifeOf(order, now)) {
    await pastEvent(context, happened, orderId, rows, had);
  }
  return rows;
}

async function pastEvent(
  context: PastContext,
  { type, at: time, order }: Happened,
  orderId: string,
  rows: PastRows,
  started: Set<string>,
): Promise<void> {
  const { store } = context;
  const at = time + 1500;
  const eventId = pastId(at);
  rows.events.push({
    id: eventId,
    storeId: store.id,
    source: `${store.facts.url}/`,
    eventId: `${type}-${order.number}`,
    type,
    time: new Date(time),
    receivedAt: new Date(at),
    orderId,
    data: { order },
  });
  const channel = context.channelOf(order.channel);
  const planned = plan({
    moment: type,
    order,
    at,
    store: { language: store.language, timeZone: store.timeZone },
    ...(channel && { channel }),
    customer: { contacts: context.contactsOf(order.customer.email) },
    notifications: context.notifications,
    rules: context.rules,
    started,
  });
  const nameOf = (id: string): string => context.notifications.find((n) => n.id === id)?.name ?? '';
  for (const n of planned.notWritten) {
    rows.notWritten.push({
      id: pastId(at),
      storeId: store.id,
      eventId,
      orderId,
      notificationId: n.notificationId,
      notificationName: nameOf(n.notificationId),
      recipient: n.recipient?.address ?? '',
      recipientName: n.recipient?.name ?? '',
      reasons: n.reasons,
      createdAt: new Date(at),
    });
  }
  // Reminders of those days went out or were stopped long ago; what is told here is what happened at once.
  for (const d of planned.deliveries.filter((p) => !p.timed)) {
    const id = pastId(at);
    const message = await renderFor({
      store,
      template: context.templates.get(d.editionId)!,
      language: d.language,
      order,
      moment: type,
      now: at,
      ...(channel && { channelName: channel.name }),
    });
    const messageId = deliveryMessageId(id, context.sender.address);
    const raw = await composeMessage(message, {
      from: context.sender,
      to: { name: d.recipient.name, address: d.recipient.address },
      messageId,
      date: new Date(at),
      language: d.language,
    });
    const story = storyOf(context, d.recipient.address, raw.length, at);
    const last = story.at(-1)!;
    rows.deliveries.push({
      id,
      storeId: store.id,
      eventId,
      moment: d.moment,
      orderId,
      orderNumber: order.number,
      notificationId: d.notificationId,
      notificationName: nameOf(d.notificationId),
      editionId: d.editionId,
      recipient: d.recipient.address,
      recipientName: d.recipient.name,
      role: d.recipient.role,
      language: d.language,
      reasons: d.reasons,
      state: last.state,
      dueAt: new Date(last.endedAt),
      attempts: story.length,
      subject: message.subject,
      messageId,
      lastWords: last.words,
      createdAt: new Date(at),
      ...(last.state === 'accepted' && { acceptedAt: new Date(last.endedAt) }),
      failureTold: last.state === 'failed',
    });
    rows.attempts.push(
      ...story.map((a, i) => ({
        id: pastId(at),
        storeId: store.id,
        deliveryId: id,
        number: i + 1,
        via: `${context.via.host}:${context.via.port} as ${context.sender.address}`,
        ...a,
        startedAt: new Date(a.startedAt),
        endedAt: new Date(a.endedAt),
      })),
    );
    if (last.state === 'accepted') rows.sent.push({ deliveryId: id, storeId: store.id, raw });
  }
}

interface PastAttempt {
  startedAt: number;
  endedAt: number;
  state: 'accepted' | 'deferred' | 'failed';
  words: string;
  remedy: string;
  conversation: string;
}

function storyOf(context: PastContext, recipient: string, size: number, at: number): PastAttempt[] {
  const { chance, sender, via } = context;
  const open = [
    `S: 220 ${via.host} ESMTP`,
    'C: EHLO [127.0.0.1]',
    `S: 250-${via.host}`,
    'S: 250-SIZE 25000000',
    'S: 250-8BITMIME',
    'S: 250 AUTH PLAIN LOGIN',
    'C: AUTH PLAIN (user and password)',
    'S: 235 2.7.0 Accepted',
    `C: MAIL FROM:<${sender.address}> SIZE=${size}`,
    'S: 250 2.1.0 Sender fine',
    `C: RCPT TO:<${recipient}>`,
  ];
  const refused = (state: 'failed' | 'deferred', answer: string, startedAt: number): PastAttempt => {
    const reply = parseReply(answer)!;
    const { cause, remedy } = diagnose({
      step: 'recipient',
      reply,
      host: via.host,
      port: via.port,
      security: 'starttls',
    });
    return {
      startedAt,
      endedAt: startedAt + chance.int(200, 900),
      state,
      words: cause,
      remedy,
      conversation: [...open, `S: ${answer}`].join('\n'),
    };
  };
  if (recipient.startsWith('gone@')) return [refused('failed', '550 5.1.1 No such mailbox here', at)];
  const attempts: PastAttempt[] = [];
  let startedAt = at;
  if (chance.holds(0.04)) {
    attempts.push(refused('deferred', '451 4.7.1 Greylisted, try again in a minute', startedAt));
    startedAt += 125_000;
  } else if (chance.holds(0.008)) {
    return [refused('failed', '552 5.2.2 Mailbox full', at)];
  }
  const answer = `250 2.0.0 Taken as ${chance.int(100000, 999999)}`;
  attempts.push({
    startedAt,
    endedAt: startedAt + chance.int(200, 1200),
    state: 'accepted',
    words: answer,
    remedy: '',
    conversation: [
      ...open,
      'S: 250 2.1.5 Recipient fine',
      'C: DATA',
      'S: 354 Go ahead',
      `C: (the message, ${size} bytes)`,
      `S: ${answer}`,
    ].join('\n'),
  });
  return attempts;
}
