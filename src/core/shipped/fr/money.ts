/** Payments, invoices and refunds, in French. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const DUE = b('{$order.amountDue :money}');
const REFUND = b('{$refund.amount :money}');
const PAY = 'Payer {$order.amountDue :money}';

export const MONEY: Record<string, Segments> = {
  'refund-issued': {
    subject: 'Remboursement de {$refund.amount :money}',
    preheader: 'Pour la commande {$order.number}.',
    head: 'Nous avons remboursé {$refund.amount :money}',
    say: whether(
      'refund.issuedAt',
      p(
        `Nous vous avons remboursé ${REFUND} le ${day('refund.issuedAt')}. Selon votre banque, il faut parfois quelques jours pour que la somme arrive.`,
      ),
      p(
        `Nous vous avons remboursé ${REFUND}. Selon votre banque, il faut parfois quelques jours pour que la somme arrive.`,
      ),
    ),
    what: p('Tout ce que vous avez payé pour la commande {$order.number} est ainsi remboursé.'),
    help: 'Quelque chose ne va pas ? Répondez à ce message ou écrivez à {$store.email}.',
  },
  'refund-issued~a-part': {
    preheader: 'Pour une partie de la commande {$order.number}.',
    head: 'Nous avons remboursé une partie : {$refund.amount :money}',
    what: whether(
      'refund.items',
      p(
        'Cette somme concerne une partie de la commande {$order.number} ; le détail figure ci-dessous. Le reste de la commande ne change pas.',
      ),
      p(
        'C’est une partie de ce que vous avez payé pour la commande {$order.number}. La commande elle-même ne change pas.',
      ),
    ),
  },
  'payment-received': {
    subject: 'Votre paiement pour {$order.number} est arrivé',
    preheader: whether(
      'order.amountPaid',
      '{$order.amountPaid :money} reçus pour la commande {$order.number}.',
      'Pour la commande {$order.number}.',
    ),
    head: 'Merci pour votre paiement',
    say: p('Nous avons bien reçu votre paiement pour la commande {$order.number}.'),
    dispatch: DISPATCH,
  },
  'part-paid': {
    subject: 'Une partie de votre paiement pour {$order.number} est arrivée',
    preheader: whether('order.amountDue', 'Reste à payer : {$order.amountDue :money}.', 'Merci.'),
    head: 'Une partie de votre paiement est arrivée',
    say: whether(
      'order.amountPaid',
      p(`Merci. Pour la commande {$order.number}, nous avons reçu ${b('{$order.amountPaid :money}')} jusqu’à présent.`),
      p('Merci. Une partie du paiement de la commande {$order.number} est arrivée.'),
    ),
    open: whether('order.amountDue', p(`Reste à payer : ${DUE}.`)),
    pay: whether('order.amountDue', PAY, 'Payer le reste'),
  },
  'payment-failed': {
    subject: 'Votre paiement pour {$order.number} n’a pas abouti',
    preheader: 'Rien n’a été débité. Votre commande est conservée, et vous pouvez payer de nouveau.',
    head: 'Le paiement n’a pas abouti',
    say: whether(
      'order.amountDue',
      p(
        `Votre paiement de ${DUE} pour la commande {$order.number} n’a pas pu être effectué. Rien n’a été débité, et nous conservons votre commande. Merci de réessayer ou de choisir un autre moyen de paiement.`,
      ),
      p(
        'Votre paiement pour la commande {$order.number} n’a pas pu être effectué. Rien n’a été débité, et nous conservons votre commande. Merci de réessayer ou de choisir un autre moyen de paiement.',
      ),
    ),
    why: whether('reason.words', p('Le motif qui nous a été indiqué : {$reason.words}.')),
    pay: whether('order.amountDue', PAY, 'Payer maintenant'),
  },
  invoice: {
    subject: 'Facture {$invoice.number} pour {$order.number}',
    preheader: byPresence(['order.amountDue', 'order.amountPaid'], {
      'present *': 'À payer : {$order.amountDue :money}.',
      '* present': 'Elle est payée. Il n’y a plus rien à faire.',
      '* *': 'Pour la commande {$order.number}.',
    }),
    head: 'Facture {$invoice.number}',
    say: p(`Voici la facture de votre commande {$order.number}. Montant : ${b('{$order.total :money}')}.`),
    standing: byPresence(['order.amountDue', 'order.amountPaid', 'invoice.overdueSince'], {
      'present present present': p(
        `Déjà payé : {$order.amountPaid :money}. En retard depuis le ${day('invoice.overdueSince')} : ${DUE}.`,
      ),
      'present present *': p(`Déjà payé : {$order.amountPaid :money}. Reste à payer : ${DUE}.`),
      'present * present': p(
        `En retard depuis le ${day('invoice.overdueSince')} : ${DUE}. Si vous avez payé entre-temps, il n’y a rien à faire.`,
      ),
      'present * *': p(`À payer : ${DUE}.`),
      '* present *': p('Elle est payée, et il n’y a plus rien à faire. Merci.'),
      '* * *': '',
    }),
    due: whether('invoice.dueOn', p(`À payer au plus tard le ${b(day('invoice.dueOn'))}.`)),
    open: 'Ouvrir la facture',
  },
  'payment-failed-staff': {
    subject: whether(
      'order.amountDue',
      'Paiement échoué : {$order.number}, {$order.amountDue :money}',
      'Paiement échoué : {$order.number}',
    ),
    preheader: whether('reason.words', '{$reason.words}. Ne pas encore expédier.', 'Ne pas encore expédier.'),
    what: 'Suspendre {$order.number} : paiement échoué',
    facts: byPresence(['customer.fullName', 'reason.words'], {
      'present present': p(
        `Le paiement de ${b('{$customer.fullName}')} n’a pas abouti : {$reason.words}. Ne pas expédier avant de l’avoir reçu.`,
      ),
      'present *': p(
        `Le paiement de ${b('{$customer.fullName}')} n’a pas abouti. Ne pas expédier avant de l’avoir reçu.`,
      ),
      '* present': p(
        'Le paiement d’un client sans compte n’a pas abouti : {$reason.words}. Ne pas expédier avant de l’avoir reçu.',
      ),
      '* *': p('Le paiement d’un client sans compte n’a pas abouti. Ne pas expédier avant de l’avoir reçu.'),
    }),
  },
  'refund-issued-staff': {
    subject: 'Remboursé : {$refund.amount :money} pour {$order.number}',
    preheader: whether('refund.reason', '{$refund.reason}', 'Pour la commande {$order.number}.'),
    what: '{$refund.amount :money} remboursés, {$order.number}',
    facts: whether('customer.fullName', p(`À ${b('{$customer.fullName}')}.`), p('À un client sans compte.')),
  },
};
