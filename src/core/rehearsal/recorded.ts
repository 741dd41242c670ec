/**
 * What happened to an order of the record, to be rehearsed: its goods, amounts, days and steps are kept, and everybody and everything
 * that tells of somebody is made up. What is not named here is left out, so that a field that is new cannot carry a person along.
 */
import { NO_COUNTRY } from '../order/customer';
import type { Address, Order, Shipment } from '../order/schema';
import type { MomentDetails } from '../moments/details';
import { momentOf } from '../moments/registry';
import type { LifeEvent } from './event';
import { contactAddress, customerAddress, mailboxOf, peopleOf, personOf } from './people';
import type { Scene } from './scene';

/** Whether an event is told, so that it happens again; what comes of the clock or is reckoned comes by itself. */
export function happensAgain({ moment }: Pick<LifeEvent, 'moment'>): boolean {
  const { toldBy, about } = momentOf(moment);
  return about !== 'product' && about !== 'account' && (toldBy === 'shop' || toldBy === 'mail' || moment === 'by-hand');
}

export interface MadeUpWith {
  scene: Pick<Scene, 'channels' | 'url' | 'asked'>;
  /** The number that the order has instead of its own. */
  number: string;
}

const WORDS = 'rehearsed';

/** The same events with made-up people, words, numbers and addresses. What was made up already stays so. */
export const madeUpEvents = (events: readonly LifeEvent[], using: MadeUpWith): LifeEvent[] =>
  events.map(({ moment, at, order, details, letter }) => ({
    ...{ moment, at, order: madeUpOrder(order, using) },
    ...(details && { details: madeUpDetails(details, order, using) }),
    ...(letter && { letter: { notificationId: letter.notificationId, by: 'Libellus', adapted: [] } }),
  }));

function madeUpOrder(order: Order, { scene, number }: MadeUpWith): Order {
  const { customer, billingAddress, shippingAddress, lines, shipments, refunds, cancellations, returns } = order;
  const { placedAt, status, currency, language, channel, location, taxIncluded, shipping, taxes, total } = order;
  const person = personOf(language ?? '');
  const address = (was: Address): Address => ({
    name: `${person.first} ${person.last}`,
    ...(was.company && { company: 'Sample Ltd' }),
    // Nobody told an address of this country.
    ...(was.country === NO_COUNTRY
      ? { lines: [], city: '-' }
      : { lines: ['12 Rehearsal Street'], postalCode: '12345', city: person.city }),
    country: was.country,
  });
  const { discounts, payment, people, expectedDispatch } = order;
  return {
    ...{ number, placedAt, currency, channel },
    ...(status && { status }),
    ...(language && { language }),
    ...(location && { location }),
    customer: {
      email: customerAddress(number, scene, channel),
      ...(customer.firstName && { firstName: person.first }),
      ...(customer.lastName && { lastName: person.last }),
      ...(customer.company && { company: 'Sample Ltd' }),
      ...(customer.phone && { phone: '+44 20 7946 0000' }),
      ...(customer.guest !== undefined && { guest: customer.guest }),
      ...(customer.firstOrder !== undefined && { firstOrder: customer.firstOrder }),
      ...(customer.acceptsNews !== undefined && { acceptsNews: customer.acceptsNews }),
      ...(customer.contacts && {
        contacts: customer.contacts.map(({ label, language: reads, messages }, i) => ({
          ...{ label, email: contactAddress(number, i) },
          ...(reads && { language: reads }),
          ...(messages && { messages }),
        })),
      }),
    },
    ...(billingAddress && { billingAddress: address(billingAddress) }),
    ...(shippingAddress && { shippingAddress: address(shippingAddress) }),
    lines: lines.map(({ options, product, ...line }) => ({
      ...line,
      // A note for whoever buys it, and its files, may be for this customer alone.
      product: {
        ...product,
        ...(product.note && { note: { words: WORDS, ...(product.note.url && { url: scene.url }) } }),
        ...(product.downloads && {
          downloads: product.downloads.map((_, i) => ({ name: `${WORDS}-${i + 1}`, url: `${scene.url}/${WORDS}` })),
        }),
      },
      ...(options && { options: WORDS }),
    })),
    ...(discounts && {
      discounts: discounts.map(({ label, code, amount }) => ({
        ...(label && { label: WORDS }),
        ...(code && { code: 'REHEARSED' }),
        amount,
      })),
    }),
    ...(shipping && { shipping }),
    ...(taxIncluded !== undefined && { taxIncluded }),
    ...(taxes && { taxes }),
    ...(payment && { payment }),
    ...(shipments && { shipments: shipments.map((s, i) => madeUpShipment(s, i, scene.url)) }),
    ...(refunds && { refunds: refunds.map((r) => ({ ...r, ...(r.reason && { reason: WORDS }) })) }),
    ...(cancellations && {
      cancellations: cancellations.map((c) => ({ ...c, ...(c.reason && { reason: WORDS }) })),
    }),
    ...(returns && { returns }),
    ...(total !== undefined && { total }),
    ...(people && peopleOf([...new Set(people.map((p) => p.role))], scene.asked.peopleDomain)),
    ...(expectedDispatch && { expectedDispatch }),
    ...(order.statusUrl && { statusUrl: `${scene.url}/orders/${number}` }),
    ...(order.note && { note: 'A note of the customer' }),
  };
}

const madeUpShipment = (shipment: Shipment, i: number, url: string): Shipment => ({
  ...shipment,
  ...(shipment.id && { id: `${WORDS}-${i + 1}` }),
  ...(shipment.trackingNumber && { trackingNumber: String(1001 + i) }),
  ...(shipment.trackingUrl && { trackingUrl: `${url}/${WORDS}/parcels/${1001 + i}` }),
});

function madeUpDetails(details: MomentDetails, order: Order, { scene, number }: MadeUpWith): MomentDetails {
  const { reason, payUrl, delay, note, invoice, files, returned, bounce } = details;
  const { url } = scene;
  return {
    ...(reason && { reason: WORDS }),
    ...(payUrl && { payUrl: `${url}/orders/${number}/pay` }),
    ...(delay && { delay: { ...delay, ...(delay.reason && { reason: WORDS }) } }),
    ...(note && { note: { words: 'A note that was rehearsed.', ...(note.by && { by: 'Libellus' }) } }),
    ...(invoice && {
      invoice: { ...invoice, number: `R-${number}`, ...(invoice.url && { url: `${url}/invoices/R-${number}` }) },
    }),
    ...(files && { files: files.map((_, i) => ({ name: `${WORDS}-${i + 1}.txt`, content: 'cmVoZWFyc2Vk' })) }),
    ...(returned && { returned }),
    ...(bounce && {
      bounce: {
        recipient: customerAddress(number, scene, order.channel),
        notification: bounce.notification,
        words: WORDS,
        ...(bounce.subject && { subject: mailboxOf(number) }),
        ...(bounce.recordUrl && { recordUrl: `${url}/${WORDS}` }),
      },
    }),
  };
}
