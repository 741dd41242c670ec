/** Stock that runs out, and summaries of orders, in Dutch. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const PLACE = whether('stock.location', p('Plaats: {$stock.location}'));
const PRODUCT = b('{$stock.product}');
const LEFT = b('{$stock.left}');
const BUTTONS: Segments = { record: 'Voorraad bekijken', shop: 'In de winkel bekijken' };

export const RECKONED: Record<string, Segments> = {
  'stock-low': {
    subject: 'Voorraad laag: {$stock.product}',
    preheader: 'Nog over: {$stock.left}',
    what: 'Bijbestellen: {$stock.product}',
    facts: whether(
      'stock.lowAt',
      p(`${PRODUCT} ({$stock.sku}). Nog over: ${LEFT}. Laag vanaf: {$stock.lowAt}.`),
      p(`${PRODUCT} ({$stock.sku}). Nog over: ${LEFT}.`),
    ),
    place: PLACE,
    ...BUTTONS,
  },
  'out-of-stock': {
    subject: 'Uitverkocht: {$stock.product}',
    preheader: '{$stock.sku}',
    what: 'Uitverkocht: {$stock.product}',
    facts: p(`Van ${PRODUCT} ({$stock.sku}) is niets meer over. Haal het uit de winkel of bestel bij.`),
    place: PLACE,
    ...BUTTONS,
  },
  'summary-of-orders': {
    subject: byNumber('summary.orders', {
      0: 'Geen nieuwe bestellingen tot {$summary.until :date}',
      one: '{$summary.orders} bestelling tot {$summary.until :date}',
      '*': '{$summary.orders} bestellingen tot {$summary.until :date}',
    }),
    preheader: whether('summary.total', '{$summary.total}'),
    what: byNumber('summary.orders', {
      0: 'Geen nieuwe bestellingen',
      one: '{$summary.orders} bestelling',
      '*': '{$summary.orders} bestellingen',
    }),
    facts: whether(
      'summary.total',
      p(
        `Sinds ${day('summary.from')}: ${b('{$summary.total}')}. Stuks: {$summary.pieces}. Sindsdien geannuleerd: {$summary.cancelled}.`,
      ),
      p(`Sinds ${day('summary.from')}.`),
    ),
    first: byPresence(['summary.firstNumber', 'summary.firstTotal'], {
      'present present': p('De eerste was {$summary.firstNumber}, {$summary.firstTotal :money}.'),
      '* *': '',
    }),
    rest: whether('summary.unlisted', p('Niet vermeld: {$summary.unlisted}.')),
    waiting: byPresence(['summary.oldestNumber', 'summary.oldestPlacedAt'], {
      'present present': p(
        `Te verzenden: ${b('{$summary.toSend}')}. De oudste is {$summary.oldestNumber} van ${day('summary.oldestPlacedAt')}.`,
      ),
      '* *': p('Er wacht niets op verzending.'),
    }),
    unpaid: whether('summary.due', p(`Nog niet betaald: ${b('{$summary.unpaid}')}, {$summary.due}.`)),
    refunds: whether('summary.refunded', p('Terugbetalingen: {$summary.refunds}, {$summary.refunded}.')),
    record: 'Bestellingen bekijken',
  },
};
