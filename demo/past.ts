/** What was sent for past orders: planned, rendered and composed by the product's own code, with the failures of real life. */
import type { Order } from '../src/core/order';
import { plan, type NotificationFacts } from '../src/core/plan';
import type { RoutingRule } from '../src/core/routing/rules';
import type { Template } from '../src/core/template';
import { diagnose, parseReply } from '../src/core/mail';
import { composeMessage, deliveryMessageId } from '../src/server/sending/compose';
import { renderFor } from '../src/server/sending/render';
import { newId } from '../src/server/ids';
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
  channelOf: (id: string) => { name: string; customerMail: boolean } | undefined;
}

export async function pastOf(context: PastContext, order: Order, orderId: string): Promise<PastRows> {
  const { store } = context;
  const at = Date.parse(order.placedAt) + 1500;
  const eventId = newId();
  const rows: PastRows = { events: [], deliveries: [], notWritten: [], attempts: [], sent: [] };
  rows.events.push({
    id: eventId,
    storeId: store.id,
    source: `${store.facts.url}/`,
    eventId: `placed-${order.number}`,
    type: 'order.placed',
    time: new Date(order.placedAt),
    receivedAt: new Date(at),
    orderId,
    data: { order },
  });
  const channel = context.channelOf(order.channel);
  const planned = plan({
    moment: 'order.placed',
    order,
    store: { language: store.language },
    ...(channel && { channel }),
    notifications: context.notifications,
    rules: context.rules,
  });
  const nameOf = (id: string): string => context.notifications.find((n) => n.id === id)?.name ?? '';
  for (const n of planned.notWritten) {
    rows.notWritten.push({
      id: newId(),
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
  for (const d of planned.deliveries) {
    const id = newId();
    const message = await renderFor({
      store,
      template: context.templates.get(d.editionId)!,
      language: d.language,
      order,
      moment: 'order.placed',
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
    });
    rows.attempts.push(
      ...story.map((a, i) => ({
        id: newId(),
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
  return rows;
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
