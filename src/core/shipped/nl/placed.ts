/** When an order is placed, in Dutch. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const TOTAL = `Het bedrag is ${b('{$order.total :money}')}.`;

export const PLACED: Record<string, Segments> = {
  'order-received': {
    subject: 'We hebben je bestelling {$order.number}',
    preheader: byNumber('order.itemCount', {
      one: 'Eén artikel, {$order.total :money}. Alles in één oogopslag.',
      '*': '{$order.itemCount} artikelen, {$order.total :money}. Alles in één oogopslag.',
    }),
    thanks: whether('customer.firstName', 'Bedankt, {$customer.firstName}', 'Bedankt voor je bestelling'),
    next: byNumber('order.itemCount', {
      one: p(`We hebben je bestelling: {$order.firstItem}. ${TOTAL}`),
      '*': p(`We hebben je bestelling van {$order.itemCount} artikelen. ${TOTAL}`),
    }),
    open: byPresence(['order.amountDue', 'payment.iban'], {
      'present present': p(
        `Maak ${b('{$order.amountDue :money}')} over naar de rekening hieronder, met het betalingskenmerk dat daar staat.`,
      ),
      'present *': p(`Nog te betalen: ${b('{$order.amountDue :money}')}.`),
      '* *': '',
    }),
    dispatch: DISPATCH,
    follow: 'Je bestelling volgen',
    help: 'Klopt er iets niet? Beantwoord dit bericht of schrijf naar {$store.email}.',
  },
  'order-received~guests': {
    follow: 'Je bestelling volgen, zonder account',
    help: 'Bewaar dit bericht: de knop leidt zonder wachtwoord naar je bestelling. Klopt er iets niet? Beantwoord het of schrijf naar {$store.email}.',
  },
  'order-received~trade': {
    subject: 'Bestelling {$order.number} is geboekt: {$order.total :money}',
    preheader: whether(
      'order.expectedDispatch',
      `Verzending gepland op ${day('order.expectedDispatch')}.`,
      'Controleer de aantallen.',
    ),
    thanks: 'Je bestelling {$order.number} is geboekt',
    next: p(
      `Bedankt voor je bestelling. ${TOTAL} Controleer de aantallen en geef wijzigingen door vóór de verzending.`,
    ),
    dispatch: whether('order.expectedDispatch', p(`De verzending is gepland op ${b(day('order.expectedDispatch'))}.`)),
    help: 'Heb je een vraag? Beantwoord dit bericht of schrijf naar {$store.email}.',
  },
  'new-order': {
    subject: 'Nieuwe bestelling {$order.number}: {$order.total :money}',
    preheader: whether('customer.fullName', '{$customer.fullName}, {$order.channel}', 'Een gast, {$order.channel}'),
    what: '{$order.number}, {$order.total :money}',
    facts: byPresence(['customer.fullName', 'order.expectedDispatch'], {
      'present present': p(
        `${b('{$customer.fullName}')} heeft besteld via {$order.channel} op ${day('order.placedAt')}. Verzenden vóór ${day('order.expectedDispatch')}.`,
      ),
      'present *': p(`${b('{$customer.fullName}')} heeft besteld via {$order.channel} op ${day('order.placedAt')}.`),
      '* present': p(
        `Een gast heeft besteld via {$order.channel} op ${day('order.placedAt')}. Verzenden vóór ${day('order.expectedDispatch')}.`,
      ),
      '* *': p(`Een gast heeft besteld via {$order.channel} op ${day('order.placedAt')}.`),
    }),
    open: whether('order.amountDue', p(`Nog niet betaald: ${b('{$order.amountDue :money}')}.`)),
  },
};
