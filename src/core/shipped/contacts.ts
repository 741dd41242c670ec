/** To a customer's further contacts: who pays their invoices, who takes in their goods. */
import { HELP_DE, HELP_EN, toCustomer, type ShippedNotification } from './shape';

const invoiceForAccounts = toCustomer(
  [
    { id: 'open', kind: 'button', target: { variable: 'invoice.url' } },
    { id: 'totals', kind: 'totals' },
    { id: 'where', kind: 'addresses', show: 'billing' },
  ],
  {
    en: {
      subject: 'Invoice {$invoice.number} for your accounts',
      preheader:
        '{$order.total :money}, order {$order.number}, placed by {$customer.fullName :text default=|a colleague|}.',
      head: 'Invoice {$invoice.number}',
      say: '{#p}{$customer.fullName :text default=|A colleague of yours|} placed order {$order.number} with us on {$order.placedAt :date fields=month-day-weekday length=long}. The invoice comes to {#b}{$order.total :money}{/b} and is due on {$invoice.dueOn :date fields=month-day-weekday length=long default=|receipt|}.{/p}',
      open: 'Open the invoice',
      help: HELP_EN,
    },
    de: {
      subject: 'Rechnung {$invoice.number} für Ihre Buchhaltung',
      preheader:
        '{$order.total :money}, Bestellung {$order.number}, aufgegeben von {$customer.fullName :text default=|einer Kollegin oder einem Kollegen|}.',
      head: 'Rechnung {$invoice.number}',
      say: '{#p}{$customer.fullName :text default=|Jemand aus Ihrem Haus|} hat am {$order.placedAt :date fields=month-day-weekday length=long} die Bestellung {$order.number} bei uns aufgegeben. Die Rechnung lautet über {#b}{$order.total :money}{/b} und ist fällig am {$invoice.dueOn :date fields=month-day-weekday length=long default=|Tag des Erhalts|}.{/p}',
      open: 'Rechnung öffnen',
      help: HELP_DE,
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
      subject: 'A parcel for {$customer.company :text default=|you|}: {$order.number}',
      preheader: '{$shipment.itemCount :number} pieces with {$shipment.carrier :text default=|our carrier|}.',
      head: 'Goods are coming',
      say: '{#p}{$customer.fullName :text default=|A colleague of yours|} ordered these, and we handed them to {$shipment.carrier :text default=|our carrier|}. Please check the parcel against the list below.{/p}',
      help: HELP_EN,
    },
    de: {
      subject: 'Ein Paket für {$customer.company :text default=|Sie|}: {$order.number}',
      preheader: '{$shipment.itemCount :number} Stück mit {$shipment.carrier :text default=|unserem Paketdienst|}.',
      head: 'Ware ist unterwegs',
      say: '{#p}{$customer.fullName :text default=|Jemand aus Ihrem Haus|} hat dies bestellt, und wir haben es {$shipment.carrier :text default=|unserem Paketdienst|} übergeben. Bitte prüfen Sie das Paket anhand der Liste.{/p}',
      help: HELP_DE,
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
