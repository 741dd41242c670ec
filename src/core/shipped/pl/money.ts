/** Payments, invoices and refunds, in Polish. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const DUE = b('{$order.amountDue :money}');
const REFUND = b('{$refund.amount :money}');
const PAY = 'Zapłać {$order.amountDue :money}';

export const MONEY: Record<string, Segments> = {
  'refund-issued': {
    subject: 'Zwrot {$refund.amount :money} jest w drodze',
    preheader: 'Dotyczy zamówienia {$order.number}.',
    head: 'Zwróciliśmy {$refund.amount :money}',
    say: whether(
      'refund.issuedAt',
      p(
        `Zwróciliśmy Ci ${REFUND} (${day('refund.issuedAt')}). W zależności od banku pieniądze mogą dotrzeć po kilku dniach.`,
      ),
      p(`Zwróciliśmy Ci ${REFUND}. W zależności od banku pieniądze mogą dotrzeć po kilku dniach.`),
    ),
    what: p('Tym samym zwróciliśmy całą kwotę zapłaconą za zamówienie {$order.number}.'),
    help: 'Coś się nie zgadza? Odpowiedz na tę wiadomość lub napisz na adres {$store.email}.',
  },
  'refund-issued~a-part': {
    preheader: 'Dotyczy części zamówienia {$order.number}.',
    head: 'Zwróciliśmy część kwoty: {$refund.amount :money}',
    what: whether(
      'refund.items',
      p('Zwrot dotyczy części zamówienia {$order.number}; szczegóły są poniżej. Reszta zamówienia się nie zmienia.'),
      p('To część kwoty zapłaconej za zamówienie {$order.number}. Samo zamówienie się nie zmienia.'),
    ),
  },
  'payment-received': {
    subject: 'Otrzymaliśmy płatność za {$order.number}',
    preheader: whether(
      'order.amountPaid',
      '{$order.amountPaid :money} za zamówienie {$order.number}.',
      'Dotyczy zamówienia {$order.number}.',
    ),
    head: 'Dziękujemy za płatność',
    say: p('Otrzymaliśmy Twoją płatność za zamówienie {$order.number}.'),
    dispatch: DISPATCH,
  },
  'part-paid': {
    subject: 'Otrzymaliśmy część płatności za {$order.number}',
    preheader: whether('order.amountDue', 'Do zapłaty pozostało {$order.amountDue :money}.', 'Dziękujemy.'),
    head: 'Otrzymaliśmy część płatności',
    say: whether(
      'order.amountPaid',
      p(`Dziękujemy. Za zamówienie {$order.number} otrzymaliśmy dotąd ${b('{$order.amountPaid :money}')}.`),
      p('Dziękujemy. Otrzymaliśmy część płatności za zamówienie {$order.number}.'),
    ),
    open: whether('order.amountDue', p(`Do zapłaty pozostało: ${DUE}.`)),
    pay: whether('order.amountDue', PAY, 'Zapłać resztę'),
  },
  'payment-failed': {
    subject: 'Płatność za {$order.number} nie powiodła się',
    preheader: 'Nic nie zostało pobrane. Zamówienie czeka, a Ty możesz zapłacić ponownie.',
    head: 'Płatność nie powiodła się',
    say: whether(
      'order.amountDue',
      p(
        `Nie udało się pobrać płatności ${DUE} za zamówienie {$order.number}. Nic nie zostało pobrane, a zamówienie czeka na Ciebie. Prosimy spróbować ponownie lub wybrać inny sposób płatności.`,
      ),
      p(
        'Nie udało się pobrać płatności za zamówienie {$order.number}. Nic nie zostało pobrane, a zamówienie czeka na Ciebie. Prosimy spróbować ponownie lub wybrać inny sposób płatności.',
      ),
    ),
    why: whether('reason.words', p('Podany powód: {$reason.words}.')),
    pay: whether('order.amountDue', PAY, 'Zapłać teraz'),
  },
  invoice: {
    subject: 'Faktura {$invoice.number} do {$order.number}',
    preheader: byPresence(['order.amountDue', 'order.amountPaid'], {
      'present *': 'Do zapłaty: {$order.amountDue :money}.',
      '* present': 'Jest opłacona. Nie trzeba nic robić.',
      '* *': 'Dotyczy zamówienia {$order.number}.',
    }),
    head: 'Faktura {$invoice.number}',
    say: p(`Oto faktura do zamówienia {$order.number}. Kwota: ${b('{$order.total :money}')}.`),
    standing: byPresence(['order.amountDue', 'order.amountPaid', 'invoice.overdueSince'], {
      'present present present': p(
        `Zapłacono już {$order.amountPaid :money}. Po terminie od: ${day('invoice.overdueSince')}. Do zapłaty: ${DUE}.`,
      ),
      'present present *': p(`Zapłacono już {$order.amountPaid :money}. Do zapłaty pozostało: ${DUE}.`),
      'present * present': p(
        `Po terminie od: ${day('invoice.overdueSince')}. Do zapłaty: ${DUE}. Jeśli płatność została już wykonana, nie trzeba nic robić.`,
      ),
      'present * *': p(`Do zapłaty: ${DUE}.`),
      '* present *': p('Jest opłacona i nie trzeba nic robić. Dziękujemy.'),
      '* * *': '',
    }),
    due: whether('invoice.dueOn', p(`Termin płatności: ${b(day('invoice.dueOn'))}.`)),
    open: 'Otwórz fakturę',
  },
  'payment-failed-staff': {
    subject: whether(
      'order.amountDue',
      'Płatność nieudana: {$order.number}, {$order.amountDue :money}',
      'Płatność nieudana: {$order.number}',
    ),
    preheader: whether('reason.words', '{$reason.words}. Jeszcze nie wysyłać.', 'Jeszcze nie wysyłać.'),
    what: 'Wstrzymać {$order.number}: płatność nieudana',
    facts: byPresence(['customer.fullName', 'reason.words'], {
      'present present': p(
        `Płatność nie powiodła się: {$reason.words}. Klient: ${b('{$customer.fullName}')}. Nie wysyłać, dopóki nie wpłynie.`,
      ),
      'present *': p(
        `Płatność nie powiodła się. Klient: ${b('{$customer.fullName}')}. Nie wysyłać, dopóki nie wpłynie.`,
      ),
      '* present': p('Płatność gościa nie powiodła się: {$reason.words}. Nie wysyłać, dopóki nie wpłynie.'),
      '* *': p('Płatność gościa nie powiodła się. Nie wysyłać, dopóki nie wpłynie.'),
    }),
  },
  'refund-issued-staff': {
    subject: 'Zwrócono: {$refund.amount :money} do {$order.number}',
    preheader: whether('refund.reason', '{$refund.reason}', 'Dotyczy zamówienia {$order.number}.'),
    what: 'Zwrócono {$refund.amount :money}, {$order.number}',
    facts: whether('customer.fullName', p(`Klient: ${b('{$customer.fullName}')}.`), p('Klient bez konta.')),
  },
};
