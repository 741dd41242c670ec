/** A made-up order and store for the tests of core. */
import type { StoreFacts } from './snapshot/snapshot';
import type { Order } from './order';

export const STORE: StoreFacts = {
  name: 'Quillwick',
  email: 'hello@quillwick.example',
  url: 'https://quillwick.example',
  address: 'Mill Lane 4, Seelow',
};

export function testOrder(change: Partial<Order> = {}): Order {
  return {
    number: 'QW-10482',
    placedAt: '2026-11-24T09:14:00Z',
    currency: 'EUR',
    language: 'en',
    channel: 'web-shop',
    customer: { email: 'iwona@sobczyk.example', firstName: 'Iwona', lastName: 'Sobczyk' },
    billingAddress: {
      name: 'Iwona Sobczyk',
      lines: ['ul. Papiernicza 4'],
      postalCode: '20-112',
      city: 'Lublin',
      country: 'PL',
    },
    shippingAddress: {
      name: 'Iwona Sobczyk',
      lines: ['ul. Papiernicza 4'],
      postalCode: '20-112',
      city: 'Lublin',
      country: 'PL',
    },
    lines: [
      { product: { sku: 'PA-KOZO', name: 'Kozo sheet', category: 'papers' }, quantity: 2, unitPrice: 850 },
      {
        product: { sku: 'TO-AWL', name: 'Awl', category: 'tools' },
        options: 'pearwood',
        quantity: 1,
        unitPrice: 1690,
        discount: 90,
      },
    ],
    shipping: { method: 'Parcel', price: 490 },
    taxIncluded: true,
    taxes: [{ label: '19% VAT', rate: 19, amount: 605 }],
    payment: { method: 'Card', paid: true },
    statusUrl: 'https://quillwick.example/orders/QW-10482',
    ...change,
  };
}
