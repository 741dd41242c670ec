/** The shop system of the demo: an order told of as it tells of it, a signed CloudEvent. For tests and benches. */
import { Webhook } from 'standardwebhooks';

export interface SignedEvent {
  body: string;
  headers: Record<string, string>;
}

/** An `order.placed` event in English from the web shop, signed now with the store's events key (Standard Webhooks). */
export function signedOrder(
  eventsKey: string,
  number: string,
  email: string,
  id = `placed-${number}`,
  placedAt = '2026-11-24T09:14:00Z',
  { language = 'en', quantity = 2, ...customer }: { guest?: boolean; language?: string; quantity?: number } = {},
): SignedEvent {
  const body = JSON.stringify({
    specversion: '1.0',
    id,
    source: 'https://quillwick.example/shop',
    type: 'order.placed',
    data: {
      order: {
        number,
        placedAt,
        currency: 'EUR',
        language,
        channel: 'web-shop',
        customer: { email, firstName: 'Grace', lastName: 'Okafor', ...customer },
        lines: [{ product: { sku: 'PA-KOZO', name: 'Kozo sheet', category: 'papers' }, quantity, unitPrice: 850 }],
        payment: { method: 'Card', paid: true },
      },
    },
  });
  const at = new Date();
  return {
    body,
    headers: {
      'content-type': 'application/json',
      'webhook-id': id,
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(eventsKey).sign(id, at, body),
    },
  };
}
