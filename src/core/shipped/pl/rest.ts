/** What goes out some time after, to contacts, of an account, and by hand, in Polish. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const DUE = b('{$order.amountDue :money}');
const NOT_YOU = 'To nie Ty? Nie musisz nic robić albo napisz na adres {$store.email}.';

export const WAITING: Record<string, Segments> = {
  'payment-due': {
    subject: whether(
      'order.amountDue',
      'Do zapłaty: {$order.amountDue :money} za {$order.number}',
      'Płatność za {$order.number}',
    ),
    preheader: 'Jeśli płatność została już wykonana, nie trzeba nic robić.',
    head: 'Czekamy jeszcze na płatność',
    say: whether(
      'order.amountDue',
      p(`Za zamówienie {$order.number} (${day('order.placedAt')}) pozostało do zapłaty ${DUE}.`) +
        p('Jeśli płatność jest już w drodze, prosimy pominąć tę wiadomość.'),
      p('Zamówienie {$order.number} jest opłacone. Prosimy pominąć tę wiadomość.'),
    ),
    last: p('To nasze ostatnie przypomnienie. Jeśli zamówienie nie jest już potrzebne, wystarczy krótka odpowiedź.'),
    pay: whether('order.amountDue', 'Zapłać {$order.amountDue :money}', 'Zapłać teraz'),
  },
  'how-did-we-do': {
    subject: 'Jak Ci się podoba {$order.number}?',
    preheader: 'Dwa zdania od Ciebie pomogą nam i kolejnym klientom.',
    head: 'Jak nam poszło?',
    say: p(
      'Twoje zamówienie {$order.number} jest u Ciebie już od jakiegoś czasu. Czy spełnia oczekiwania? Napisz nam jedno lub dwa zdania, dobre i złe.',
    ),
    tell: 'Napisz, jak było',
    help: 'Jeśli wolisz nie dostawać takich pytań, napisz na adres {$store.email}.',
  },
};

export const CONTACTS: Record<string, Segments> = {
  'invoice-accounts': {
    subject: 'Faktura {$invoice.number} dla księgowości',
    preheader: whether(
      'customer.fullName',
      '{$order.total :money}, zamawiający: {$customer.fullName}.',
      '{$order.total :money}.',
    ),
    head: 'Faktura {$invoice.number}',
    greet: p('Dzień dobry,'),
    say: whether(
      'customer.fullName',
      p(
        `Faktura dotyczy zamówienia {$order.number} (${day('order.placedAt')}). Zamawiający: {$customer.fullName}. Kwota: ${b('{$order.total :money}')}.`,
      ),
      p(`Faktura dotyczy zamówienia {$order.number} (${day('order.placedAt')}). Kwota: ${b('{$order.total :money}')}.`),
    ),
    standing: byPresence(['order.amountDue', 'invoice.dueOn', 'invoice.overdueSince', 'order.amountPaid'], {
      'present present * *': p(`Termin płatności: ${b(day('invoice.dueOn'))}. Do zapłaty: ${DUE}.`),
      'present * present *': p(`Po terminie od: ${day('invoice.overdueSince')}. Do zapłaty: ${DUE}.`),
      'present * * *': p(`Do zapłaty: ${DUE}.`),
      '* * * present': p('Jest opłacona i nie trzeba nic robić.'),
      '* * * *': '',
    }),
    open: 'Otwórz fakturę',
  },
  'goods-coming': {
    subject: whether(
      'customer.company',
      'Paczka dla {$customer.company}: {$order.number}',
      'Paczka jest w drodze: {$order.number}',
    ),
    preheader: byNumber('shipment.itemCount', {
      one: 'W środku: {$shipment.itemCount} produkt.',
      few: 'W środku: {$shipment.itemCount} produkty.',
      many: 'W środku: {$shipment.itemCount} produktów.',
      '*': 'W środku: {$shipment.itemCount} produktu.',
    }),
    head: 'Towar jest w drodze',
    greet: p('Dzień dobry,'),
    say: whether(
      'customer.fullName',
      p('Towar jest w drodze. Zamawiający: {$customer.fullName}. Prosimy sprawdzić zawartość paczki z poniższą listą.'),
      p('Towar jest w drodze. Prosimy sprawdzić zawartość paczki z poniższą listą.'),
    ),
  },
};

export const ACCOUNT: Record<string, Segments> = {
  welcome: {
    subject: 'Witamy w {$store.name}',
    preheader: 'Twoje konto jest gotowe.',
    head: 'Witamy w {$store.name}',
    say: p(`Twoje konto jest gotowe: ${b('{$customer.email}')}. Znajdziesz w nim swoje zamówienia.`),
    go: 'Otwórz konto',
    help: NOT_YOU,
  },
  'new-password': {
    subject: 'Ustaw nowe hasło w {$store.name}',
    preheader: 'Nic się nie zmieni, dopóki go nie ustawisz.',
    head: 'Ustaw nowe hasło',
    say: p(
      `Otrzymaliśmy prośbę o nowe hasło dla ${b('{$customer.email}')}. Ustawisz je przyciskiem poniżej. Do tego czasu działa stare.`,
    ),
    go: 'Ustaw nowe hasło',
    help: NOT_YOU,
  },
  preferences: {
    subject: 'Co pisze do Ciebie {$store.name}',
    preheader: 'Link jest ważny przez godzinę.',
    head: 'Co do Ciebie piszemy',
    say: p(
      `Przyciskiem poniżej zobaczysz i zmienisz, w jakim języku piszemy na adres ${b('{$customer.email}')}, kto jeszcze dostaje wiadomości o Twoich zamówieniach i jakie wiadomości chcesz dostawać. Jest ważny przez godzinę.`,
    ),
    go: 'Otwórz stronę',
    help: NOT_YOU,
  },
};

export const HAND: Record<string, Segments> = {
  'a-word': {
    subject: 'W sprawie zamówienia {$order.number}',
    preheader: 'Wiadomość od {$store.name}.',
    head: 'W sprawie Twojego zamówienia',
    say:
      p(`Piszemy w sprawie Twojego zamówienia {$order.number} (${day('order.placedAt')}).`) +
      p('Nie musisz nic robić; chcieliśmy tylko dać Ci znać.'),
  },
  'one-question': {
    subject: 'Jedno pytanie o {$order.number}',
    preheader: 'Krótka odpowiedź i realizujemy zamówienie dalej.',
    head: 'Jedno pytanie o Twoje zamówienie',
    say:
      p(`Mamy pytanie o zamówienie {$order.number}: ${b('o który z dwóch kolorów chodziło?')}`) +
      p('Wystarczy słowo lub dwa w odpowiedzi na tę wiadomość.'),
  },
  'looking-for-parcel': {
    subject: 'Szukamy Twojej paczki: {$order.number}',
    preheader: 'Napiszemy ponownie, gdy dowiemy się więcej.',
    head: 'Szukamy Twojej paczki',
    say: whether(
      'shipment.carrier',
      p(
        'Twoja paczka powinna już być u Ciebie. Zapytaliśmy przewoźnika {$shipment.carrier} i napiszemy ponownie, gdy dowiemy się więcej.',
      ),
      p('Twoja paczka powinna już być u Ciebie. Zapytaliśmy przewoźnika i napiszemy ponownie, gdy dowiemy się więcej.'),
    ),
  },
  news: {
    subject: 'Nowości z {$store.name}',
    preheader: 'Co nowego, w kilku zdaniach.',
    head: 'Co u nas nowego',
    say: p('Napisz tutaj, co nowego i dlaczego może to zainteresować czytających.'),
    go: 'Do sklepu',
  },
};
