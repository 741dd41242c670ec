/** When an order is placed, in Italian. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const TOTAL = `Importo: ${b('{$order.total :money}')}.`;

export const PLACED: Record<string, Segments> = {
  'order-received': {
    subject: 'Abbiamo ricevuto il tuo ordine {$order.number}',
    preheader: byNumber('order.itemCount', {
      one: 'Un articolo, {$order.total :money}. Tutti i dettagli in breve.',
      '*': '{$order.itemCount} articoli, {$order.total :money}. Tutti i dettagli in breve.',
    }),
    thanks: whether('customer.firstName', 'Grazie, {$customer.firstName}', 'Grazie per il tuo ordine'),
    next: byNumber('order.itemCount', {
      one: p(`Abbiamo ricevuto il tuo ordine: {$order.firstItem}. ${TOTAL}`),
      '*': p(`Abbiamo ricevuto il tuo ordine di {$order.itemCount} articoli. ${TOTAL}`),
    }),
    open: byPresence(['order.amountDue', 'payment.iban'], {
      'present present': p(
        `Ti chiediamo di versare ${b('{$order.amountDue :money}')} sul conto qui sotto, con la causale che vi è indicata.`,
      ),
      'present *': p(`Resta da pagare: ${b('{$order.amountDue :money}')}.`),
      '* *': '',
    }),
    dispatch: DISPATCH,
    follow: 'Segui il tuo ordine',
    help: 'Qualcosa non va? Rispondi a questo messaggio o scrivi a {$store.email}.',
  },
  'order-received~guests': {
    follow: 'Segui il tuo ordine, senza account',
    help: 'Conserva questo messaggio: il suo pulsante porta al tuo ordine senza password. Qualcosa non va? Rispondi o scrivi a {$store.email}.',
  },
  'order-received~trade': {
    subject: 'Ordine {$order.number} registrato: {$order.total :money}',
    preheader: whether(
      'order.expectedDispatch',
      `Spedizione prevista per ${day('order.expectedDispatch')}.`,
      'Controlla le quantità, per favore.',
    ),
    thanks: 'Il tuo ordine {$order.number} è registrato',
    next: p(
      `Grazie per il tuo ordine. ${TOTAL} Controlla le quantità, per favore, e comunicaci eventuali modifiche prima della spedizione.`,
    ),
    dispatch: whether('order.expectedDispatch', p(`La spedizione è prevista per ${b(day('order.expectedDispatch'))}.`)),
    help: 'Hai una domanda? Rispondi a questo messaggio o scrivi a {$store.email}.',
  },
  'new-order': {
    subject: 'Nuovo ordine {$order.number}: {$order.total :money}',
    preheader: whether(
      'customer.fullName',
      '{$customer.fullName}, {$order.channel}',
      'Senza account, {$order.channel}',
    ),
    what: '{$order.number}, {$order.total :money}',
    facts: byPresence(['customer.fullName', 'order.expectedDispatch'], {
      'present present': p(
        `Ordine di ${b('{$customer.fullName}')} ({$order.channel}), ${day('order.placedAt')}. Da spedire entro ${day('order.expectedDispatch')}.`,
      ),
      'present *': p(`Ordine di ${b('{$customer.fullName}')} ({$order.channel}), ${day('order.placedAt')}.`),
      '* present': p(
        `Ordine senza account ({$order.channel}), ${day('order.placedAt')}. Da spedire entro ${day('order.expectedDispatch')}.`,
      ),
      '* *': p(`Ordine senza account ({$order.channel}), ${day('order.placedAt')}.`),
    }),
    open: whether('order.amountDue', p(`Non ancora pagato: ${b('{$order.amountDue :money}')}.`)),
  },
};
