/** When something does not go as it should: pauses, delays, returns, cancellations, mail that comes back. And notes. */
import { saidOtherwise, toCustomer, toStaff, type ShippedNotification } from './shape';
import { b, byPresence, day, p, whether } from './sentences';
import type { Block } from '../template/schema';

const needsAttention = toCustomer([{ id: 'items', kind: 'items', prices: false }], {
  en: {
    subject: 'Your answer is needed for {$order.number}',
    preheader: whether('reason.words', '{$reason.words}', 'Your order is on hold until we hear from you.'),
    head: 'Your order is on hold',
    say: whether(
      'reason.words',
      p(
        `We have put your order {$order.number} on hold: ${b('{$reason.words}')}. Please answer this message, and it goes on.`,
      ),
      p('We have put your order {$order.number} on hold. Please answer this message, and it goes on.'),
    ),
  },
  de: {
    subject: 'Zu {$order.number} brauchen wir Ihre Antwort',
    preheader: whether('reason.words', '{$reason.words}', 'Ihre Bestellung ruht, bis wir von Ihnen hören.'),
    head: 'Ihre Bestellung ruht',
    say: whether(
      'reason.words',
      p(
        `Wir haben Ihre Bestellung {$order.number} angehalten: ${b('{$reason.words}')}. Bitte antworten Sie auf diese Nachricht, dann geht es weiter.`,
      ),
      p(
        'Wir haben Ihre Bestellung {$order.number} angehalten. Bitte antworten Sie auf diese Nachricht, dann geht es weiter.',
      ),
    ),
  },
});

const needsAttentionStaff = toStaff([], {
  en: {
    subject: 'Look at {$order.number}: it is on hold',
    preheader: whether('reason.words', '{$reason.words}', 'No reason was given.'),
    what: '{$order.number} is on hold',
    facts: byPresence(['reason.words', 'customer.fullName'], {
      'present present': p(b('{$reason.words}')) + p('{$customer.fullName}, {$order.total :money}, {$order.channel}'),
      'present *': p(b('{$reason.words}')) + p('A guest, {$order.total :money}, {$order.channel}'),
      '* present': p('No reason was given.') + p('{$customer.fullName}, {$order.total :money}, {$order.channel}'),
      '* *': p('No reason was given.') + p('A guest, {$order.total :money}, {$order.channel}'),
    }),
  },
  de: {
    subject: '{$order.number} ansehen: angehalten',
    preheader: whether('reason.words', '{$reason.words}', 'Es wurde kein Grund genannt.'),
    what: '{$order.number} ist angehalten',
    facts: byPresence(['reason.words', 'customer.fullName'], {
      'present present': p(b('{$reason.words}')) + p('{$customer.fullName}, {$order.total :money}, {$order.channel}'),
      'present *': p(b('{$reason.words}')) + p('Ein Gast, {$order.total :money}, {$order.channel}'),
      '* present':
        p('Es wurde kein Grund genannt.') + p('{$customer.fullName}, {$order.total :money}, {$order.channel}'),
      '* *': p('Es wurde kein Grund genannt.') + p('Ein Gast, {$order.total :money}, {$order.channel}'),
    }),
  },
});

const WHEN: Block[] = [
  { id: 'until', kind: 'text' },
  { id: 'why', kind: 'text' },
];

const itemDelayed = toCustomer(WHEN, {
  en: {
    subject: '{$delay.item} takes a little longer: {$order.number}',
    preheader: whether(
      'delay.until',
      `We now expect it on ${day('delay.until')}. You need not do anything.`,
      'You need not do anything.',
    ),
    head: 'One item takes longer',
    say: p(`${b('{$delay.item}')} of your order {$order.number} is not ready when we said.`),
    until: whether(
      'delay.until',
      p(`We now expect it on ${b(day('delay.until'))}.`),
      p('We cannot name a day yet, and write to you again as soon as we can.'),
    ),
    why: whether('delay.reason', p('The reason: {$delay.reason}.')),
    help: 'Would you rather have something else, or your money back? Answer this message or write to {$store.email}.',
  },
  de: {
    subject: '{$delay.item} dauert etwas länger: {$order.number}',
    preheader: whether(
      'delay.until',
      `Wir erwarten den Artikel nun am ${day('delay.until')}. Sie müssen nichts tun.`,
      'Sie müssen nichts tun.',
    ),
    head: 'Ein Artikel dauert länger',
    say: p(`${b('{$delay.item}')} aus Ihrer Bestellung {$order.number} ist nicht zum genannten Tag bereit.`),
    until: whether(
      'delay.until',
      p(`Wir erwarten den Artikel nun am ${b(day('delay.until'))}.`),
      p('Einen Tag können wir noch nicht nennen. Wir schreiben Ihnen wieder, sobald wir ihn wissen.'),
    ),
    why: whether('delay.reason', p('Der Grund: {$delay.reason}.')),
    help: 'Möchten Sie lieber etwas anderes oder Ihr Geld zurück? Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}.',
  },
});

const itemDelayedStaff = toStaff(WHEN, {
  en: {
    subject: 'Late: {$delay.item} for {$order.number}',
    preheader: whether('delay.until', `Now expected on ${day('delay.until')}`, 'No day is known yet.'),
    what: '{$delay.item} is late',
    facts: whether(
      'customer.fullName',
      p(`For ${b('{$order.number}')}, {$customer.fullName}.`),
      p(`For ${b('{$order.number}')}, a guest.`),
    ),
    until: whether('delay.until', p(`Expected on ${b(day('delay.until'))}.`), p('No day is known yet.')),
    why: whether('delay.reason', p('The reason: {$delay.reason}.')),
  },
  de: {
    subject: 'Verspätet: {$delay.item} für {$order.number}',
    preheader: whether('delay.until', `Nun erwartet am ${day('delay.until')}`, 'Noch ist kein Tag bekannt.'),
    what: '{$delay.item} ist verspätet',
    facts: whether(
      'customer.fullName',
      p(`Für ${b('{$order.number}')}, {$customer.fullName}.`),
      p(`Für ${b('{$order.number}')}, ein Gast.`),
    ),
    until: whether('delay.until', p(`Erwartet am ${b(day('delay.until'))}.`), p('Noch ist kein Tag bekannt.')),
    why: whether('delay.reason', p('Der Grund: {$delay.reason}.')),
  },
});

const noteAdded = toCustomer([], {
  en: {
    subject: 'A note about your order {$order.number}',
    preheader: whether('note.by', 'From {$note.by} at {$store.name}', 'From {$store.name}'),
    head: 'A note about your order',
    say: whether(
      'note.by',
      p('{$note.words}') + p('{$note.by}, {$store.name}'),
      p('{$note.words}') + p('{$store.name}'),
    ),
  },
  de: {
    subject: 'Eine Notiz zu Ihrer Bestellung {$order.number}',
    preheader: whether('note.by', 'Von {$note.by} bei {$store.name}', 'Von {$store.name}'),
    head: 'Eine Notiz zu Ihrer Bestellung',
    say: whether(
      'note.by',
      p('{$note.words}') + p('{$note.by}, {$store.name}'),
      p('{$note.words}') + p('{$store.name}'),
    ),
  },
});

const returnReceived = toCustomer([], {
  en: {
    subject: 'Your return for {$order.number} has arrived',
    preheader: whether('return.items', '{$return.items}', 'Thank you for sending it back.'),
    head: 'Your return has arrived',
    say: byPresence(['return.items', 'return.receivedAt'], {
      'present present': p(
        `${b('{$return.items}')}: this reached us on ${day('return.receivedAt')}. We look at it, and write to you when a refund is on its way.`,
      ),
      'present *': p(
        `${b('{$return.items}')}: this has reached us. We look at it, and write to you when a refund is on its way.`,
      ),
      '* *': p(
        'What you sent back of order {$order.number} has reached us. We look at it, and write to you when a refund is on its way.',
      ),
    }),
  },
  de: {
    subject: 'Ihre Rücksendung zu {$order.number} ist da',
    preheader: whether('return.items', '{$return.items}', 'Vielen Dank für die Rücksendung.'),
    head: 'Ihre Rücksendung ist da',
    say: byPresence(['return.items', 'return.receivedAt'], {
      'present present': p(
        `${b('{$return.items}')}: Das ist bei uns angekommen, am ${day('return.receivedAt')}. Wir prüfen die Rücksendung und schreiben Ihnen, sobald eine Erstattung unterwegs ist.`,
      ),
      'present *': p(
        `${b('{$return.items}')}: Das ist bei uns angekommen. Wir prüfen die Rücksendung und schreiben Ihnen, sobald eine Erstattung unterwegs ist.`,
      ),
      '* *': p(
        'Ihre Rücksendung zur Bestellung {$order.number} ist bei uns angekommen. Wir prüfen sie und schreiben Ihnen, sobald eine Erstattung unterwegs ist.',
      ),
    }),
  },
});

/** After what was cancelled: what was sent before, what comes back in money, and why it was cancelled. */
const AFTER_CANCELLING: Block[] = [
  { id: 'sent', kind: 'text' },
  { id: 'money', kind: 'text' },
  { id: 'why', kind: 'text' },
  { id: 'items', kind: 'items', pictures: false },
];

const BACK = ['cancellation.refund', 'order.amountDue'];

const cancelled = toCustomer(AFTER_CANCELLING, {
  en: {
    subject: whether(
      'cancellation.sentItems',
      'The rest of your order {$order.number} is cancelled',
      'Your order {$order.number} is cancelled',
    ),
    preheader: byPresence(BACK, {
      'present *': '{$cancellation.refund :money} comes back to you.',
      '* present': '{$order.amountDue :money} is still to be paid.',
      '* *': 'There is nothing to pay for it.',
    }),
    head: whether('cancellation.sentItems', 'The rest of your order is cancelled', 'Your order is cancelled'),
    say: whether(
      'cancellation.sentItems',
      p('We have cancelled what had not been sent of your order {$order.number}; it is listed below.'),
      p('Your order {$order.number} is cancelled. Nothing of it will be sent.'),
    ),
    sent: whether('cancellation.sentItems', p('What was sent before is not affected: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': p(
        `${b('{$cancellation.refund :money}')} comes back to you, the way you paid. We write to you when it is on its way.`,
      ),
      '* present': p(`For what was sent, ${b('{$order.amountDue :money}')} is still to be paid.`),
      '* *': p('There is nothing to pay for it.'),
    }),
    why: whether('reason.words', p('The reason: {$reason.words}.')),
    help: 'Was this not what you wanted? Answer this message soon, or write to {$store.email}.',
  },
  de: {
    subject: whether(
      'cancellation.sentItems',
      'Der Rest Ihrer Bestellung {$order.number} ist storniert',
      'Ihre Bestellung {$order.number} ist storniert',
    ),
    preheader: byPresence(BACK, {
      'present *': '{$cancellation.refund :money} werden Ihnen erstattet.',
      '* present': 'Noch zu bezahlen: {$order.amountDue :money}.',
      '* *': 'Dafür ist nichts zu bezahlen.',
    }),
    head: whether('cancellation.sentItems', 'Der Rest Ihrer Bestellung ist storniert', 'Ihre Bestellung ist storniert'),
    say: whether(
      'cancellation.sentItems',
      p('Wir haben storniert, was von Ihrer Bestellung {$order.number} noch nicht versandt war; es steht unten.'),
      p('Ihre Bestellung {$order.number} ist storniert. Es wird nichts davon versandt.'),
    ),
    sent: whether(
      'cancellation.sentItems',
      p('Nicht betroffen ist, was schon versandt war: {$cancellation.sentItems}.'),
    ),
    money: byPresence(BACK, {
      'present *': p(
        `Wir erstatten Ihnen ${b('{$cancellation.refund :money}')}, auf dem Weg, auf dem Sie bezahlt haben. Wir schreiben Ihnen, sobald der Betrag unterwegs ist.`,
      ),
      '* present': p(`Für das, was versandt wurde, noch zu bezahlen: ${b('{$order.amountDue :money}')}.`),
      '* *': p('Dafür ist nichts zu bezahlen.'),
    }),
    why: whether('reason.words', p('Der Grund: {$reason.words}.')),
    help: 'War das nicht in Ihrem Sinn? Antworten Sie bald auf diese Nachricht oder schreiben Sie an {$store.email}.',
  },
});

const itemsCancelled = saidOtherwise(cancelled, {
  en: {
    subject: 'A part of your order {$order.number} is cancelled',
    head: 'A part of your order is cancelled',
    say: p('We have cancelled a part of your order {$order.number}; it is listed below. The rest stays as it is.'),
    sent: whether('cancellation.sentItems', p('Sent before, and not affected: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': p(
        `${b('{$cancellation.refund :money}')} comes back to you, the way you paid. We write to you when it is on its way.`,
      ),
      '* present': p(`For the rest, ${b('{$order.amountDue :money}')} is still to be paid.`),
      '* *': p('There is nothing to pay for what is cancelled.'),
    }),
  },
  de: {
    subject: 'Ein Teil Ihrer Bestellung {$order.number} ist storniert',
    head: 'Ein Teil Ihrer Bestellung ist storniert',
    say: p(
      'Wir haben einen Teil Ihrer Bestellung {$order.number} storniert; er steht unten. Der Rest bleibt, wie er ist.',
    ),
    sent: whether('cancellation.sentItems', p('Schon versandt und nicht betroffen: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': p(
        `Wir erstatten Ihnen ${b('{$cancellation.refund :money}')}, auf dem Weg, auf dem Sie bezahlt haben. Wir schreiben Ihnen, sobald der Betrag unterwegs ist.`,
      ),
      '* present': p(`Für den Rest noch zu bezahlen: ${b('{$order.amountDue :money}')}.`),
      '* *': p('Für das Stornierte ist nichts zu bezahlen.'),
    }),
  },
});

/** For who packs: what not to dispatch, what goes back to stock and where, and what has left already. */
const AFTER_STOPPING: Block[] = [
  { id: 'stock', kind: 'text' },
  { id: 'items', kind: 'items', pictures: false, prices: false, only: 'shippable' },
  { id: 'sent', kind: 'text' },
  { id: 'money', kind: 'text' },
];

const STOCK = ['cancellation.toStock', 'order.location'];

const cancelledStaff = toStaff(AFTER_STOPPING, {
  en: {
    subject: 'Stop {$order.number}: cancelled',
    preheader: whether('cancellation.items', 'Do not dispatch: {$cancellation.items}', 'Nothing is left to dispatch.'),
    what: 'Stop {$order.number}',
    facts: byPresence(['cancellation.items', 'reason.words'], {
      'present present': p(`Cancelled: ${b('{$cancellation.items}')}. The reason: {$reason.words}.`),
      'present *': p(`Cancelled: ${b('{$cancellation.items}')}.`),
      '* present': p('Cancelled. The reason: {$reason.words}.'),
      '* *': p('Cancelled.'),
    }),
    stock: byPresence(STOCK, {
      'present present': p('Do not dispatch these. They go back to stock at {$order.location}:'),
      'present *': p('Do not dispatch these. They go back to stock:'),
      '* *': p('Nothing goes back to stock.'),
    }),
    sent: whether('cancellation.sentItems', p('Has left already: {$cancellation.sentItems}.')),
    money: whether('cancellation.refund', p(`To be refunded: ${b('{$cancellation.refund :money}')}.`)),
  },
  de: {
    subject: '{$order.number} anhalten: storniert',
    preheader: whether(
      'cancellation.items',
      'Nicht versenden: {$cancellation.items}',
      'Es ist nichts mehr zu versenden.',
    ),
    what: '{$order.number} anhalten',
    facts: byPresence(['cancellation.items', 'reason.words'], {
      'present present': p(`Storniert: ${b('{$cancellation.items}')}. Der Grund: {$reason.words}.`),
      'present *': p(`Storniert: ${b('{$cancellation.items}')}.`),
      '* present': p('Storniert. Der Grund: {$reason.words}.'),
      '* *': p('Storniert.'),
    }),
    stock: byPresence(STOCK, {
      'present present': p('Nicht versenden. Zurück ins Lager ({$order.location}):'),
      'present *': p('Nicht versenden. Zurück ins Lager:'),
      '* *': p('Nichts geht zurück ins Lager.'),
    }),
    sent: whether('cancellation.sentItems', p('Schon versandt: {$cancellation.sentItems}.')),
    money: whether('cancellation.refund', p(`Zu erstatten: ${b('{$cancellation.refund :money}')}.`)),
  },
});

const itemsCancelledStaff = saidOtherwise(cancelledStaff, {
  en: {
    subject: 'Stop a part of {$order.number}: items cancelled',
    what: 'Stop a part of {$order.number}',
  },
  de: {
    subject: 'Einen Teil von {$order.number} anhalten: storniert',
    what: 'Einen Teil von {$order.number} anhalten',
  },
});

const mailCameBack = toStaff(
  [
    { id: 'phone', kind: 'text' },
    { id: 'delivery', kind: 'button', target: { variable: 'bounce.recordUrl' } },
  ],
  {
    en: {
      subject: 'Not delivered: {$bounce.notification} for {$order.number}',
      preheader: '{$bounce.recipient}: {$bounce.words}',
      what: whether('customer.fullName', '{$customer.fullName} did not get it', 'The customer did not get it'),
      facts: p(
        `${b('{$bounce.notification}')} for order ${b('{$order.number}')} bounced from {$bounce.recipient}: {$bounce.words}.`,
      ),
      phone: whether(
        'customer.phone',
        p('Ask for another email address by phone, {$customer.phone}. Correct it, and send the message again.'),
        p('Find another email address, correct it, and send the message again. No phone number is known.'),
      ),
      delivery: 'See what happened',
    },
    de: {
      subject: 'Nicht zugestellt: {$bounce.notification} zu {$order.number}',
      preheader: '{$bounce.recipient}: {$bounce.words}',
      what: whether('customer.fullName', '{$customer.fullName}: nicht zugestellt', 'Nicht zugestellt'),
      facts: p(
        `${b('{$bounce.notification}')} zur Bestellung ${b('{$order.number}')} kam von {$bounce.recipient} zurück: {$bounce.words}.`,
      ),
      phone: whether(
        'customer.phone',
        p(
          'Fragen Sie telefonisch nach einer anderen E-Mail-Adresse, {$customer.phone}. Berichtigen Sie sie und senden Sie die Nachricht noch einmal.',
        ),
        p(
          'Finden Sie eine andere E-Mail-Adresse, berichtigen Sie sie und senden Sie die Nachricht noch einmal. Eine Telefonnummer ist nicht bekannt.',
        ),
      ),
      delivery: 'Ansehen, was geschah',
    },
  },
);

export const TROUBLE: readonly ShippedNotification[] = [
  {
    slug: 'needs-attention',
    name: 'Your order needs attention',
    moment: 'order.paused',
    audience: 'customer',
    on: false,
    template: needsAttention,
  },
  {
    slug: 'needs-attention-staff',
    name: 'Order needs attention',
    moment: 'order.paused',
    audience: 'staff',
    on: true,
    template: needsAttentionStaff,
  },
  {
    slug: 'item-delayed',
    name: 'Item delayed',
    moment: 'order.item-delayed',
    audience: 'customer',
    on: true,
    template: itemDelayed,
  },
  {
    slug: 'item-delayed-staff',
    name: 'Item late',
    moment: 'order.item-delayed',
    audience: 'staff',
    on: false,
    template: itemDelayedStaff,
  },
  {
    slug: 'note-added',
    name: 'A note about your order',
    moment: 'order.note-added',
    audience: 'customer',
    on: true,
    template: noteAdded,
  },
  {
    slug: 'return-received',
    name: 'Return received',
    moment: 'return.received',
    audience: 'customer',
    on: true,
    template: returnReceived,
  },
  {
    slug: 'order-cancelled',
    name: 'Order cancelled',
    moment: 'order.cancelled',
    audience: 'customer',
    on: true,
    template: cancelled,
  },
  {
    slug: 'order-cancelled-staff',
    name: 'Stop: cancelled',
    moment: 'order.cancelled',
    audience: 'staff',
    on: true,
    template: cancelledStaff,
  },
  {
    slug: 'items-cancelled',
    name: 'Items cancelled',
    moment: 'order.items-cancelled',
    audience: 'customer',
    on: true,
    template: itemsCancelled,
  },
  {
    slug: 'items-cancelled-staff',
    name: 'Stop: items cancelled',
    moment: 'order.items-cancelled',
    audience: 'staff',
    on: true,
    template: itemsCancelledStaff,
  },
  {
    slug: 'mail-came-back',
    name: 'Message bounced',
    moment: 'delivery.bounced',
    audience: 'staff',
    on: true,
    template: mailCameBack,
  },
];
