/** To staff, of what is worked out from many events: stock that runs out, and the orders of a day or a week. */
import type { Block, Segments, Template } from '../template/schema';
import { MORNINGS } from '../time/rhythm';
import type { ShippedNotification } from './shape';
import { b, byNumber, byPresence, day, p, whether } from './sentences';

/** A message to staff that is about no order: what to do first, what one needs for it, and where it is looked at. */
const brief = (after: readonly Block[], words: Record<string, Segments>): Template => ({
  version: 1,
  blocks: [{ id: 'what', kind: 'heading', size: 'heading' }, { id: 'facts', kind: 'text' }, ...after],
  words,
});

const STOCK_BUTTONS: readonly Block[] = [
  { id: 'record', kind: 'button', target: { variable: 'stock.recordUrl' } },
  { id: 'shop', kind: 'button', target: { variable: 'stock.url' } },
];

const PLACE = {
  en: whether('stock.location', p('Place: {$stock.location}')),
  de: whether('stock.location', p('Ort: {$stock.location}')),
};

const stockLow = brief([{ id: 'place', kind: 'text' }, ...STOCK_BUTTONS], {
  en: {
    subject: 'Stock low: {$stock.product}',
    preheader: 'Left: {$stock.left}',
    what: 'Order more: {$stock.product}',
    facts: whether(
      'stock.lowAt',
      p(`${b('{$stock.product}')} ({$stock.sku}). Left: ${b('{$stock.left}')}. Low at: {$stock.lowAt}.`),
      p(`${b('{$stock.product}')} ({$stock.sku}). Left: ${b('{$stock.left}')}.`),
    ),
    place: PLACE.en,
    record: 'See the stock',
    shop: 'See it in the shop',
  },
  de: {
    subject: 'Bestand knapp: {$stock.product}',
    preheader: 'Noch da: {$stock.left}',
    what: 'Nachbestellen: {$stock.product}',
    facts: whether(
      'stock.lowAt',
      p(`${b('{$stock.product}')} ({$stock.sku}). Noch da: ${b('{$stock.left}')}. Knapp ab: {$stock.lowAt}.`),
      p(`${b('{$stock.product}')} ({$stock.sku}). Noch da: ${b('{$stock.left}')}.`),
    ),
    place: PLACE.de,
    record: 'Bestand ansehen',
    shop: 'Im Shop ansehen',
  },
});

const stockOut = brief([{ id: 'place', kind: 'text' }, ...STOCK_BUTTONS], {
  en: {
    subject: 'Out of stock: {$stock.product}',
    preheader: '{$stock.sku}',
    what: 'Out of stock: {$stock.product}',
    facts: p(`Nothing is left of ${b('{$stock.product}')} ({$stock.sku}). Take it off the shop, or order more.`),
    place: PLACE.en,
    record: 'See the stock',
    shop: 'See it in the shop',
  },
  de: {
    subject: 'Ausverkauft: {$stock.product}',
    preheader: '{$stock.sku}',
    what: 'Ausverkauft: {$stock.product}',
    facts: p(
      `Von ${b('{$stock.product}')} ({$stock.sku}) ist nichts mehr da. Nehmen Sie es aus dem Shop, oder bestellen Sie nach.`,
    ),
    place: PLACE.de,
    record: 'Bestand ansehen',
    shop: 'Im Shop ansehen',
  },
});

/** Words by a number: none of it, one, or more. */
const byCount = (name: string, none: string, one: string, more: string): string =>
  byNumber(name, { 0: none, one, '*': more });

const summary = brief(
  [
    { id: 'first', kind: 'text' },
    { id: 'orders', kind: 'orders', most: 20 },
    { id: 'rest', kind: 'text', size: 'small' },
    { id: 'waiting', kind: 'text' },
    { id: 'unpaid', kind: 'text' },
    { id: 'refunds', kind: 'text' },
    { id: 'record', kind: 'button', target: { variable: 'summary.recordUrl' } },
  ],
  {
    en: {
      subject: byCount(
        'summary.orders',
        'No new orders until {$summary.until :date}',
        '{$summary.orders} order until {$summary.until :date}',
        '{$summary.orders} orders until {$summary.until :date}',
      ),
      preheader: whether('summary.total', '{$summary.total}'),
      what: byCount('summary.orders', 'No new orders', '{$summary.orders} order', '{$summary.orders} orders'),
      facts: whether(
        'summary.total',
        p(
          `Since ${day('summary.from')}: ${b('{$summary.total}')}. Pieces: {$summary.pieces}. Cancelled since: {$summary.cancelled}.`,
        ),
        p(`Since ${day('summary.from')}.`),
      ),
      first: byPresence(['summary.firstNumber', 'summary.firstTotal'], {
        'present present': p('The first was {$summary.firstNumber}, {$summary.firstTotal :money}.'),
        '* *': '',
      }),
      rest: whether('summary.unlisted', p('Not listed: {$summary.unlisted}.')),
      waiting: byPresence(['summary.oldestNumber', 'summary.oldestPlacedAt'], {
        'present present': p(
          `To be sent: ${b('{$summary.toSend}')}. The oldest is {$summary.oldestNumber}, of ${day('summary.oldestPlacedAt')}.`,
        ),
        '* *': p('Nothing waits to be sent.'),
      }),
      unpaid: whether('summary.due', p(`Not paid yet: ${b('{$summary.unpaid}')}, {$summary.due}.`)),
      refunds: whether('summary.refunded', p('Refunds: {$summary.refunds}, {$summary.refunded}.')),
      record: 'See the orders',
    },
    de: {
      subject: byCount(
        'summary.orders',
        'Keine neuen Bestellungen bis {$summary.until :date}',
        '{$summary.orders} Bestellung bis {$summary.until :date}',
        '{$summary.orders} Bestellungen bis {$summary.until :date}',
      ),
      preheader: whether('summary.total', '{$summary.total}'),
      what: byCount(
        'summary.orders',
        'Keine neuen Bestellungen',
        '{$summary.orders} Bestellung',
        '{$summary.orders} Bestellungen',
      ),
      facts: whether(
        'summary.total',
        p(
          `Seit ${day('summary.from')}: ${b('{$summary.total}')}. Stück: {$summary.pieces}. Seither storniert: {$summary.cancelled}.`,
        ),
        p(`Seit ${day('summary.from')}.`),
      ),
      first: byPresence(['summary.firstNumber', 'summary.firstTotal'], {
        'present present': p('Die erste war {$summary.firstNumber}, {$summary.firstTotal :money}.'),
        '* *': '',
      }),
      rest: whether('summary.unlisted', p('Nicht aufgeführt: {$summary.unlisted}.')),
      waiting: byPresence(['summary.oldestNumber', 'summary.oldestPlacedAt'], {
        'present present': p(
          `Zu versenden: ${b('{$summary.toSend}')}. Die älteste ist {$summary.oldestNumber} vom ${day('summary.oldestPlacedAt')}.`,
        ),
        '* *': p('Nichts wartet auf den Versand.'),
      }),
      unpaid: whether('summary.due', p(`Noch nicht bezahlt: ${b('{$summary.unpaid}')}, {$summary.due}.`)),
      refunds: whether('summary.refunded', p('Erstattungen: {$summary.refunds}, {$summary.refunded}.')),
      record: 'Bestellungen ansehen',
    },
  },
);

export const RECKONED: readonly ShippedNotification[] = [
  {
    slug: 'stock-low',
    name: 'Stock low',
    moment: 'product.stock-low',
    audience: 'staff',
    on: true,
    template: stockLow,
  },
  {
    slug: 'out-of-stock',
    name: 'Out of stock',
    moment: 'product.stock-out',
    audience: 'staff',
    on: true,
    template: stockOut,
  },
  {
    slug: 'summary-of-orders',
    name: 'Summary of orders',
    moment: 'orders.summary',
    audience: 'staff',
    on: true,
    schedule: { row: [], ends: [], rhythm: MORNINGS },
    template: summary,
  },
];
