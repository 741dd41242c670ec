/** Stock that runs out, and summaries of orders, in Swedish. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const PLACE = whether('stock.location', p('Plats: {$stock.location}'));
const PRODUCT = b('{$stock.product}');
const LEFT = b('{$stock.left}');
const BUTTONS: Segments = { record: 'Se lagret', shop: 'Se den i butiken' };

export const RECKONED: Record<string, Segments> = {
  'stock-low': {
    subject: 'Lågt lager: {$stock.product}',
    preheader: 'Kvar: {$stock.left}',
    what: 'Beställ mer: {$stock.product}',
    facts: whether(
      'stock.lowAt',
      p(`${PRODUCT} ({$stock.sku}). Kvar: ${LEFT}. Lågt från: {$stock.lowAt}.`),
      p(`${PRODUCT} ({$stock.sku}). Kvar: ${LEFT}.`),
    ),
    place: PLACE,
    ...BUTTONS,
  },
  'out-of-stock': {
    subject: 'Slut i lager: {$stock.product}',
    preheader: '{$stock.sku}',
    what: 'Slut i lager: {$stock.product}',
    facts: p(`Det finns inget kvar av ${PRODUCT} ({$stock.sku}). Ta bort den ur butiken eller beställ mer.`),
    place: PLACE,
    ...BUTTONS,
  },
  'summary-of-orders': {
    subject: byNumber('summary.orders', {
      0: 'Inga nya beställningar till {$summary.until :date}',
      one: '{$summary.orders} beställning till {$summary.until :date}',
      '*': '{$summary.orders} beställningar till {$summary.until :date}',
    }),
    preheader: whether('summary.total', '{$summary.total}'),
    what: byNumber('summary.orders', {
      0: 'Inga nya beställningar',
      one: '{$summary.orders} beställning',
      '*': '{$summary.orders} beställningar',
    }),
    facts: whether(
      'summary.total',
      p(
        `Sedan ${day('summary.from')}: ${b('{$summary.total}')}. Antal: {$summary.pieces}. Avbeställda sedan dess: {$summary.cancelled}.`,
      ),
      p(`Sedan ${day('summary.from')}.`),
    ),
    first: byPresence(['summary.firstNumber', 'summary.firstTotal'], {
      'present present': p('Den första: {$summary.firstNumber}, {$summary.firstTotal :money}.'),
      '* *': '',
    }),
    rest: whether('summary.unlisted', p('Visas inte: {$summary.unlisted}.')),
    waiting: byPresence(['summary.oldestNumber', 'summary.oldestPlacedAt'], {
      'present present': p(
        `Att skicka: ${b('{$summary.toSend}')}. Den äldsta är {$summary.oldestNumber} från ${day('summary.oldestPlacedAt')}.`,
      ),
      '* *': p('Inget väntar på att skickas.'),
    }),
    unpaid: whether('summary.due', p(`Inte betalda än: ${b('{$summary.unpaid}')}, {$summary.due}.`)),
    refunds: whether('summary.refunded', p('Återbetalningar: {$summary.refunds}, {$summary.refunded}.')),
    record: 'Se beställningarna',
  },
};
