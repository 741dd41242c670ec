/** One example of each event, as small as it can be read: they pass the checks that events pass. */
import { SAMPLE_DETAILS, type MomentDetails, momentOf } from '@/core/moments';
import { type Order } from '@/core/order';
import { detailsTold, isAboutAccount, isAboutProduct, needsOf, type EventType } from './schema';

export interface ExampleFor {
  currency: string;
  /** Id of one of the store's channels. */
  channel: string;
  /** When, as RFC 3339: not in the future. */
  time: string;
  number?: string;
  /** Who tells of it: the shop's own address. */
  source?: string;
  /** Two products of the shop. */
  goods?: readonly [Goods, Goods];
}

type Goods = Pick<Order['lines'][number]['product'], 'sku' | 'name' | 'category'>;

const GOODS: readonly [Goods, Goods] = [
  { sku: 'PA-KOZO', name: 'Kozo sheet, 38 x 51 cm', category: 'papers' },
  { sku: 'TO-BONE', name: 'Bone folder', category: 'tools' },
];

/** An event as it travels. */
export interface ExampleEvent {
  specversion: '1.0';
  id: string;
  source: string;
  type: EventType;
  time: string;
  data: Record<string, unknown>;
}

/** An example event. Its order holds two lines, and the parcel, refund or cancellation that it is about. */
export function exampleEvent(
  type: EventType,
  {
    currency,
    channel,
    time,
    number = 'QW-20001',
    source = 'https://quillwick.example/shop',
    goods = GOODS,
  }: ExampleFor,
): ExampleEvent {
  const needs = needsOf(type);
  const order: Order = {
    number,
    placedAt: time,
    currency,
    language: 'en',
    channel,
    customer: { email: 'iwona@sobczyk.example', firstName: 'Iwona', lastName: 'Sobczyk' },
    lines: [
      { product: goods[0], quantity: 2, unitPrice: 850 },
      { product: goods[1], quantity: 1, unitPrice: 1290 },
    ],
    shipping: { method: 'Parcel', price: 490 },
    payment: { method: 'Card', paid: true },
    total: 3480,
    ...(needs === 'shipments' && {
      shipments: [
        {
          carrier: 'Fieldpost',
          trackingNumber: 'FP 4102 7731',
          trackingUrl: 'https://fieldpost.example/t/41027731',
          ...(type === 'shipment.delivered' && { deliveredAt: time }),
          lines: [{ sku: goods[0].sku, quantity: 2 }],
        },
      ],
    }),
    ...(needs === 'refunds' && {
      refunds: [{ amount: 1290, reason: 'sent back', lines: [{ sku: goods[1].sku, quantity: 1, amount: 1290 }] }],
    }),
    ...momentOf(type).example?.(time),
  };
  const details = Object.fromEntries(detailsTold(type).map((name) => [name, SAMPLE_DETAILS[name]])) as MomentDetails;
  return {
    specversion: '1.0',
    id: `${type}-${number}`,
    source,
    type,
    time,
    data: {
      ...(isAboutProduct(type)
        ? { stock: { sku: goods[1].sku, left: 4, location: 'the Mill' } }
        : isAboutAccount(type)
          ? { customer: order.customer, language: 'en', channel }
          : { order }),
      ...(Object.keys(details).length > 0 && { details }),
    },
  };
}
