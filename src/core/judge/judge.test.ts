import { judge, type Contradiction, type ReceivedMessage, type Truth } from '.';
import { aboutMoment, snapshotOf } from '../snapshot';
import { SHIPPED_NOTIFICATIONS } from '../shipped';
import { STORE, testOrder } from '../testing';
import { renderer } from '../render/testing';
import type { Order } from '../order';
import { amountsIn, daysIn, goodsIn } from './reading';

const AT = Date.parse('2026-11-24T09:14:00Z');
const template = (slug: string, variant = '') => {
  const found = SHIPPED_NOTIFICATIONS.find((n) => n.slug === slug)!;
  return variant === '' ? found.template : found.variants!.find((v) => v.variant === variant)!.template;
};

async function made(slug: string, moment: string, order: Order, variant = ''): Promise<ReceivedMessage> {
  const fill = await renderer('en', template(slug, variant), undefined, { moment });
  return { ...fill(order), language: 'en' };
}

const truth = (order: Order, moment: string, about: Truth['about']): Truth => ({
  order,
  moment,
  about,
  at: AT,
  timeZone: 'Europe/Berlin',
});

describe('a message that agrees with its order', () => {
  it('is not objected to, and any change to what it says is', async () => {
    const order = testOrder();
    const message = await made('order-received', 'order.placed', order);
    const about = truth(order, 'order.placed', 'order');
    expect(judge(message, about)).toEqual([]);
    const tampered: [string, Contradiction['about'], (text: string) => string][] = [
      ['a total', 'amount', (t) => t.replaceAll('€37.90', '€38.90')],
      ['a line left out of the sum', 'sum', (t) => t.replace('Parcel: €4.90', 'Parcel: €6.05')],
      ['a number of pieces', 'goods', (t) => t.replace('2 × Kozo', '3 × Kozo')],
      ['something that was not ordered', 'goods', (t) => t.replace('1 × Awl', '1 × Pressing board')],
      ['another number', 'number', (t) => t.replaceAll('QW-10482', 'QW-10483')],
      ['a day that is none of the order', 'day', (t) => `${t}\nWe write on 3 January.`],
      ['a placeholder that was not filled', 'leftover', (t) => `${t}\nYour {$order.number} is here.`],
      ['a value that is missing', 'leftover', (t) => `${t}\nHello undefined`],
      ['a payment that is not due', 'claim', (t) => `${t}\n€37.90 is still to be paid.`],
      ['another name', 'name', (t) => t.replace('Thank you, Iwona', 'Thank you, Ingo')],
    ];
    for (const [what, kind, change] of tampered) {
      const subject = change(message.subject);
      const found = judge({ ...message, subject, text: change(message.text) }, about).map((c) => c.about);
      expect([what, found.includes(kind)]).toEqual([what, true]);
    }
    const html = message.html!.replaceAll('€37.90', '€39.70');
    expect(judge({ ...message, html }, about).map((c) => c.about)).toEqual(['parts']);
  });

  it.each<[string, string, string, Truth['about'], Partial<Order>, RegExp]>([
    [
      'that nothing is sent, of an order a part of which left',
      'order-cancelled',
      'order.cancelled',
      'cancellation',
      { status: 'OrderCancelled', shipments: [{ lines: [{ sku: 'TO-AWL', quantity: 1 }] }] },
      /nothing of the order will be sent/,
    ],
    [
      'that a part refund was for all',
      'refund-issued',
      'refund.issued',
      'refund',
      { refunds: [{ amount: 850, lines: [{ sku: 'PA-KOZO', quantity: 1, amount: 850 }] }] },
      /all that was paid is refunded/,
    ],
  ])('is refused for saying %s', async (_what, slug, moment, about, change, words) => {
    // Made of an order of which it is true, and held against one of which it is not.
    const whole = testOrder(
      slug === 'refund-issued'
        ? { refunds: [{ amount: 3790, lines: [{ sku: 'PA-KOZO', quantity: 1, amount: 3790 }] }] }
        : { status: 'OrderCancelled' },
    );
    const message = await made(slug, moment, whole);
    expect(judge(message, truth(whole, moment, about)).filter((c) => c.about === 'claim')).toEqual([]);
    const found = judge(message, truth(testOrder(change), moment, about));
    expect(found.map((c) => c.words).join(' ')).toMatch(words);
  });

  it('does not let a name of the store stand in another language', () => {
    const order = testOrder();
    const message = { subject: 'QW-10482', text: 'Parcel: ja', language: 'de' };
    const names = [{ name: 'Parcel', words: { de: 'Paket' } }];
    expect(judge(message, { ...truth(order, 'order.placed', 'order'), names }).map((c) => c.about)).toEqual([
      'language',
    ]);
    expect(snapshotOf({ order, store: STORE, now: AT, ...aboutMoment(order, 'order.placed') }).unnamed).toEqual([]);
  });
});

describe('reading', () => {
  it.each([
    ['€1,234.50 and -€3.00', 'EUR', 'en', [123450, -300]],
    ['1.234,50 € und -3,00 €', 'EUR', 'de', [123450, -300]],
    ['¥1,200', 'JPY', 'en', [1200]],
    ['KWD 1,234.567', 'KWD', 'en', [1234567]],
    ['QW-10482: €5.00', 'EUR', 'en', [500]],
    ['\u2066١٬٢٣٤٫٥٠ €\u2069', 'EUR', 'ar-EG', [123450]],
  ])('amounts in %s', (text, currency, locale, amounts) => {
    expect(amountsIn(text, currency, locale)).toEqual(amounts);
  });

  it('days by their months, and goods by their pieces', () => {
    expect(daysIn('on Thursday 26 November, and November 3', 'en-GB')).toEqual(['11-26', '11-03']);
    expect(daysIn('am Donnerstag, 26. November', 'de')).toEqual(['11-26']);
    expect(goodsIn('2 × Kozo sheet (natural): €17.00\n1 × Awl', 'EUR', 'en')).toEqual([
      { quantity: 2, name: 'Kozo sheet (natural)', amounts: [1700] },
      { quantity: 1, name: 'Awl', amounts: [] },
    ]);
  });
});
