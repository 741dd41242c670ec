/** What most messages say alike, in Dutch. */
import type { Segments } from '../../template/schema';
import { day, p, whether } from '../sentences';

export const CUSTOMER: Segments = {
  greet: whether('customer.firstName', p('Hallo {$customer.firstName},'), p('Hallo,')),
  help: 'Heb je een vraag? Beantwoord dit bericht of schrijf naar {$store.email}.',
};

export const STAFF: Segments = {
  note: whether('order.note', p('{#b}Opmerking van de klant:{/b} {$order.note}')),
  record: 'Bestelling openen',
  shop: 'In de winkel openen',
};

export const DISPATCH = whether(
  'order.expectedDispatch',
  p(`We verwachten de bestelling te verzenden op ${day('order.expectedDispatch')}. Je hoort het als het zover is.`),
);
