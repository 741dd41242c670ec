/** What most messages say alike, in Polish. */
import type { Segments } from '../../template/schema';
import { day, p, whether } from '../sentences';

export const CUSTOMER: Segments = {
  greet: whether('customer.firstName', p('Dzień dobry, {$customer.firstName},'), p('Dzień dobry,')),
  help: 'Masz pytanie? Odpowiedz na tę wiadomość lub napisz na adres {$store.email}.',
};

export const STAFF: Segments = {
  note: whether('order.note', p('{#b}Uwaga od klienta:{/b} {$order.note}')),
  record: 'Otwórz zamówienie',
  shop: 'Otwórz w sklepie',
};

export const DISPATCH = whether(
  'order.expectedDispatch',
  p(`Przewidywana data wysyłki: ${day('order.expectedDispatch')}. Napiszemy ponownie, gdy paczka wyruszy.`),
);
