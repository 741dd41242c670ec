/** When an order is placed, in French. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';
import { DISPATCH } from './shared';

const TOTAL = `Montant : ${b('{$order.total :money}')}.`;

export const PLACED: Record<string, Segments> = {
  'order-received': {
    subject: 'Nous avons bien reçu votre commande {$order.number}',
    preheader: byNumber('order.itemCount', {
      one: '{$order.itemCount} article, {$order.total :money}. Tous les détails en un coup d’œil.',
      '*': '{$order.itemCount} articles, {$order.total :money}. Tous les détails en un coup d’œil.',
    }),
    thanks: whether('customer.firstName', 'Merci, {$customer.firstName}', 'Merci pour votre commande'),
    next: byNumber('order.itemCount', {
      one: p(`Nous avons bien reçu votre commande : {$order.firstItem}. ${TOTAL}`),
      '*': p(`Nous avons bien reçu votre commande de {$order.itemCount} articles. ${TOTAL}`),
    }),
    open: byPresence(['order.amountDue', 'payment.iban'], {
      'present present': p(
        `Merci de virer ${b('{$order.amountDue :money}')} sur le compte ci-dessous, en indiquant la référence qui y figure.`,
      ),
      'present *': p(`Reste à payer : ${b('{$order.amountDue :money}')}.`),
      '* *': '',
    }),
    dispatch: DISPATCH,
    follow: 'Suivre votre commande',
    help: 'Quelque chose ne va pas ? Répondez à ce message ou écrivez à {$store.email}.',
  },
  'order-received~guests': {
    follow: 'Suivre votre commande, sans compte',
    help: 'Conservez ce message : son bouton mène à votre commande sans mot de passe. Quelque chose ne va pas ? Répondez-y ou écrivez à {$store.email}.',
  },
  'order-received~trade': {
    subject: 'Commande {$order.number} enregistrée : {$order.total :money}',
    preheader: whether(
      'order.expectedDispatch',
      `Expédition prévue le ${day('order.expectedDispatch')}.`,
      'Merci de vérifier les quantités.',
    ),
    thanks: 'Votre commande {$order.number} est enregistrée',
    next: p(
      `Merci pour votre commande. ${TOTAL} Merci de vérifier les quantités et de nous signaler tout changement avant l’expédition.`,
    ),
    dispatch: whether('order.expectedDispatch', p(`L’expédition est prévue le ${b(day('order.expectedDispatch'))}.`)),
    help: 'Avez-vous une question ? Répondez à ce message ou écrivez à {$store.email}.',
  },
  'new-order': {
    subject: 'Nouvelle commande {$order.number} : {$order.total :money}',
    preheader: whether('customer.fullName', '{$customer.fullName}, {$order.channel}', 'Sans compte, {$order.channel}'),
    what: '{$order.number}, {$order.total :money}',
    facts: byPresence(['customer.fullName', 'order.expectedDispatch'], {
      'present present': p(
        `Commande de ${b('{$customer.fullName}')} ({$order.channel}), le ${day('order.placedAt')}. À expédier au plus tard le ${day('order.expectedDispatch')}.`,
      ),
      'present *': p(`Commande de ${b('{$customer.fullName}')} ({$order.channel}), le ${day('order.placedAt')}.`),
      '* present': p(
        `Commande sans compte ({$order.channel}), le ${day('order.placedAt')}. À expédier au plus tard le ${day('order.expectedDispatch')}.`,
      ),
      '* *': p(`Commande sans compte ({$order.channel}), le ${day('order.placedAt')}.`),
    }),
    open: whether('order.amountDue', p(`Pas encore payé : ${b('{$order.amountDue :money}')}.`)),
  },
};
