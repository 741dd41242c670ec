/** Stock that runs out, and summaries of orders, in Polish. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const PLACE = whether('stock.location', p('Miejsce: {$stock.location}'));
const PRODUCT = b('{$stock.product}');
const LEFT = b('{$stock.left}');
const BUTTONS: Segments = { record: 'Zobacz stan', shop: 'Zobacz w sklepie' };

export const RECKONED: Record<string, Segments> = {
  'stock-low': {
    subject: 'Niski stan: {$stock.product}',
    preheader: 'Zostało: {$stock.left}',
    what: 'Domówić: {$stock.product}',
    facts: whether(
      'stock.lowAt',
      p(`${PRODUCT} ({$stock.sku}). Zostało: ${LEFT}. Niski stan od: {$stock.lowAt}.`),
      p(`${PRODUCT} ({$stock.sku}). Zostało: ${LEFT}.`),
    ),
    place: PLACE,
    ...BUTTONS,
  },
  'out-of-stock': {
    subject: 'Brak na stanie: {$stock.product}',
    preheader: '{$stock.sku}',
    what: 'Brak na stanie: {$stock.product}',
    facts: p(`Brak na stanie: ${PRODUCT} ({$stock.sku}). Zdjąć ze sklepu albo domówić.`),
    place: PLACE,
    ...BUTTONS,
  },
  'summary-of-orders': {
    subject: byNumber('summary.orders', {
      0: 'Brak nowych zamówień do {$summary.until :date}',
      one: '{$summary.orders} zamówienie do {$summary.until :date}',
      few: '{$summary.orders} zamówienia do {$summary.until :date}',
      many: '{$summary.orders} zamówień do {$summary.until :date}',
      '*': '{$summary.orders} zamówienia do {$summary.until :date}',
    }),
    preheader: whether('summary.total', '{$summary.total}'),
    what: byNumber('summary.orders', {
      0: 'Brak nowych zamówień',
      one: '{$summary.orders} zamówienie',
      few: '{$summary.orders} zamówienia',
      many: '{$summary.orders} zamówień',
      '*': '{$summary.orders} zamówienia',
    }),
    facts: whether(
      'summary.total',
      p(
        `Od: ${day('summary.from')}. Razem: ${b('{$summary.total}')}. Sztuk: {$summary.pieces}. Anulowano od tego czasu: {$summary.cancelled}.`,
      ),
      p(`Od: ${day('summary.from')}.`),
    ),
    first: byPresence(['summary.firstNumber', 'summary.firstTotal'], {
      'present present': p('Pierwsze: {$summary.firstNumber}, {$summary.firstTotal :money}.'),
      '* *': '',
    }),
    rest: whether('summary.unlisted', p('Nie pokazano: {$summary.unlisted}.')),
    waiting: byPresence(['summary.oldestNumber', 'summary.oldestPlacedAt'], {
      'present present': p(
        `Do wysłania: ${b('{$summary.toSend}')}. Najstarsze: {$summary.oldestNumber} (${day('summary.oldestPlacedAt')}).`,
      ),
      '* *': p('Nic nie czeka na wysłanie.'),
    }),
    unpaid: whether('summary.due', p(`Jeszcze nieopłacone: ${b('{$summary.unpaid}')}, {$summary.due}.`)),
    refunds: whether('summary.refunded', p('Zwroty: {$summary.refunds}, {$summary.refunded}.')),
    record: 'Zobacz zamówienia',
  },
};
