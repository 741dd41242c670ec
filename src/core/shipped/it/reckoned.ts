/** Stock that runs out, and summaries of orders, in Italian. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const PLACE = whether('stock.location', p('Luogo: {$stock.location}'));
const PRODUCT = b('{$stock.product}');
const LEFT = b('{$stock.left}');
const BUTTONS: Segments = { record: 'Vedi le scorte', shop: 'Vedilo nel negozio' };

export const RECKONED: Record<string, Segments> = {
  'stock-low': {
    subject: 'Scorte basse: {$stock.product}',
    preheader: 'Rimasti: {$stock.left}',
    what: 'Riordinare: {$stock.product}',
    facts: whether(
      'stock.lowAt',
      p(`${PRODUCT} ({$stock.sku}). Rimasti: ${LEFT}. Basso da: {$stock.lowAt}.`),
      p(`${PRODUCT} ({$stock.sku}). Rimasti: ${LEFT}.`),
    ),
    place: PLACE,
    ...BUTTONS,
  },
  'out-of-stock': {
    subject: 'Esaurito: {$stock.product}',
    preheader: '{$stock.sku}',
    what: 'Esaurito: {$stock.product}',
    facts: p(`Non è rimasto nulla di ${PRODUCT} ({$stock.sku}). Toglilo dal negozio o riordinalo.`),
    place: PLACE,
    ...BUTTONS,
  },
  'summary-of-orders': {
    subject: byNumber('summary.orders', {
      0: 'Nessun nuovo ordine fino al {$summary.until :date}',
      one: '{$summary.orders} ordine fino al {$summary.until :date}',
      '*': '{$summary.orders} ordini fino al {$summary.until :date}',
    }),
    preheader: whether('summary.total', '{$summary.total}'),
    what: byNumber('summary.orders', {
      0: 'Nessun nuovo ordine',
      one: '{$summary.orders} ordine',
      '*': '{$summary.orders} ordini',
    }),
    facts: whether(
      'summary.total',
      p(
        `Da ${day('summary.from')}: ${b('{$summary.total}')}. Pezzi: {$summary.pieces}. Annullati da allora: {$summary.cancelled}.`,
      ),
      p(`Da ${day('summary.from')}.`),
    ),
    first: byPresence(['summary.firstNumber', 'summary.firstTotal'], {
      'present present': p('Il primo: {$summary.firstNumber}, {$summary.firstTotal :money}.'),
      '* *': '',
    }),
    rest: whether('summary.unlisted', p('Non elencati: {$summary.unlisted}.')),
    waiting: byPresence(['summary.oldestNumber', 'summary.oldestPlacedAt'], {
      'present present': p(
        `Da spedire: ${b('{$summary.toSend}')}. Il più vecchio: {$summary.oldestNumber} (${day('summary.oldestPlacedAt')}).`,
      ),
      '* *': p('Nulla è in attesa di spedizione.'),
    }),
    unpaid: whether('summary.due', p(`Non ancora pagati: ${b('{$summary.unpaid}')}, {$summary.due}.`)),
    refunds: whether('summary.refunded', p('Rimborsi: {$summary.refunds}, {$summary.refunded}.')),
    record: 'Vedi gli ordini',
  },
};
