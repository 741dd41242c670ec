/** Stock that runs out, and summaries of orders, in French. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const PLACE = whether('stock.location', p('Lieu : {$stock.location}'));
const PRODUCT = b('{$stock.product}');
const LEFT = b('{$stock.left}');
const BUTTONS: Segments = { record: 'Voir le stock', shop: 'Le voir dans la boutique' };

export const RECKONED: Record<string, Segments> = {
  'stock-low': {
    subject: 'Stock bas : {$stock.product}',
    preheader: 'Reste : {$stock.left}',
    what: 'À recommander : {$stock.product}',
    facts: whether(
      'stock.lowAt',
      p(`${PRODUCT} ({$stock.sku}). Reste : ${LEFT}. Bas à partir de : {$stock.lowAt}.`),
      p(`${PRODUCT} ({$stock.sku}). Reste : ${LEFT}.`),
    ),
    place: PLACE,
    ...BUTTONS,
  },
  'out-of-stock': {
    subject: 'Rupture de stock : {$stock.product}',
    preheader: '{$stock.sku}',
    what: 'Rupture de stock : {$stock.product}',
    facts: p(`Il ne reste rien de ${PRODUCT} ({$stock.sku}). Retirez-le de la boutique, ou recommandez-en.`),
    place: PLACE,
    ...BUTTONS,
  },
  'summary-of-orders': {
    subject: byNumber('summary.orders', {
      0: 'Aucune nouvelle commande jusqu’au {$summary.until :date}',
      one: '{$summary.orders} commande jusqu’au {$summary.until :date}',
      '*': '{$summary.orders} commandes jusqu’au {$summary.until :date}',
    }),
    preheader: whether('summary.total', '{$summary.total}'),
    what: byNumber('summary.orders', {
      0: 'Aucune nouvelle commande',
      one: '{$summary.orders} commande',
      '*': '{$summary.orders} commandes',
    }),
    facts: whether(
      'summary.total',
      p(
        `Depuis le ${day('summary.from')} : ${b('{$summary.total}')}. Pièces : {$summary.pieces}. Annulées depuis : {$summary.cancelled}.`,
      ),
      p(`Depuis le ${day('summary.from')}.`),
    ),
    first: byPresence(['summary.firstNumber', 'summary.firstTotal'], {
      'present present': p('La première : {$summary.firstNumber}, {$summary.firstTotal :money}.'),
      '* *': '',
    }),
    rest: whether('summary.unlisted', p('Non affichées : {$summary.unlisted}.')),
    waiting: byPresence(['summary.oldestNumber', 'summary.oldestPlacedAt'], {
      'present present': p(
        `À expédier : ${b('{$summary.toSend}')}. La plus ancienne : {$summary.oldestNumber}, du ${day('summary.oldestPlacedAt')}.`,
      ),
      '* *': p('Rien n’attend d’être expédié.'),
    }),
    unpaid: whether('summary.due', p(`Pas encore payées : ${b('{$summary.unpaid}')}, {$summary.due}.`)),
    refunds: whether('summary.refunded', p('Remboursements : {$summary.refunds}, {$summary.refunded}.')),
    record: 'Voir les commandes',
  },
};
