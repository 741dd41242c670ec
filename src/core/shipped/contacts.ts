/** To a customer's further contacts: who pays their invoices, who takes in their goods. */
import { toCustomer, type ShippedNotification } from './shape';
import { b, byNumber, byPresence, day, p, whether } from './sentences';

const WHO = 'customer.fullName';

const invoiceForAccounts = toCustomer(
  [
    { id: 'standing', kind: 'text' },
    { id: 'bank', kind: 'transfer' },
    { id: 'open', kind: 'button', target: { variable: 'invoice.url' } },
    { id: 'totals', kind: 'totals' },
    { id: 'where', kind: 'addresses', show: 'billing' },
  ],
  {
    en: {
      subject: 'Invoice {$invoice.number} for your accounts',
      preheader: whether(WHO, '{$order.total :money}, ordered by {$customer.fullName}.', '{$order.total :money}.'),
      head: 'Invoice {$invoice.number}',
      greet: p('Hello,'),
      say: whether(
        WHO,
        p(
          `{$customer.fullName} placed order {$order.number} with us on ${day('order.placedAt')}. The invoice comes to ${b('{$order.total :money}')}.`,
        ),
        p(
          `This is the invoice for order {$order.number} of ${day('order.placedAt')}. It comes to ${b('{$order.total :money}')}.`,
        ),
      ),
      standing: byPresence(['order.amountDue', 'invoice.dueOn', 'invoice.overdueSince', 'order.amountPaid'], {
        'present present * *': p(`${b('{$order.amountDue :money}')} is due on ${b(day('invoice.dueOn'))}.`),
        'present * present *': p(
          `${b('{$order.amountDue :money}')} has been due since ${day('invoice.overdueSince')}.`,
        ),
        'present * * *': p(`${b('{$order.amountDue :money}')} is to be paid.`),
        '* * * present': p('It is paid, and there is nothing left to do.'),
        '* * * *': '',
      }),
      open: 'Open the invoice',
    },
    de: {
      subject: 'Rechnung {$invoice.number} für Ihre Buchhaltung',
      preheader: whether(WHO, '{$order.total :money}, bestellt von {$customer.fullName}.', '{$order.total :money}.'),
      head: 'Rechnung {$invoice.number}',
      greet: p('Guten Tag,'),
      say: whether(
        WHO,
        p(
          `{$customer.fullName} hat die Bestellung {$order.number} bei uns aufgegeben, am ${day('order.placedAt')}. Die Rechnung lautet über ${b('{$order.total :money}')}.`,
        ),
        p(
          `Dies ist die Rechnung zur Bestellung {$order.number} vom ${day('order.placedAt')}. Sie lautet über ${b('{$order.total :money}')}.`,
        ),
      ),
      standing: byPresence(['order.amountDue', 'invoice.dueOn', 'invoice.overdueSince', 'order.amountPaid'], {
        'present present * *': p(`Fällig am ${b(day('invoice.dueOn'))}: ${b('{$order.amountDue :money}')}.`),
        'present * present *': p(`Fällig seit ${day('invoice.overdueSince')}: ${b('{$order.amountDue :money}')}.`),
        'present * * *': p(`Zu bezahlen: ${b('{$order.amountDue :money}')}.`),
        '* * * present': p('Sie ist bezahlt, und es ist nichts mehr zu tun.'),
        '* * * *': '',
      }),
      open: 'Rechnung öffnen',
    },
  },
);

const goodsComing = toCustomer(
  [
    { id: 'parcel', kind: 'parcel' },
    { id: 'items', kind: 'items', prices: false },
  ],
  {
    en: {
      subject: whether(
        'customer.company',
        'A parcel for {$customer.company}: {$order.number}',
        'A parcel is on its way: {$order.number}',
      ),
      preheader: byNumber('shipment.itemCount', { one: 'One item in it.', '*': '{$shipment.itemCount} items in it.' }),
      head: 'Goods are on their way',
      greet: p('Hello,'),
      say: whether(
        WHO,
        p(
          '{$customer.fullName} ordered these goods, and they are on their way to you. Please check the parcel against the list below.',
        ),
        p('These goods are on their way to you. Please check the parcel against the list below.'),
      ),
    },
    de: {
      subject: whether(
        'customer.company',
        'Ein Paket für {$customer.company}: {$order.number}',
        'Ein Paket ist unterwegs: {$order.number}',
      ),
      preheader: byNumber('shipment.itemCount', {
        one: 'Ein Artikel darin.',
        '*': '{$shipment.itemCount} Artikel darin.',
      }),
      head: 'Ware ist unterwegs',
      greet: p('Guten Tag,'),
      say: whether(
        WHO,
        p(
          '{$customer.fullName} hat diese Ware bestellt, und sie ist unterwegs zu Ihnen. Bitte prüfen Sie das Paket anhand der Liste.',
        ),
        p('Diese Ware ist unterwegs zu Ihnen. Bitte prüfen Sie das Paket anhand der Liste.'),
      ),
    },
  },
);

export const CONTACTS: readonly ShippedNotification[] = [
  {
    slug: 'invoice-accounts',
    name: 'Invoice, for their accounts',
    moment: 'invoice.issued',
    audience: 'contact',
    labels: ['Accounts'],
    on: true,
    template: invoiceForAccounts,
  },
  {
    slug: 'goods-coming',
    name: 'Goods are coming',
    moment: 'shipment.dispatched',
    audience: 'contact',
    labels: ['Goods in'],
    on: true,
    template: goodsComing,
  },
];
