/** When an order is placed, in Polish. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const TOTAL = `Kwota: ${b('{$order.total :money}')}.`;
const GLANCE = '{$order.total :money}. Wszystko w jednym miejscu.';

export const PLACED: Record<string, Segments> = {
  'order-received': {
    subject: 'Mamy Twoje zamówienie {$order.number}',
    preheader: byNumber('order.itemCount', {
      one: `{$order.itemCount} produkt, ${GLANCE}`,
      few: `{$order.itemCount} produkty, ${GLANCE}`,
      many: `{$order.itemCount} produktów, ${GLANCE}`,
      '*': `{$order.itemCount} produktu, ${GLANCE}`,
    }),
    thanks: whether('customer.firstName', 'Dziękujemy, {$customer.firstName}', 'Dziękujemy za zamówienie'),
    next: byNumber('order.itemCount', {
      one: p(`Mamy Twoje zamówienie: {$order.firstItem}. ${TOTAL}`),
      few: p(`Mamy Twoje zamówienie na {$order.itemCount} produkty. ${TOTAL}`),
      many: p(`Mamy Twoje zamówienie na {$order.itemCount} produktów. ${TOTAL}`),
      '*': p(`Mamy Twoje zamówienie na {$order.itemCount} produktu. ${TOTAL}`),
    }),
    open: byPresence(['order.amountDue', 'payment.iban'], {
      'present present': p(
        `Prosimy o przelew ${b('{$order.amountDue :money}')} na poniższe konto, z tytułem przelewu, który tam podajemy.`,
      ),
      'present *': p(`Do zapłaty pozostało ${b('{$order.amountDue :money}')}.`),
      '* *': '',
    }),
    dispatch: DISPATCH,
    follow: 'Śledź zamówienie',
    help: 'Coś się nie zgadza? Odpowiedz na tę wiadomość lub napisz na adres {$store.email}.',
  },
  'order-received~guests': {
    follow: 'Śledź zamówienie bez konta',
    help: 'Zachowaj tę wiadomość: jej przycisk prowadzi do zamówienia bez hasła. Coś się nie zgadza? Odpowiedz na nią lub napisz na adres {$store.email}.',
  },
  'order-received~trade': {
    subject: 'Zamówienie {$order.number} przyjęte: {$order.total :money}',
    preheader: whether(
      'order.expectedDispatch',
      `Planowana wysyłka: ${day('order.expectedDispatch')}.`,
      'Prosimy sprawdzić ilości.',
    ),
    thanks: 'Zamówienie {$order.number} zostało przyjęte',
    next: p(`Dziękujemy za zamówienie. ${TOTAL} Prosimy sprawdzić ilości i zgłosić zmiany przed wysyłką.`),
    dispatch: whether('order.expectedDispatch', p(`Planowana wysyłka: ${b(day('order.expectedDispatch'))}.`)),
    help: 'Masz pytanie? Odpowiedz na tę wiadomość lub napisz na adres {$store.email}.',
  },
  'new-order': {
    subject: 'Nowe zamówienie {$order.number}: {$order.total :money}',
    preheader: whether('customer.fullName', '{$customer.fullName}, {$order.channel}', 'Gość, {$order.channel}'),
    what: '{$order.number}, {$order.total :money}',
    facts: byPresence(['customer.fullName', 'order.expectedDispatch'], {
      'present present': p(
        `Zamawiający: ${b('{$customer.fullName}')} ({$order.channel}), ${day('order.placedAt')}. Wysłać najpóźniej: ${day('order.expectedDispatch')}.`,
      ),
      'present *': p(`Zamawiający: ${b('{$customer.fullName}')} ({$order.channel}), ${day('order.placedAt')}.`),
      '* present': p(
        `Zamówienie gościa ({$order.channel}), ${day('order.placedAt')}. Wysłać najpóźniej: ${day('order.expectedDispatch')}.`,
      ),
      '* *': p(`Zamówienie gościa ({$order.channel}), ${day('order.placedAt')}.`),
    }),
    open: whether('order.amountDue', p(`Jeszcze nieopłacone: ${b('{$order.amountDue :money}')}.`)),
  },
};
