/** When an order is placed. */
import { saidOtherwise, DISPATCH, toStaff, type ShippedNotification } from './shape';
import { b, byNumber, byPresence, day, p, whether } from './sentences';
import type { Block, Template } from '../template/schema';

const BANK: Block = { id: 'bank', kind: 'transfer' };

const items = (one: string, many: string): string => byNumber('order.itemCount', { one, '*': many });

const orderReceived: Template = {
  version: 1,
  blocks: [
    { id: 'masthead', kind: 'masthead' },
    { id: 'thanks', kind: 'heading' },
    { id: 'next', kind: 'text' },
    { id: 'open', kind: 'text' },
    BANK,
    { id: 'dispatch', kind: 'text' },
    { id: 'follow', kind: 'button', target: { variable: 'order.statusUrl' } },
    { id: 'items', kind: 'items' },
    { id: 'totals', kind: 'totals' },
    { id: 'where', kind: 'addresses' },
    { id: 'help', kind: 'text', size: 'small' },
    { id: 'footer', kind: 'footer' },
  ],
  words: {
    en: {
      subject: 'We have your order {$order.number}',
      preheader: items(
        'One item, {$order.total :money}. All about it at a glance.',
        '{$order.itemCount} items, {$order.total :money}. All about them at a glance.',
      ),
      thanks: whether('customer.firstName', 'Thank you, {$customer.firstName}', 'Thank you for your order'),
      next: items(
        p(`Your order of {$order.firstItem} is with us. It comes to ${b('{$order.total :money}')}.`),
        p(`Your order of {$order.itemCount} items is with us. It comes to ${b('{$order.total :money}')}.`),
      ),
      open: byPresence(['order.amountDue', 'payment.iban'], {
        'present present': p(
          `Please transfer ${b('{$order.amountDue :money}')} to the account below, with the payment reference given there.`,
        ),
        'present *': p(`${b('{$order.amountDue :money}')} is still to be paid.`),
        '* *': '',
      }),
      dispatch: DISPATCH.en,
      follow: 'Follow your order',
      help: 'Is something not right? Answer this message or write to {$store.email}.',
    },
    de: {
      subject: 'Ihre Bestellung {$order.number} ist bei uns',
      preheader: items(
        'Ein Artikel, {$order.total :money}. Alles dazu auf einen Blick.',
        '{$order.itemCount} Artikel, {$order.total :money}. Alles dazu auf einen Blick.',
      ),
      thanks: whether('customer.firstName', 'Vielen Dank, {$customer.firstName}', 'Vielen Dank für Ihre Bestellung'),
      next: items(
        p(`Ihre Bestellung ist bei uns: {$order.firstItem}. Der Betrag ist ${b('{$order.total :money}')}.`),
        p(`Ihre Bestellung über {$order.itemCount} Artikel ist bei uns. Der Betrag ist ${b('{$order.total :money}')}.`),
      ),
      open: byPresence(['order.amountDue', 'payment.iban'], {
        'present present': p(
          `Bitte überweisen Sie ${b('{$order.amountDue :money}')} auf das Konto unten, mit dem Verwendungszweck, der dort steht.`,
        ),
        'present *': p(`Noch zu bezahlen: ${b('{$order.amountDue :money}')}.`),
        '* *': '',
      }),
      dispatch: DISPATCH.de,
      follow: 'Bestellung verfolgen',
      help: 'Stimmt etwas nicht? Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}.',
    },
  },
};

/** A guest has no account to look into: the message says where to keep it, and asks for nothing else. */
const orderReceivedGuest = saidOtherwise(orderReceived, {
  en: {
    follow: 'Follow your order, without an account',
    help: 'Keep this message: its button leads to your order without a password. Is something not right? Answer it or write to {$store.email}.',
  },
  de: {
    follow: 'Bestellung verfolgen, auch ohne Konto',
    help: 'Heben Sie diese Nachricht auf: Über den Knopf kommen Sie ohne Passwort zu Ihrer Bestellung. Stimmt etwas nicht? Antworten Sie darauf oder schreiben Sie an {$store.email}.',
  },
});

/** Trade customers order by number and quantity, and pay on account: figures first. */
const orderReceivedTrade: Template = {
  version: 1,
  blocks: [
    { id: 'masthead', kind: 'masthead' },
    { id: 'thanks', kind: 'heading' },
    { id: 'next', kind: 'text' },
    { id: 'dispatch', kind: 'text' },
    { id: 'items', kind: 'items', pictures: false },
    { id: 'totals', kind: 'totals' },
    { id: 'where', kind: 'addresses' },
    { id: 'help', kind: 'text', size: 'small' },
    { id: 'footer', kind: 'footer' },
  ],
  words: {
    en: {
      subject: 'Order {$order.number} is booked: {$order.total :money}',
      preheader: whether(
        'order.expectedDispatch',
        `Dispatch planned for ${day('order.expectedDispatch')}.`,
        'Please look the quantities over.',
      ),
      thanks: 'Your order {$order.number} is booked',
      next: p(
        `Thank you for your order. It comes to ${b('{$order.total :money}')}. Please look the quantities over, and tell us of changes before it is dispatched.`,
      ),
      dispatch: whether('order.expectedDispatch', p(`Dispatch is planned for ${b(day('order.expectedDispatch'))}.`)),
      help: 'Do you have a question? Answer this message or write to {$store.email}.',
    },
    de: {
      subject: 'Bestellung {$order.number} ist gebucht: {$order.total :money}',
      preheader: whether(
        'order.expectedDispatch',
        `Versand geplant für ${day('order.expectedDispatch')}.`,
        'Bitte prüfen Sie die Mengen.',
      ),
      thanks: 'Ihre Bestellung {$order.number} ist gebucht',
      next: p(
        `Vielen Dank für Ihre Bestellung. Der Betrag ist ${b('{$order.total :money}')}. Bitte prüfen Sie die Mengen und sagen Sie uns Änderungen vor dem Versand.`,
      ),
      dispatch: whether(
        'order.expectedDispatch',
        p(`Der Versand ist geplant für ${b(day('order.expectedDispatch'))}.`),
      ),
      help: 'Haben Sie eine Frage? Antworten Sie auf diese Nachricht oder schreiben Sie an {$store.email}.',
    },
  },
};

const newOrder = toStaff(
  [
    { id: 'open', kind: 'text' },
    { id: 'items', kind: 'items', pictures: false },
    { id: 'totals', kind: 'totals' },
  ],
  {
    en: {
      subject: 'New order {$order.number}: {$order.total :money}',
      preheader: whether('customer.fullName', '{$customer.fullName}, {$order.channel}', 'A guest, {$order.channel}'),
      what: '{$order.number}, {$order.total :money}',
      facts: byPresence(['customer.fullName', 'order.expectedDispatch'], {
        'present present': p(
          `${b('{$customer.fullName}')} ordered through {$order.channel} on ${day('order.placedAt')}. Dispatch by ${day('order.expectedDispatch')}.`,
        ),
        'present *': p(`${b('{$customer.fullName}')} ordered through {$order.channel} on ${day('order.placedAt')}.`),
        '* present': p(
          `A guest ordered through {$order.channel} on ${day('order.placedAt')}. Dispatch by ${day('order.expectedDispatch')}.`,
        ),
        '* *': p(`A guest ordered through {$order.channel} on ${day('order.placedAt')}.`),
      }),
      open: whether('order.amountDue', p(`Not paid yet: ${b('{$order.amountDue :money}')}.`)),
    },
    de: {
      subject: 'Neue Bestellung {$order.number}: {$order.total :money}',
      preheader: whether('customer.fullName', '{$customer.fullName}, {$order.channel}', 'Ein Gast, {$order.channel}'),
      what: '{$order.number}, {$order.total :money}',
      facts: byPresence(['customer.fullName', 'order.expectedDispatch'], {
        'present present': p(
          `${b('{$customer.fullName}')} hat über {$order.channel} bestellt, am ${day('order.placedAt')}. Versand bis ${day('order.expectedDispatch')}.`,
        ),
        'present *': p(`${b('{$customer.fullName}')} hat über {$order.channel} bestellt, am ${day('order.placedAt')}.`),
        '* present': p(
          `Ein Gast hat über {$order.channel} bestellt, am ${day('order.placedAt')}. Versand bis ${day('order.expectedDispatch')}.`,
        ),
        '* *': p(`Ein Gast hat über {$order.channel} bestellt, am ${day('order.placedAt')}.`),
      }),
      open: whether('order.amountDue', p(`Noch nicht bezahlt: ${b('{$order.amountDue :money}')}.`)),
    },
  },
);

export const PLACED: readonly ShippedNotification[] = [
  {
    slug: 'order-received',
    name: 'Order received',
    moment: 'order.placed',
    audience: 'customer',
    on: true,
    template: orderReceived,
    variants: [
      {
        variant: 'guests',
        name: 'Guests',
        when: { match: 'all', tests: [{ about: 'customer', is: 'guest' }] },
        template: orderReceivedGuest,
      },
      {
        variant: 'trade',
        name: 'Trade desk',
        when: { match: 'all', tests: [{ about: 'channel', is: 'one', of: ['trade-desk'] }] },
        template: orderReceivedTrade,
        channel: 'trade-desk',
      },
    ],
  },
  { slug: 'new-order', name: 'New order', moment: 'order.placed', audience: 'staff', on: true, template: newOrder },
];
