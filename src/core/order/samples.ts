/** Made-up orders for every situation a message can be about, to look at before the first real one, or between them. */
import type { Order, OrderLine } from './schema';

export interface SampleOrder {
  /** What it is good for: "A guest". */
  situation: string;
  order: Order;
}

const address = (name: string, lines: string[], postalCode: string, city: string, country: string) => ({
  name,
  lines,
  postalCode,
  city,
  country,
});

const line = (
  sku: string,
  name: string,
  category: string,
  unitPrice: number,
  quantity = 1,
  options?: string,
): OrderLine => ({
  product: { sku, name, category },
  quantity,
  unitPrice,
  ...(options && { options }),
});

const BASE = {
  channel: 'web-shop',
  taxIncluded: true,
  payment: { method: 'Card', paid: true },
  shipping: { method: 'Parcel, insured', price: 490 },
} as const;

const DAY = 86_400_000;

const KOZO = line('PA-KOZO', 'Kozo sheet, 38 x 51 cm', 'papers', 850, 2, 'natural, 45 g');
const AWL = line('TO-AWL', 'Awl with pearwood handle', 'tools', 1690);

/** Stock numbers of sample products that have a picture, `<stock number>.png` in small letters. */
export const SAMPLE_PICTURES = ['PA-KOZO', 'TO-AWL', 'KI-COPTIC'] as const;

/**
 * The samples in a store's currency; `url` is the store's own, for order pages, and `pictures` where pictures of sample products are. All of them were placed in the last days before
 * `now` (milliseconds since the epoch), so that a message made of one speaks of nothing that is yet to come as if it were over.
 */
export function sampleOrders(currency: string, url: string, now: number, pictures?: string): SampleOrder[] {
  const today = Math.floor(now / DAY) * DAY;
  const ago = (days: number, time: string): string =>
    `${new Date(today - days * DAY).toISOString().slice(0, 10)}T${time}:00Z`;
  const refundedAt = ago(1, '10:05');
  const make = (
    number: string,
    order: Omit<Order, 'number' | 'currency' | 'placedAt' | 'channel'> & Partial<Order>,
  ): Order => ({
    ...BASE,
    placedAt: ago(8, '09:14'),
    expectedDispatch: ago(6, '11:00'),
    ...order,
    lines: order.lines.map((l) =>
      pictures !== undefined && SAMPLE_PICTURES.some((sku) => sku === l.product.sku)
        ? { ...l, product: { ...l.product, imageUrl: `${pictures}/${l.product.sku.toLowerCase()}.png` } }
        : l,
    ),
    number,
    currency: order.currency ?? currency,
    statusUrl: `${url}/orders/${number}`,
  });
  const lublin = address('Iwona Sobczyk', ['ul. Papiernicza 4'], '20-112', 'Lublin', 'PL');
  const parcel = {
    id: 'S-1',
    carrier: 'Fieldpost',
    trackingNumber: 'FP 4471 0932',
    trackingUrl: 'https://fieldpost.example/t/44710932',
    dispatchedAt: ago(6, '15:40'),
    location: 'the Mill',
  };
  return [
    {
      situation: 'An account, three items',
      order: make('SAMPLE-ACCOUNT', {
        customer: { id: 'C-1', email: 'iwona@sobczyk.example', firstName: 'Iwona', lastName: 'Sobczyk' },
        billingAddress: lublin,
        shippingAddress: lublin,
        lines: [KOZO, AWL],
        shipments: [parcel],
        refunds: [{ amount: 850, reason: 'a sheet arrived creased', issuedAt: refundedAt }],
      }),
    },
    {
      situation: 'A guest, without a name',
      order: make('SAMPLE-GUEST', {
        customer: { email: 'reader@inkpot.example', guest: true, firstOrder: true },
        lines: [KOZO],
        shipments: [{ carrier: 'Fieldpost' }],
        refunds: [{ amount: 2190 }],
      }),
    },
    {
      situation: 'One item',
      order: make('SAMPLE-ONE', {
        customer: { id: 'C-7', email: 'sorin@legatura.example', firstName: 'Sorin', lastName: 'Albu' },
        billingAddress: address('Sorin Albu', ['Strada Teilor 9'], '400001', 'Cluj-Napoca', 'RO'),
        shippingAddress: address('Sorin Albu', ['Strada Teilor 9'], '400001', 'Cluj-Napoca', 'RO'),
        lines: [AWL],
        shipments: [parcel],
        refunds: [{ amount: 1690, issuedAt: refundedAt }],
      }),
    },
    {
      situation: 'Many lines',
      order: make('SAMPLE-MANY', {
        customer: {
          id: 'C-2',
          email: 'workshop@halvorsen.example',
          firstName: 'Tor',
          lastName: 'Halvorsen',
          company: 'Halvorsen Bokbinderi',
        },
        billingAddress: address('Tor Halvorsen', ['Verftsgata 11'], '4005', 'Stavanger', 'NO'),
        shippingAddress: address('Tor Halvorsen', ['Verftsgata 11'], '4005', 'Stavanger', 'NO'),
        lines: Array.from({ length: 12 }, (_, i) =>
          line(
            `SA-${i + 1}`,
            `Sample product ${i + 1}`,
            ['papers', 'tools', 'kits'][i % 3]!,
            450 + i * 310,
            (i % 4) + 1,
            i % 2 ? 'natural' : undefined,
          ),
        ),
        discounts: [{ label: 'Autumn leaf', code: 'LEAF10', amount: 1500 }],
        shipments: [parcel],
        refunds: [{ amount: 4990, shipping: 490 }],
      }),
    },
    {
      situation: 'No pictures, nothing to send',
      order: make('SAMPLE-PATTERN', {
        shipping: undefined as never,
        customer: { id: 'C-3', email: 'noor@papercut.example', firstName: 'Noor', lastName: 'de Wit' },
        lines: [
          {
            ...line('DL-SLIP', 'Pattern: slipcase', 'patterns', 750),
            product: {
              sku: 'DL-SLIP',
              name: 'Pattern: slipcase',
              category: 'patterns',
              downloads: [{ name: 'Slipcase pattern, A4', url: `${url}/downloads/slipcase.pdf` }],
              note: { words: 'Print it at 100 per cent, without scaling to the page.', url: `${url}/notes/printing` },
            },
          },
        ],
      }),
    },
    {
      situation: 'Part of it sent, part refunded',
      order: make('SAMPLE-PART', {
        customer: { id: 'C-4', email: 'dorothea@klee.example', firstName: 'Dorothea', lastName: 'Klee' },
        billingAddress: address('Dorothea Klee', ['Am Wehr 2'], '15306', 'Seelow', 'DE'),
        shippingAddress: address('Dorothea Klee', ['Am Wehr 2'], '15306', 'Seelow', 'DE'),
        lines: [KOZO, AWL, line('KI-COPTIC', 'Coptic binding kit', 'kits', 4900)],
        shipments: [
          {
            ...parcel,
            lines: [
              { sku: 'PA-KOZO', quantity: 1 },
              { sku: 'TO-AWL', quantity: 1 },
            ],
          },
        ],
        refunds: [
          {
            amount: 1340,
            shipping: 490,
            reason: 'one sheet is out of stock',
            issuedAt: refundedAt,
            lines: [{ sku: 'PA-KOZO', quantity: 1, amount: 850 }],
          },
        ],
      }),
    },
    {
      situation: 'A line cancelled, one returned',
      order: make('SAMPLE-BACK', {
        customer: { id: 'C-8', email: 'maeve@tidepress.example', firstName: 'Maeve', lastName: 'Brannigan' },
        billingAddress: address('Maeve Brannigan', ['3 Slipway Row'], 'T12 X2Y3', 'Cork', 'IE'),
        shippingAddress: address('Maeve Brannigan', ['3 Slipway Row'], 'T12 X2Y3', 'Cork', 'IE'),
        lines: [KOZO, AWL, line('KI-COPTIC', 'Coptic binding kit', 'kits', 4900)],
        shipments: [{ ...parcel, lines: [{ sku: 'TO-AWL', quantity: 1 }] }],
        cancellations: [{ lines: [{ sku: 'PA-KOZO', quantity: 2 }], reason: 'out of stock' }],
        returns: [{ lines: [{ sku: 'TO-AWL', quantity: 1 }] }],
        refunds: [{ amount: 1700, issuedAt: refundedAt, lines: [{ sku: 'PA-KOZO', quantity: 2, amount: 1700 }] }],
      }),
    },
    {
      situation: 'Amounts without decimals',
      order: make('SAMPLE-YEN', {
        currency: 'JPY',
        customer: { id: 'C-9', email: 'haru@toji.example', firstName: 'Haru', lastName: 'Kamiya' },
        billingAddress: address('Haru Kamiya', ['2-14 Kamihei'], '604-8001', 'Kyoto', 'JP'),
        shippingAddress: address('Haru Kamiya', ['2-14 Kamihei'], '604-8001', 'Kyoto', 'JP'),
        lines: [KOZO, AWL],
        shipments: [parcel],
        refunds: [{ amount: 850, issuedAt: refundedAt }],
      }),
    },
    {
      situation: 'Long names',
      order: make('SAMPLE-LONG', {
        customer: {
          id: 'C-5',
          email: 'maximiliane.wolkenstein-hohenlohe@handgebundene-notizbuecher.example',
          firstName: 'Maximiliane Friederike',
          lastName: 'von Wolkenstein-Hohenlohe zu Drachenfels',
          company: 'Werkstatt für handgebundene Notizbücher und Mappen',
        },
        billingAddress: address(
          'Maximiliane Friederike von Wolkenstein-Hohenlohe zu Drachenfels',
          ['Donaudampfschifffahrtsgesellschaftsstraße 118', 'Hinterhaus, drittes Obergeschoss links'],
          '93047',
          'Regensburg',
          'DE',
        ),
        shippingAddress: address(
          'Maximiliane Friederike von Wolkenstein-Hohenlohe zu Drachenfels',
          ['Donaudampfschifffahrtsgesellschaftsstraße 118'],
          '93047',
          'Regensburg',
          'DE',
        ),
        lines: [
          line(
            'SA-LONG',
            'Hand-sewn long-stitch journal with a cover of vegetable-tanned leather, two hundred and forty pages of laid rag paper',
            'kits',
            12900,
            3,
            'cover chestnut, thread undyed, edges deckled on three sides',
          ),
        ],
        shipments: [{ ...parcel, carrier: 'Vereinigte Paket- und Stückgutbeförderung Nordost' }],
        refunds: [
          {
            amount: 12900,
            reason: 'the cover was chestnut where hazel had been asked for, which we had promised on the telephone',
          },
        ],
      }),
    },
    {
      situation: 'From right to left',
      order: make('SAMPLE-ARABIC', {
        language: 'ar',
        customer: { id: 'C-6', email: 'layla@waraq.example', firstName: 'ليلى', lastName: 'الورّاق' },
        billingAddress: address('ليلى الورّاق', ['شارع المكتبة ١٢'], '11121', 'عمّان', 'JO'),
        shippingAddress: address('ليلى الورّاق', ['شارع المكتبة ١٢'], '11121', 'عمّان', 'JO'),
        lines: [line('PA-LOKTA', 'ورق لوكتا، نيلي', 'papers', 690, 4), AWL],
        shipments: [parcel],
        refunds: [{ amount: 1380, issuedAt: refundedAt }],
      }),
    },
  ].map(({ situation, order }) => ({ situation, order: withoutUnset(order) }));
}

function withoutUnset(order: Order): Order {
  return Object.fromEntries(Object.entries(order).filter(([, v]) => v !== undefined)) as Order;
}
