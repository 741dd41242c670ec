/** What most messages say alike, in Italian. */
import type { Segments } from '../../template/schema';
import { day, p, whether } from '../sentences';

export const CUSTOMER: Segments = {
  greet: whether('customer.firstName', p('Ciao {$customer.firstName},'), p('Ciao,')),
  help: 'Hai una domanda? Rispondi a questo messaggio o scrivi a {$store.email}.',
};

export const STAFF: Segments = {
  note: whether('order.note', p('{#b}Nota del cliente:{/b} {$order.note}')),
  record: 'Apri l’ordine',
  shop: 'Aprilo nel negozio',
};

export const DISPATCH = whether(
  'order.expectedDispatch',
  p(`La spedizione è prevista per ${day('order.expectedDispatch')}. Ti scriveremo di nuovo quando parte.`),
);
