/** When something does not go as it should, in Dutch. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';

const BACK = ['cancellation.refund', 'order.amountDue'];
const DUE = b('{$order.amountDue :money}');
const REFUNDED = p(
  `We betalen je ${b('{$cancellation.refund :money}')} terug, op de manier waarop je hebt betaald. Je hoort het als het onderweg is.`,
);
const NO_REASON = p('Er is geen reden gegeven.');
const ORDER_OF = p('{$customer.fullName}, {$order.total :money}, {$order.channel}');
const ORDER_OF_GUEST = p('Een gast, {$order.total :money}, {$order.channel}');
const REASON = whether('reason.words', p('De reden: {$reason.words}.'));
const NOT_MEANT = 'Was dit niet de bedoeling? Beantwoord dit bericht snel of schrijf naar {$store.email}.';
const MONEY_BRIEFLY = byPresence(BACK, {
  'present *': 'We betalen je {$cancellation.refund :money} terug.',
  '* present': 'Nog te betalen: {$order.amountDue :money}.',
  '* *': 'Je hoeft er niets voor te betalen.',
});

const STOP: Segments = {
  subject: '{$order.number} stoppen: geannuleerd',
  preheader: whether('cancellation.items', 'Niet verzenden: {$cancellation.items}', 'Er is niets meer te verzenden.'),
  what: '{$order.number} stoppen',
  facts: byPresence(['cancellation.items', 'reason.words'], {
    'present present': p(`Geannuleerd: ${b('{$cancellation.items}')}. De reden: {$reason.words}.`),
    'present *': p(`Geannuleerd: ${b('{$cancellation.items}')}.`),
    '* present': p('Geannuleerd. De reden: {$reason.words}.'),
    '* *': p('Geannuleerd.'),
  }),
  stock: byPresence(['cancellation.toStock', 'order.location'], {
    'present present': p('Niet verzenden. Terug naar het magazijn ({$order.location}):'),
    'present *': p('Niet verzenden. Terug naar het magazijn:'),
    '* *': p('Er gaat niets terug naar het magazijn.'),
  }),
  sent: whether('cancellation.sentItems', p('Al verzonden: {$cancellation.sentItems}.')),
  money: whether('cancellation.refund', p(`Terug te betalen: ${b('{$cancellation.refund :money}')}.`)),
};

export const TROUBLE: Record<string, Segments> = {
  'needs-attention': {
    subject: 'We hebben je antwoord nodig voor {$order.number}',
    preheader: whether('reason.words', '{$reason.words}', 'Je bestelling wacht tot we van je horen.'),
    head: 'Je bestelling wacht',
    say: whether(
      'reason.words',
      p(
        `We houden je bestelling {$order.number} aan: ${b('{$reason.words}')}. Beantwoord dit bericht, dan gaat ze verder.`,
      ),
      p('We houden je bestelling {$order.number} aan. Beantwoord dit bericht, dan gaat ze verder.'),
    ),
  },
  'needs-attention-staff': {
    subject: 'Bekijk {$order.number}: aangehouden',
    preheader: whether('reason.words', '{$reason.words}', 'Er is geen reden gegeven.'),
    what: '{$order.number} is aangehouden',
    facts: byPresence(['reason.words', 'customer.fullName'], {
      'present present': p(b('{$reason.words}')) + ORDER_OF,
      'present *': p(b('{$reason.words}')) + ORDER_OF_GUEST,
      '* present': NO_REASON + ORDER_OF,
      '* *': NO_REASON + ORDER_OF_GUEST,
    }),
  },
  'item-delayed': {
    subject: '{$delay.item} duurt iets langer: {$order.number}',
    preheader: whether(
      'delay.until',
      `We verwachten het nu op ${day('delay.until')}. Je hoeft niets te doen.`,
      'Je hoeft niets te doen.',
    ),
    head: 'Eén artikel duurt langer',
    say: p(`${b('{$delay.item}')} van je bestelling {$order.number} is niet klaar op de genoemde dag.`),
    until: whether(
      'delay.until',
      p(`We verwachten het nu op ${b(day('delay.until'))}.`),
      p('We kunnen nog geen dag noemen. Je hoort het zodra we die weten.'),
    ),
    why: whether('delay.reason', p('De reden: {$delay.reason}.')),
    help: 'Heb je liever iets anders of je geld terug? Beantwoord dit bericht of schrijf naar {$store.email}.',
  },
  'item-delayed-staff': {
    subject: 'Te laat: {$delay.item} voor {$order.number}',
    preheader: whether('delay.until', `Nu verwacht op ${day('delay.until')}`, 'Er is nog geen dag bekend.'),
    what: '{$delay.item} is te laat',
    facts: whether(
      'customer.fullName',
      p(`Voor ${b('{$order.number}')}, {$customer.fullName}.`),
      p(`Voor ${b('{$order.number}')}, een gast.`),
    ),
    until: whether('delay.until', p(`Verwacht op ${b(day('delay.until'))}.`), p('Er is nog geen dag bekend.')),
    why: whether('delay.reason', p('De reden: {$delay.reason}.')),
  },
  'note-added': {
    subject: 'Een bericht over je bestelling {$order.number}',
    preheader: whether('note.by', 'Van {$note.by} bij {$store.name}', 'Van {$store.name}'),
    head: 'Een bericht over je bestelling',
    say: whether(
      'note.by',
      p('{$note.words}') + p('{$note.by}, {$store.name}'),
      p('{$note.words}') + p('{$store.name}'),
    ),
  },
  'return-received': {
    subject: 'Je retour van {$order.number} is aangekomen',
    preheader: whether('return.items', '{$return.items}', 'Bedankt voor het terugsturen.'),
    head: 'Je retour is aangekomen',
    say: byPresence(['return.items', 'return.receivedAt'], {
      'present present': p(
        `${b('{$return.items}')}: ontvangen op ${day('return.receivedAt')}. We bekijken de retour en schrijven je zodra er een terugbetaling onderweg is.`,
      ),
      'present *': p(
        `${b('{$return.items}')}: ontvangen. We bekijken de retour en schrijven je zodra er een terugbetaling onderweg is.`,
      ),
      '* *': p(
        'We hebben ontvangen wat je van bestelling {$order.number} hebt teruggestuurd. We bekijken het en schrijven je zodra er een terugbetaling onderweg is.',
      ),
    }),
  },
  'order-cancelled': {
    subject: whether(
      'cancellation.sentItems',
      'De rest van je bestelling {$order.number} is geannuleerd',
      'Je bestelling {$order.number} is geannuleerd',
    ),
    preheader: MONEY_BRIEFLY,
    head: whether('cancellation.sentItems', 'De rest van je bestelling is geannuleerd', 'Je bestelling is geannuleerd'),
    say: whether(
      'cancellation.sentItems',
      p('We hebben geannuleerd wat van je bestelling {$order.number} nog niet verzonden was; het staat hieronder.'),
      p('Je bestelling {$order.number} is geannuleerd. Er wordt niets van verzonden.'),
    ),
    sent: whether('cancellation.sentItems', p('Wat al verzonden was, valt er niet onder: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`Voor wat verzonden is, is nog ${DUE} te betalen.`),
      '* *': p('Je hoeft er niets voor te betalen.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'items-cancelled': {
    subject: 'Een deel van je bestelling {$order.number} is geannuleerd',
    preheader: MONEY_BRIEFLY,
    head: 'Een deel van je bestelling is geannuleerd',
    say: p('We hebben een deel van je bestelling {$order.number} geannuleerd; het staat hieronder. De rest blijft.'),
    sent: whether('cancellation.sentItems', p('Al verzonden en niet geannuleerd: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`Voor de rest is nog ${DUE} te betalen.`),
      '* *': p('Voor wat geannuleerd is, hoef je niets te betalen.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'order-cancelled-staff': STOP,
  'items-cancelled-staff': {
    ...STOP,
    subject: 'Een deel van {$order.number} stoppen: geannuleerd',
    what: 'Een deel van {$order.number} stoppen',
  },
  'mail-came-back': {
    subject: 'Niet bezorgd: {$bounce.notification} voor {$order.number}',
    preheader: '{$bounce.recipient}: {$bounce.words}',
    what: whether(
      'customer.fullName',
      '{$customer.fullName} heeft het niet gekregen',
      'De klant heeft het niet gekregen',
    ),
    facts: p(
      `${b('{$bounce.notification}')} voor bestelling ${b('{$order.number}')} kwam terug van {$bounce.recipient}: {$bounce.words}.`,
    ),
    phone: whether(
      'customer.phone',
      p('Vraag telefonisch om een ander e-mailadres, {$customer.phone}. Verbeter het en verstuur het bericht opnieuw.'),
      p('Zoek een ander e-mailadres, verbeter het en verstuur het bericht opnieuw. Er is geen telefoonnummer bekend.'),
    ),
    delivery: 'Bekijken wat er gebeurde',
  },
};
