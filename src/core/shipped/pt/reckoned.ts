/** Stock that runs out, and summaries of orders, in Portuguese. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const PLACE = whether('stock.location', p('Local: {$stock.location}'));
const PRODUCT = b('{$stock.product}');
const LEFT = b('{$stock.left}');
const BUTTONS: Segments = { record: 'Ver o estoque', shop: 'Ver na loja' };

export const RECKONED: Record<string, Segments> = {
  'stock-low': {
    subject: 'Estoque baixo: {$stock.product}',
    preheader: 'Restam: {$stock.left}',
    what: 'Repor: {$stock.product}',
    facts: whether(
      'stock.lowAt',
      p(`${PRODUCT} ({$stock.sku}). Restam: ${LEFT}. Baixo a partir de: {$stock.lowAt}.`),
      p(`${PRODUCT} ({$stock.sku}). Restam: ${LEFT}.`),
    ),
    place: PLACE,
    ...BUTTONS,
  },
  'out-of-stock': {
    subject: 'Esgotado: {$stock.product}',
    preheader: '{$stock.sku}',
    what: 'Esgotado: {$stock.product}',
    facts: p(`Não resta nada de ${PRODUCT} ({$stock.sku}). Retire da loja ou reponha.`),
    place: PLACE,
    ...BUTTONS,
  },
  'summary-of-orders': {
    subject: byNumber('summary.orders', {
      0: 'Nenhum pedido novo até {$summary.until :date}',
      one: '{$summary.orders} pedido até {$summary.until :date}',
      '*': '{$summary.orders} pedidos até {$summary.until :date}',
    }),
    preheader: whether('summary.total', '{$summary.total}'),
    what: byNumber('summary.orders', {
      0: 'Nenhum pedido novo',
      one: '{$summary.orders} pedido',
      '*': '{$summary.orders} pedidos',
    }),
    facts: whether(
      'summary.total',
      p(
        `Desde ${day('summary.from')}: ${b('{$summary.total}')}. Peças: {$summary.pieces}. Cancelados desde então: {$summary.cancelled}.`,
      ),
      p(`Desde ${day('summary.from')}.`),
    ),
    first: byPresence(['summary.firstNumber', 'summary.firstTotal'], {
      'present present': p('O primeiro: {$summary.firstNumber}, {$summary.firstTotal :money}.'),
      '* *': '',
    }),
    rest: whether('summary.unlisted', p('Não listados: {$summary.unlisted}.')),
    waiting: byPresence(['summary.oldestNumber', 'summary.oldestPlacedAt'], {
      'present present': p(
        `A enviar: ${b('{$summary.toSend}')}. O mais antigo: {$summary.oldestNumber} (${day('summary.oldestPlacedAt')}).`,
      ),
      '* *': p('Nada espera para ser enviado.'),
    }),
    unpaid: whether('summary.due', p(`Ainda não pagos: ${b('{$summary.unpaid}')}, {$summary.due}.`)),
    refunds: whether('summary.refunded', p('Reembolsos: {$summary.refunds}, {$summary.refunded}.')),
    record: 'Ver os pedidos',
  },
};
