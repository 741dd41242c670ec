/** When something does not go as it should, in Swedish. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';

const BACK = ['cancellation.refund', 'order.amountDue'];
const DUE = b('{$order.amountDue :money}');
const REFUNDED = p(
  `Vi betalar tillbaka ${b('{$cancellation.refund :money}')} på samma sätt som du betalade. Vi skriver när pengarna är på väg.`,
);
const NO_REASON = p('Ingen orsak angavs.');
const ORDER_OF = p('{$customer.fullName}, {$order.total :money}, {$order.channel}');
const ORDER_OF_GUEST = p('En gäst, {$order.total :money}, {$order.channel}');
const REASON = whether('reason.words', p('Orsaken: {$reason.words}.'));
const NOT_MEANT = 'Var det inte det du ville? Svara snart på det här meddelandet eller skriv till {$store.email}.';
const MONEY_BRIEFLY = byPresence(BACK, {
  'present *': 'Vi betalar tillbaka {$cancellation.refund :money}.',
  '* present': 'Kvar att betala: {$order.amountDue :money}.',
  '* *': 'Det finns inget att betala.',
});

const STOP: Segments = {
  subject: 'Stoppa {$order.number}: avbeställd',
  preheader: whether('cancellation.items', 'Skicka inte: {$cancellation.items}', 'Det finns inget kvar att skicka.'),
  what: 'Stoppa {$order.number}',
  facts: byPresence(['cancellation.items', 'reason.words'], {
    'present present': p(`Avbeställt: ${b('{$cancellation.items}')}. Orsaken: {$reason.words}.`),
    'present *': p(`Avbeställt: ${b('{$cancellation.items}')}.`),
    '* present': p('Avbeställt. Orsaken: {$reason.words}.'),
    '* *': p('Avbeställt.'),
  }),
  stock: byPresence(['cancellation.toStock', 'order.location'], {
    'present present': p('Skicka inte. Ska tillbaka till lagret ({$order.location}):'),
    'present *': p('Skicka inte. Ska tillbaka till lagret:'),
    '* *': p('Inget ska tillbaka till lagret.'),
  }),
  sent: whether('cancellation.sentItems', p('Redan skickat: {$cancellation.sentItems}.')),
  money: whether('cancellation.refund', p(`Att betala tillbaka: ${b('{$cancellation.refund :money}')}.`)),
};

export const TROUBLE: Record<string, Segments> = {
  'needs-attention': {
    subject: 'Vi behöver ditt svar om {$order.number}',
    preheader: whether('reason.words', '{$reason.words}', 'Din beställning väntar tills vi hör av dig.'),
    head: 'Din beställning väntar',
    say: whether(
      'reason.words',
      p(
        `Vi har pausat din beställning {$order.number}: ${b('{$reason.words}')}. Svara på det här meddelandet, så går den vidare.`,
      ),
      p('Vi har pausat din beställning {$order.number}. Svara på det här meddelandet, så går den vidare.'),
    ),
  },
  'needs-attention-staff': {
    subject: 'Titta på {$order.number}: pausad',
    preheader: whether('reason.words', '{$reason.words}', 'Ingen orsak angavs.'),
    what: '{$order.number} är pausad',
    facts: byPresence(['reason.words', 'customer.fullName'], {
      'present present': p(b('{$reason.words}')) + ORDER_OF,
      'present *': p(b('{$reason.words}')) + ORDER_OF_GUEST,
      '* present': NO_REASON + ORDER_OF,
      '* *': NO_REASON + ORDER_OF_GUEST,
    }),
  },
  'item-delayed': {
    subject: '{$delay.item} dröjer lite: {$order.number}',
    preheader: whether(
      'delay.until',
      `Vi räknar nu med ${day('delay.until')}. Du behöver inte göra något.`,
      'Du behöver inte göra något.',
    ),
    head: 'En vara dröjer',
    say: p(`${b('{$delay.item}')} i din beställning {$order.number} är inte klar den dag vi sa.`),
    until: whether(
      'delay.until',
      p(`Vi räknar nu med ${b(day('delay.until'))}.`),
      p('Vi kan inte säga en dag än. Vi skriver igen så snart vi vet.'),
    ),
    why: whether('delay.reason', p('Orsaken: {$delay.reason}.')),
    help: 'Vill du hellre ha något annat eller pengarna tillbaka? Svara på det här meddelandet eller skriv till {$store.email}.',
  },
  'item-delayed-staff': {
    subject: 'Försenad: {$delay.item} för {$order.number}',
    preheader: whether('delay.until', `Väntas nu ${day('delay.until')}`, 'Ingen dag är känd än.'),
    what: '{$delay.item} är försenad',
    facts: whether(
      'customer.fullName',
      p(`För ${b('{$order.number}')}, {$customer.fullName}.`),
      p(`För ${b('{$order.number}')}, en gäst.`),
    ),
    until: whether('delay.until', p(`Väntas ${b(day('delay.until'))}.`), p('Ingen dag är känd än.')),
    why: whether('delay.reason', p('Orsaken: {$delay.reason}.')),
  },
  'note-added': {
    subject: 'Ett meddelande om din beställning {$order.number}',
    preheader: whether('note.by', 'Från {$note.by} på {$store.name}', 'Från {$store.name}'),
    head: 'Ett meddelande om din beställning',
    say: whether(
      'note.by',
      p('{$note.words}') + p('{$note.by}, {$store.name}'),
      p('{$note.words}') + p('{$store.name}'),
    ),
  },
  'return-received': {
    subject: 'Din retur för {$order.number} har kommit',
    preheader: whether('return.items', '{$return.items}', 'Tack för att du skickade tillbaka.'),
    head: 'Din retur har kommit',
    say: byPresence(['return.items', 'return.receivedAt'], {
      'present present': p(
        `${b('{$return.items}')}: kom till oss ${day('return.receivedAt')}. Vi tittar på returen och skriver när en återbetalning är på väg.`,
      ),
      'present *': p(
        `${b('{$return.items}')}: har kommit till oss. Vi tittar på returen och skriver när en återbetalning är på väg.`,
      ),
      '* *': p(
        'Det du skickade tillbaka av beställning {$order.number} har kommit till oss. Vi tittar på det och skriver när en återbetalning är på väg.',
      ),
    }),
  },
  'order-cancelled': {
    subject: whether(
      'cancellation.sentItems',
      'Resten av din beställning {$order.number} är avbeställd',
      'Din beställning {$order.number} är avbeställd',
    ),
    preheader: MONEY_BRIEFLY,
    head: whether('cancellation.sentItems', 'Resten av din beställning är avbeställd', 'Din beställning är avbeställd'),
    say: whether(
      'cancellation.sentItems',
      p('Vi har avbeställt det som inte hade skickats av din beställning {$order.number}; det står nedan.'),
      p('Din beställning {$order.number} är avbeställd. Inget av den kommer att skickas.'),
    ),
    sent: whether('cancellation.sentItems', p('Det som redan har skickats påverkas inte: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`För det som skickades är ${DUE} kvar att betala.`),
      '* *': p('Det finns inget att betala.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'items-cancelled': {
    subject: 'En del av din beställning {$order.number} är avbeställd',
    preheader: MONEY_BRIEFLY,
    head: 'En del av din beställning är avbeställd',
    say: p('Vi har avbeställt en del av din beställning {$order.number}; den står nedan. Resten ändras inte.'),
    sent: whether('cancellation.sentItems', p('Redan skickat, utan ändring: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`För resten är ${DUE} kvar att betala.`),
      '* *': p('För det avbeställda finns inget att betala.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'order-cancelled-staff': STOP,
  'items-cancelled-staff': {
    ...STOP,
    subject: 'Stoppa en del av {$order.number}: avbeställt',
    what: 'Stoppa en del av {$order.number}',
  },
  'mail-came-back': {
    subject: 'Inte levererat: {$bounce.notification} för {$order.number}',
    preheader: '{$bounce.recipient}: {$bounce.words}',
    what: whether('customer.fullName', '{$customer.fullName} fick det inte', 'Kunden fick det inte'),
    facts: p(
      `${b('{$bounce.notification}')} för beställning ${b('{$order.number}')} kom tillbaka från {$bounce.recipient}: {$bounce.words}.`,
    ),
    phone: whether(
      'customer.phone',
      p('Be om en annan e-postadress per telefon, {$customer.phone}. Rätta den och skicka meddelandet igen.'),
      p('Ta reda på en annan e-postadress, rätta den och skicka meddelandet igen. Inget telefonnummer är känt.'),
    ),
    delivery: 'Se vad som hände',
  },
};
