/** What most messages say alike, in Spanish. */
import type { Segments } from '../../template/schema';
import { day, p, whether } from '../sentences';

export const CUSTOMER: Segments = {
  greet: whether('customer.firstName', p('Hola, {$customer.firstName}:'), p('Hola:')),
  help: '¿Tienes alguna pregunta? Responde a este mensaje o escribe a {$store.email}.',
};

export const STAFF: Segments = {
  note: whether('order.note', p('{#b}Nota del cliente:{/b} {$order.note}')),
  record: 'Abrir el pedido',
  shop: 'Abrirlo en la tienda',
};

export const DISPATCH = whether(
  'order.expectedDispatch',
  p(`Prevemos enviarlo el ${day('order.expectedDispatch')}. Te escribiremos de nuevo cuando salga.`),
);
