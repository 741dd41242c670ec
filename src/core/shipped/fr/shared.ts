/** What most messages say alike, in French. */
import type { Segments } from '../../template/schema';
import { day, p, whether } from '../sentences';

export const CUSTOMER: Segments = {
  greet: whether('customer.firstName', p('Bonjour {$customer.firstName},'), p('Bonjour,')),
  help: 'Avez-vous une question ? Répondez à ce message ou écrivez à {$store.email}.',
};

export const STAFF: Segments = {
  note: whether('order.note', p('{#b}Note du client :{/b} {$order.note}')),
  record: 'Ouvrir la commande',
  shop: 'L’ouvrir dans la boutique',
};

export const DISPATCH = whether(
  'order.expectedDispatch',
  p(`L’expédition est prévue le ${day('order.expectedDispatch')}. Nous vous écrirons à ce moment-là.`),
);
