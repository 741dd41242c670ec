/** Payments, invoices and refunds, in Italian. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const DUE = b('{$order.amountDue :money}');
const REFUND = b('{$refund.amount :money}');
const PAY = 'Paga {$order.amountDue :money}';

export const MONEY: Record<string, Segments> = {
  'refund-issued': {
    subject: 'Rimborso di {$refund.amount :money}',
    preheader: 'Per l’ordine {$order.number}.',
    head: 'Abbiamo rimborsato {$refund.amount :money}',
    say: whether(
      'refund.issuedAt',
      p(
        `Ti abbiamo rimborsato ${REFUND} (${day('refund.issuedAt')}). A seconda della tua banca, possono volerci alcuni giorni prima che arrivi.`,
      ),
      p(`Ti abbiamo rimborsato ${REFUND}. A seconda della tua banca, possono volerci alcuni giorni prima che arrivi.`),
    ),
    what: p('Con questo è rimborsato tutto ciò che hai pagato per l’ordine {$order.number}.'),
    help: 'Qualcosa non va? Rispondi a questo messaggio o scrivi a {$store.email}.',
  },
  'refund-issued~a-part': {
    preheader: 'Per una parte dell’ordine {$order.number}.',
    head: 'Abbiamo rimborsato una parte: {$refund.amount :money}',
    what: whether(
      'refund.items',
      p('È per una parte dell’ordine {$order.number}; qui sotto vedi quale. Il resto dell’ordine non cambia.'),
      p('È una parte di quanto hai pagato per l’ordine {$order.number}. L’ordine stesso non cambia.'),
    ),
  },
  'payment-received': {
    subject: 'Abbiamo ricevuto il tuo pagamento per {$order.number}',
    preheader: whether(
      'order.amountPaid',
      '{$order.amountPaid :money} ricevuti per l’ordine {$order.number}.',
      'Per l’ordine {$order.number}.',
    ),
    head: 'Grazie per il tuo pagamento',
    say: p('Abbiamo ricevuto il tuo pagamento per l’ordine {$order.number}.'),
    dispatch: DISPATCH,
  },
  'part-paid': {
    subject: 'Abbiamo ricevuto una parte del tuo pagamento per {$order.number}',
    preheader: whether('order.amountDue', 'Resta da pagare: {$order.amountDue :money}.', 'Grazie.'),
    head: 'Abbiamo ricevuto una parte del pagamento',
    say: whether(
      'order.amountPaid',
      p(`Grazie. Per l’ordine {$order.number} abbiamo ricevuto finora ${b('{$order.amountPaid :money}')}.`),
      p('Grazie. Abbiamo ricevuto una parte del pagamento per l’ordine {$order.number}.'),
    ),
    open: whether('order.amountDue', p(`Resta da pagare: ${DUE}.`)),
    pay: whether('order.amountDue', PAY, 'Paga il resto'),
  },
  'payment-failed': {
    subject: 'Il tuo pagamento per {$order.number} non è riuscito',
    preheader: 'Non è stato addebitato nulla. Conserviamo il tuo ordine e puoi pagare di nuovo.',
    head: 'Il pagamento non è riuscito',
    say: whether(
      'order.amountDue',
      p(
        `Il tuo pagamento di ${DUE} per l’ordine {$order.number} non è riuscito. Non è stato addebitato nulla e conserviamo il tuo ordine. Riprova o scegli un altro modo di pagamento.`,
      ),
      p(
        'Il tuo pagamento per l’ordine {$order.number} non è riuscito. Non è stato addebitato nulla e conserviamo il tuo ordine. Riprova o scegli un altro modo di pagamento.',
      ),
    ),
    why: whether('reason.words', p('Il motivo che ci è stato indicato: {$reason.words}.')),
    pay: whether('order.amountDue', PAY, 'Paga ora'),
  },
  invoice: {
    subject: 'Fattura {$invoice.number} per {$order.number}',
    preheader: byPresence(['order.amountDue', 'order.amountPaid'], {
      'present *': 'Da pagare: {$order.amountDue :money}.',
      '* present': 'È pagata. Non c’è altro da fare.',
      '* *': 'Per l’ordine {$order.number}.',
    }),
    head: 'Fattura {$invoice.number}',
    say: p(`Questa è la fattura del tuo ordine {$order.number}. Importo: ${b('{$order.total :money}')}.`),
    standing: byPresence(['order.amountDue', 'order.amountPaid', 'invoice.overdueSince'], {
      'present present present': p(
        `Già pagato: {$order.amountPaid :money}. Scaduto (${day('invoice.overdueSince')}): ${DUE}.`,
      ),
      'present present *': p(`Già pagato: {$order.amountPaid :money}. Resta da pagare: ${DUE}.`),
      'present * present': p(
        `Scaduto (${day('invoice.overdueSince')}): ${DUE}. Se nel frattempo hai pagato, non devi fare nulla.`,
      ),
      'present * *': p(`Da pagare: ${DUE}.`),
      '* present *': p('È pagata e non c’è altro da fare. Grazie.'),
      '* * *': '',
    }),
    due: whether('invoice.dueOn', p(`Scadenza: ${b(day('invoice.dueOn'))}.`)),
    open: 'Apri la fattura',
  },
  'payment-failed-staff': {
    subject: whether(
      'order.amountDue',
      'Pagamento non riuscito: {$order.number}, {$order.amountDue :money}',
      'Pagamento non riuscito: {$order.number}',
    ),
    preheader: whether('reason.words', '{$reason.words}. Non spedire ancora.', 'Non spedire ancora.'),
    what: 'Trattenere {$order.number}: pagamento non riuscito',
    facts: byPresence(['customer.fullName', 'reason.words'], {
      'present present': p(
        `Il pagamento di ${b('{$customer.fullName}')} non è riuscito: {$reason.words}. Non spedire finché non arriva.`,
      ),
      'present *': p(`Il pagamento di ${b('{$customer.fullName}')} non è riuscito. Non spedire finché non arriva.`),
      '* present': p(
        'Il pagamento di un cliente senza account non è riuscito: {$reason.words}. Non spedire finché non arriva.',
      ),
      '* *': p('Il pagamento di un cliente senza account non è riuscito. Non spedire finché non arriva.'),
    }),
  },
  'refund-issued-staff': {
    subject: 'Rimborsato: {$refund.amount :money} di {$order.number}',
    preheader: whether('refund.reason', '{$refund.reason}', 'Per l’ordine {$order.number}.'),
    what: '{$refund.amount :money} rimborsati, {$order.number}',
    facts: whether('customer.fullName', p(`A ${b('{$customer.fullName}')}.`), p('A un cliente senza account.')),
  },
};
