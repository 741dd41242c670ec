/** What most messages say alike, in Swedish. */
import type { Segments } from '../../template/schema';
import { day, p, whether } from '../sentences';

export const CUSTOMER: Segments = {
  greet: whether('customer.firstName', p('Hej {$customer.firstName},'), p('Hej,')),
  help: 'Har du en fråga? Svara på det här meddelandet eller skriv till {$store.email}.',
};

export const STAFF: Segments = {
  note: whether('order.note', p('{#b}Meddelande från kunden:{/b} {$order.note}')),
  record: 'Öppna beställningen',
  shop: 'Öppna i butiken',
};

export const DISPATCH = whether(
  'order.expectedDispatch',
  p(`Vi räknar med att skicka den ${day('order.expectedDispatch')}. Vi skriver igen när den går.`),
);
