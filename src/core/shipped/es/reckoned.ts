/** Stock that runs out, and summaries of orders, in Spanish. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const PLACE = whether('stock.location', p('Lugar: {$stock.location}'));
const PRODUCT = b('{$stock.product}');
const LEFT = b('{$stock.left}');
const BUTTONS: Segments = { record: 'Ver el stock', shop: 'Verlo en la tienda' };

export const RECKONED: Record<string, Segments> = {
  'stock-low': {
    subject: 'Poco stock: {$stock.product}',
    preheader: 'Quedan: {$stock.left}',
    what: 'Pedir más: {$stock.product}',
    facts: whether(
      'stock.lowAt',
      p(`${PRODUCT} ({$stock.sku}). Quedan: ${LEFT}. Poco a partir de: {$stock.lowAt}.`),
      p(`${PRODUCT} ({$stock.sku}). Quedan: ${LEFT}.`),
    ),
    place: PLACE,
    ...BUTTONS,
  },
  'out-of-stock': {
    subject: 'Agotado: {$stock.product}',
    preheader: '{$stock.sku}',
    what: 'Agotado: {$stock.product}',
    facts: p(`No queda nada de ${PRODUCT} ({$stock.sku}). Retíralo de la tienda o pide más.`),
    place: PLACE,
    ...BUTTONS,
  },
  'summary-of-orders': {
    subject: byNumber('summary.orders', {
      0: 'Ningún pedido nuevo hasta el {$summary.until :date}',
      one: '{$summary.orders} pedido hasta el {$summary.until :date}',
      '*': '{$summary.orders} pedidos hasta el {$summary.until :date}',
    }),
    preheader: whether('summary.total', '{$summary.total}'),
    what: byNumber('summary.orders', {
      0: 'Ningún pedido nuevo',
      one: '{$summary.orders} pedido',
      '*': '{$summary.orders} pedidos',
    }),
    facts: whether(
      'summary.total',
      p(
        `Desde el ${day('summary.from')}: ${b('{$summary.total}')}. Piezas: {$summary.pieces}. Cancelados desde entonces: {$summary.cancelled}.`,
      ),
      p(`Desde el ${day('summary.from')}.`),
    ),
    first: byPresence(['summary.firstNumber', 'summary.firstTotal'], {
      'present present': p('El primero: {$summary.firstNumber}, {$summary.firstTotal :money}.'),
      '* *': '',
    }),
    rest: whether('summary.unlisted', p('No se muestran: {$summary.unlisted}.')),
    waiting: byPresence(['summary.oldestNumber', 'summary.oldestPlacedAt'], {
      'present present': p(
        `Por enviar: ${b('{$summary.toSend}')}. El más antiguo: {$summary.oldestNumber}, del ${day('summary.oldestPlacedAt')}.`,
      ),
      '* *': p('No hay nada por enviar.'),
    }),
    unpaid: whether('summary.due', p(`Aún sin pagar: ${b('{$summary.unpaid}')}, {$summary.due}.`)),
    refunds: whether('summary.refunded', p('Reembolsos: {$summary.refunds}, {$summary.refunded}.')),
    record: 'Ver los pedidos',
  },
};
