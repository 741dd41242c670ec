/** What most messages say alike, in Portuguese. */
import type { Segments } from '../../template/schema';
import { day, p, whether } from '../sentences';

export const CUSTOMER: Segments = {
  greet: whether('customer.firstName', p('Olá, {$customer.firstName},'), p('Olá,')),
  help: 'Tem alguma dúvida? Responda a esta mensagem ou escreva para {$store.email}.',
};

export const STAFF: Segments = {
  note: whether('order.note', p('{#b}Nota do cliente:{/b} {$order.note}')),
  record: 'Abrir o pedido',
  shop: 'Abrir na loja',
};

export const DISPATCH = whether(
  'order.expectedDispatch',
  p(`O envio está previsto para ${day('order.expectedDispatch')}. Avisaremos quando o pedido sair.`),
);
