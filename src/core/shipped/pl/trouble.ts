/** When something does not go as it should, in Polish. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';

const BACK = ['cancellation.refund', 'order.amountDue'];
const DUE = b('{$order.amountDue :money}');
const REFUNDED = p(
  `Zwrócimy Ci ${b('{$cancellation.refund :money}')} tą samą metodą, którą opłacono zamówienie. Napiszemy, gdy zwrot będzie w drodze.`,
);
const NO_REASON = p('Nie podano powodu.');
const ORDER_OF = p('{$customer.fullName}, {$order.total :money}, {$order.channel}');
const ORDER_OF_GUEST = p('Gość, {$order.total :money}, {$order.channel}');
const REASON = whether('reason.words', p('Powód: {$reason.words}.'));
const NOT_MEANT = 'To pomyłka? Odpowiedz szybko na tę wiadomość lub napisz na adres {$store.email}.';
const MONEY_BRIEFLY = byPresence(BACK, {
  'present *': 'Zwrócimy Ci {$cancellation.refund :money}.',
  '* present': 'Do zapłaty pozostało {$order.amountDue :money}.',
  '* *': 'Nie trzeba za to nic płacić.',
});

const STOP: Segments = {
  subject: 'Zatrzymać {$order.number}: anulowane',
  preheader: whether('cancellation.items', 'Nie wysyłać: {$cancellation.items}', 'Nie ma już nic do wysłania.'),
  what: 'Zatrzymać {$order.number}',
  facts: byPresence(['cancellation.items', 'reason.words'], {
    'present present': p(`Anulowano: ${b('{$cancellation.items}')}. Powód: {$reason.words}.`),
    'present *': p(`Anulowano: ${b('{$cancellation.items}')}.`),
    '* present': p('Anulowano. Powód: {$reason.words}.'),
    '* *': p('Anulowano.'),
  }),
  stock: byPresence(['cancellation.toStock', 'order.location'], {
    'present present': p('Nie wysyłać. Wraca do magazynu ({$order.location}):'),
    'present *': p('Nie wysyłać. Wraca do magazynu:'),
    '* *': p('Nic nie wraca do magazynu.'),
  }),
  sent: whether('cancellation.sentItems', p('Już wysłano: {$cancellation.sentItems}.')),
  money: whether('cancellation.refund', p(`Do zwrotu: ${b('{$cancellation.refund :money}')}.`)),
};

export const TROUBLE: Record<string, Segments> = {
  'needs-attention': {
    subject: 'Potrzebujemy Twojej odpowiedzi: {$order.number}',
    preheader: whether('reason.words', '{$reason.words}', 'Zamówienie jest wstrzymane, dopóki nie odpowiesz.'),
    head: 'Twoje zamówienie jest wstrzymane',
    say: whether(
      'reason.words',
      p(
        `Wstrzymaliśmy zamówienie {$order.number}: ${b('{$reason.words}')}. Prosimy odpowiedzieć na tę wiadomość, a ruszymy dalej.`,
      ),
      p('Wstrzymaliśmy zamówienie {$order.number}. Prosimy odpowiedzieć na tę wiadomość, a ruszymy dalej.'),
    ),
  },
  'needs-attention-staff': {
    subject: 'Sprawdzić {$order.number}: wstrzymane',
    preheader: whether('reason.words', '{$reason.words}', 'Nie podano powodu.'),
    what: '{$order.number} jest wstrzymane',
    facts: byPresence(['reason.words', 'customer.fullName'], {
      'present present': p(b('{$reason.words}')) + ORDER_OF,
      'present *': p(b('{$reason.words}')) + ORDER_OF_GUEST,
      '* present': NO_REASON + ORDER_OF,
      '* *': NO_REASON + ORDER_OF_GUEST,
    }),
  },
  'item-delayed': {
    subject: '{$delay.item} dotrze nieco później: {$order.number}',
    preheader: whether(
      'delay.until',
      `Nowy przewidywany termin: ${day('delay.until')}. Nie musisz nic robić.`,
      'Nie musisz nic robić.',
    ),
    head: 'Jeden produkt się opóźni',
    say: p(`${b('{$delay.item}')} z zamówienia {$order.number} nie będzie gotowe w zapowiedzianym terminie.`),
    until: whether(
      'delay.until',
      p(`Nowy przewidywany termin: ${b(day('delay.until'))}.`),
      p('Nie możemy jeszcze podać terminu. Napiszemy, gdy tylko go poznamy.'),
    ),
    why: whether('delay.reason', p('Powód: {$delay.reason}.')),
    help: 'Wolisz coś innego albo zwrot pieniędzy? Odpowiedz na tę wiadomość lub napisz na adres {$store.email}.',
  },
  'item-delayed-staff': {
    subject: 'Opóźnione: {$delay.item} do {$order.number}',
    preheader: whether('delay.until', `Nowy termin: ${day('delay.until')}`, 'Termin nie jest jeszcze znany.'),
    what: 'Opóźnione: {$delay.item}',
    facts: whether(
      'customer.fullName',
      p(`Do ${b('{$order.number}')}, {$customer.fullName}.`),
      p(`Do ${b('{$order.number}')}, gość.`),
    ),
    until: whether(
      'delay.until',
      p(`Oczekiwany termin: ${b(day('delay.until'))}.`),
      p('Termin nie jest jeszcze znany.'),
    ),
    why: whether('delay.reason', p('Powód: {$delay.reason}.')),
  },
  'note-added': {
    subject: 'Notatka do zamówienia {$order.number}',
    preheader: whether('note.by', 'Od: {$note.by}, {$store.name}', 'Od: {$store.name}'),
    head: 'Notatka do Twojego zamówienia',
    say: whether(
      'note.by',
      p('{$note.words}') + p('{$note.by}, {$store.name}'),
      p('{$note.words}') + p('{$store.name}'),
    ),
  },
  'return-received': {
    subject: 'Twój zwrot do {$order.number} dotarł',
    preheader: whether('return.items', '{$return.items}', 'Dziękujemy za odesłanie.'),
    head: 'Twój zwrot dotarł',
    say: byPresence(['return.items', 'return.receivedAt'], {
      'present present': p(
        `${b('{$return.items}')}: otrzymaliśmy ten zwrot (${day('return.receivedAt')}). Sprawdzimy go i napiszemy, gdy zwrot pieniędzy będzie w drodze.`,
      ),
      'present *': p(
        `${b('{$return.items}')}: otrzymaliśmy ten zwrot. Sprawdzimy go i napiszemy, gdy zwrot pieniędzy będzie w drodze.`,
      ),
      '* *': p(
        'Otrzymaliśmy zwrot z zamówienia {$order.number}. Sprawdzimy go i napiszemy, gdy zwrot pieniędzy będzie w drodze.',
      ),
    }),
  },
  'order-cancelled': {
    subject: whether(
      'cancellation.sentItems',
      'Reszta zamówienia {$order.number} została anulowana',
      'Zamówienie {$order.number} zostało anulowane',
    ),
    preheader: MONEY_BRIEFLY,
    head: whether(
      'cancellation.sentItems',
      'Reszta zamówienia została anulowana',
      'Twoje zamówienie zostało anulowane',
    ),
    say: whether(
      'cancellation.sentItems',
      p('Anulowaliśmy to, czego z zamówienia {$order.number} jeszcze nie wysłano; lista jest poniżej.'),
      p('Zamówienie {$order.number} zostało anulowane. Nic z niego nie zostanie wysłane.'),
    ),
    sent: whether('cancellation.sentItems', p('Nie dotyczy to tego, co już wysłano: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`Za to, co wysłano, pozostało do zapłaty ${DUE}.`),
      '* *': p('Nie trzeba za to nic płacić.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'items-cancelled': {
    subject: 'Część zamówienia {$order.number} została anulowana',
    preheader: MONEY_BRIEFLY,
    head: 'Część Twojego zamówienia została anulowana',
    say: p('Anulowaliśmy część zamówienia {$order.number}; lista jest poniżej. Reszta się nie zmienia.'),
    sent: whether('cancellation.sentItems', p('Wysłane wcześniej, bez zmian: {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`Za resztę pozostało do zapłaty ${DUE}.`),
      '* *': p('Za anulowane produkty nie trzeba nic płacić.'),
    }),
    why: REASON,
    help: NOT_MEANT,
  },
  'order-cancelled-staff': STOP,
  'items-cancelled-staff': {
    ...STOP,
    subject: 'Zatrzymać część {$order.number}: anulowane produkty',
    what: 'Zatrzymać część {$order.number}',
  },
  'mail-came-back': {
    subject: 'Nie doręczono: {$bounce.notification} do {$order.number}',
    preheader: '{$bounce.recipient}: {$bounce.words}',
    what: whether('customer.fullName', '{$customer.fullName}: nie doręczono', 'Nie doręczono klientowi'),
    facts: p(
      `Wiadomość ${b('{$bounce.notification}')} do zamówienia ${b('{$order.number}')} wróciła z adresu {$bounce.recipient}: {$bounce.words}.`,
    ),
    phone: whether(
      'customer.phone',
      p('Zapytaj telefonicznie o inny adres e-mail, {$customer.phone}. Popraw go i wyślij wiadomość ponownie.'),
      p('Znajdź inny adres e-mail, popraw go i wyślij wiadomość ponownie. Numer telefonu nie jest znany.'),
    ),
    delivery: 'Zobacz, co się stało',
  },
};
