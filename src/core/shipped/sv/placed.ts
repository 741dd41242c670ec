/** When an order is placed, in Swedish. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const TOTAL = `Summan är ${b('{$order.total :money}')}.`;

export const PLACED: Record<string, Segments> = {
  'order-received': {
    subject: 'Vi har din beställning {$order.number}',
    preheader: byNumber('order.itemCount', {
      one: 'En vara, {$order.total :money}. Allt om den i korthet.',
      '*': '{$order.itemCount} varor, {$order.total :money}. Allt om dem i korthet.',
    }),
    thanks: whether('customer.firstName', 'Tack, {$customer.firstName}', 'Tack för din beställning'),
    next: byNumber('order.itemCount', {
      one: p(`Vi har din beställning: {$order.firstItem}. ${TOTAL}`),
      '*': p(`Vi har din beställning på {$order.itemCount} varor. ${TOTAL}`),
    }),
    open: byPresence(['order.amountDue', 'payment.iban'], {
      'present present': p(
        `Betala ${b('{$order.amountDue :money}')} till kontot nedan, med den betalningsreferens som står där.`,
      ),
      'present *': p(`Kvar att betala: ${b('{$order.amountDue :money}')}.`),
      '* *': '',
    }),
    dispatch: DISPATCH,
    follow: 'Följ din beställning',
    help: 'Är det något som inte stämmer? Svara på det här meddelandet eller skriv till {$store.email}.',
  },
  'order-received~guests': {
    follow: 'Följ din beställning, utan konto',
    help: 'Spara det här meddelandet: knappen leder till din beställning utan lösenord. Är det något som inte stämmer? Svara på det eller skriv till {$store.email}.',
  },
  'order-received~trade': {
    subject: 'Beställning {$order.number} är bokad: {$order.total :money}',
    preheader: whether(
      'order.expectedDispatch',
      `Planerad att skickas ${day('order.expectedDispatch')}.`,
      'Kontrollera antalen.',
    ),
    thanks: 'Din beställning {$order.number} är bokad',
    next: p(`Tack för din beställning. ${TOTAL} Kontrollera antalen och meddela ändringar innan den skickas.`),
    dispatch: whether('order.expectedDispatch', p(`Den ska skickas ${b(day('order.expectedDispatch'))}.`)),
    help: 'Har du en fråga? Svara på det här meddelandet eller skriv till {$store.email}.',
  },
  'new-order': {
    subject: 'Ny beställning {$order.number}: {$order.total :money}',
    preheader: whether('customer.fullName', '{$customer.fullName}, {$order.channel}', 'En gäst, {$order.channel}'),
    what: '{$order.number}, {$order.total :money}',
    facts: byPresence(['customer.fullName', 'order.expectedDispatch'], {
      'present present': p(
        `${b('{$customer.fullName}')} beställde via {$order.channel} ${day('order.placedAt')}. Skicka senast ${day('order.expectedDispatch')}.`,
      ),
      'present *': p(`${b('{$customer.fullName}')} beställde via {$order.channel} ${day('order.placedAt')}.`),
      '* present': p(
        `En gäst beställde via {$order.channel} ${day('order.placedAt')}. Skicka senast ${day('order.expectedDispatch')}.`,
      ),
      '* *': p(`En gäst beställde via {$order.channel} ${day('order.placedAt')}.`),
    }),
    open: whether('order.amountDue', p(`Inte betalt än: ${b('{$order.amountDue :money}')}.`)),
  },
};
