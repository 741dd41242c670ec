/** How the webhook of the demo's shop (`standins/shop-webhook.ts`) becomes an order. */
import type { Mapping } from '../src/core/mapping';

export const BASKET_MAPPING: Mapping = {
  event: { from: '$.what', table: [{ is: 'basket.closed', means: 'order.placed' }] },
  id: '$.basket.ref',
  lists: [{ to: '/order/lines', from: '$.basket.items[*]' }],
  fields: [
    { to: '/order/number', from: ['$.basket.ref'] },
    { to: '/order/placedAt', from: ['$.basket.opened'] },
    { to: '/order/currency', from: ['$.basket.money'] },
    { to: '/order/channel', from: [], otherwise: 'web-shop' },
    { to: '/order/customer/email', from: ['$.basket.buyer.mail'] },
    { to: '/order/lines/*/product/sku', from: ['@.art'] },
    { to: '/order/lines/*/product/name', from: ['@.title'] },
    { to: '/order/lines/*/quantity', from: ['@.count'] },
    { to: '/order/lines/*/unitPrice', from: ['@.each'] },
  ],
};
