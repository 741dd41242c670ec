/** When something does not go as it should, in French. */
import type { Segments } from '../../template/schema';
import { b, byPresence, day, p, whether } from '../sentences';

const BACK = ['cancellation.refund', 'order.amountDue'];
const REFUNDED = p(
  `Nous vous remboursons ${b('{$cancellation.refund :money}')}, par le moyen de paiement que vous avez utilisé. Nous vous écrirons dès que la somme sera partie.`,
);
const NO_REASON = p('Aucun motif n’a été indiqué.');
const ORDER_OF = p('{$customer.fullName}, {$order.total :money}, {$order.channel}');
const ORDER_OF_GUEST = p('Sans compte, {$order.total :money}, {$order.channel}');

const STOP: Segments = {
  subject: 'Arrêter {$order.number} : annulée',
  preheader: whether('cancellation.items', 'Ne pas expédier : {$cancellation.items}', 'Il ne reste rien à expédier.'),
  what: 'Arrêter {$order.number}',
  facts: byPresence(['cancellation.items', 'reason.words'], {
    'present present': p(`Annulé : ${b('{$cancellation.items}')}. Le motif : {$reason.words}.`),
    'present *': p(`Annulé : ${b('{$cancellation.items}')}.`),
    '* present': p('Annulée. Le motif : {$reason.words}.'),
    '* *': p('Annulée.'),
  }),
  stock: byPresence(['cancellation.toStock', 'order.location'], {
    'present present': p('Ne pas expédier. À remettre en stock ({$order.location}) :'),
    'present *': p('Ne pas expédier. À remettre en stock :'),
    '* *': p('Rien à remettre en stock.'),
  }),
  sent: whether('cancellation.sentItems', p('Déjà parti : {$cancellation.sentItems}.')),
  money: whether('cancellation.refund', p(`À rembourser : ${b('{$cancellation.refund :money}')}.`)),
};

export const TROUBLE: Record<string, Segments> = {
  'needs-attention': {
    subject: 'Nous attendons votre réponse pour {$order.number}',
    preheader: whether('reason.words', '{$reason.words}', 'Votre commande est suspendue en attendant votre réponse.'),
    head: 'Votre commande est suspendue',
    say: whether(
      'reason.words',
      p(
        `Nous avons suspendu votre commande {$order.number} : ${b('{$reason.words}')}. Répondez à ce message, et elle reprendra.`,
      ),
      p('Nous avons suspendu votre commande {$order.number}. Répondez à ce message, et elle reprendra.'),
    ),
  },
  'needs-attention-staff': {
    subject: 'À regarder : {$order.number} est suspendue',
    preheader: whether('reason.words', '{$reason.words}', 'Aucun motif n’a été indiqué.'),
    what: '{$order.number} est suspendue',
    facts: byPresence(['reason.words', 'customer.fullName'], {
      'present present': p(b('{$reason.words}')) + ORDER_OF,
      'present *': p(b('{$reason.words}')) + ORDER_OF_GUEST,
      '* present': NO_REASON + ORDER_OF,
      '* *': NO_REASON + ORDER_OF_GUEST,
    }),
  },
  'item-delayed': {
    subject: '{$delay.item} arrivera un peu plus tard : {$order.number}',
    preheader: whether(
      'delay.until',
      `Nous l’attendons maintenant pour le ${day('delay.until')}. Vous n’avez rien à faire.`,
      'Vous n’avez rien à faire.',
    ),
    head: 'Un article prend plus de temps',
    say: p(`${b('{$delay.item}')}, de votre commande {$order.number}, n’est pas prêt à la date annoncée.`),
    until: whether(
      'delay.until',
      p(`Nous l’attendons maintenant pour le ${b(day('delay.until'))}.`),
      p('Nous ne pouvons pas encore donner de date. Nous vous écrirons dès que nous la connaîtrons.'),
    ),
    why: whether('delay.reason', p('Le motif : {$delay.reason}.')),
    help: 'Préférez-vous un autre article, ou être remboursé ? Répondez à ce message ou écrivez à {$store.email}.',
  },
  'item-delayed-staff': {
    subject: 'En retard : {$delay.item} pour {$order.number}',
    preheader: whether(
      'delay.until',
      `Maintenant attendu le ${day('delay.until')}`,
      'Aucune date n’est encore connue.',
    ),
    what: '{$delay.item} est en retard',
    facts: whether(
      'customer.fullName',
      p(`Pour ${b('{$order.number}')}, {$customer.fullName}.`),
      p(`Pour ${b('{$order.number}')}, client sans compte.`),
    ),
    until: whether('delay.until', p(`Attendu le ${b(day('delay.until'))}.`), p('Aucune date n’est encore connue.')),
    why: whether('delay.reason', p('Le motif : {$delay.reason}.')),
  },
  'note-added': {
    subject: 'Une note sur votre commande {$order.number}',
    preheader: whether('note.by', 'De {$note.by}, chez {$store.name}', 'De {$store.name}'),
    head: 'Une note sur votre commande',
    say: whether(
      'note.by',
      p('{$note.words}') + p('{$note.by}, {$store.name}'),
      p('{$note.words}') + p('{$store.name}'),
    ),
  },
  'return-received': {
    subject: 'Votre retour pour {$order.number} est arrivé',
    preheader: whether('return.items', '{$return.items}', 'Merci pour votre envoi.'),
    head: 'Votre retour est arrivé',
    say: byPresence(['return.items', 'return.receivedAt'], {
      'present present': p(
        `${b('{$return.items}')} : bien reçu le ${day('return.receivedAt')}. Nous examinons le retour et vous écrirons dès qu’un remboursement sera en route.`,
      ),
      'present *': p(
        `${b('{$return.items}')} : bien reçu. Nous examinons le retour et vous écrirons dès qu’un remboursement sera en route.`,
      ),
      '* *': p(
        'Nous avons bien reçu ce que vous nous avez renvoyé de la commande {$order.number}. Nous l’examinons et vous écrirons dès qu’un remboursement sera en route.',
      ),
    }),
  },
  'order-cancelled': {
    subject: whether(
      'cancellation.sentItems',
      'Le reste de votre commande {$order.number} est annulé',
      'Votre commande {$order.number} est annulée',
    ),
    preheader: byPresence(BACK, {
      'present *': 'Nous vous remboursons {$cancellation.refund :money}.',
      '* present': 'Reste à payer : {$order.amountDue :money}.',
      '* *': 'Il n’y a rien à payer.',
    }),
    head: whether('cancellation.sentItems', 'Le reste de votre commande est annulé', 'Votre commande est annulée'),
    say: whether(
      'cancellation.sentItems',
      p('Nous avons annulé ce qui n’était pas encore expédié de votre commande {$order.number} ; en voici la liste.'),
      p('Votre commande {$order.number} est annulée. Rien n’en sera expédié.'),
    ),
    sent: whether(
      'cancellation.sentItems',
      p('Ce qui a déjà été expédié n’est pas concerné : {$cancellation.sentItems}.'),
    ),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`Encore à payer pour ce qui a été expédié : ${b('{$order.amountDue :money}')}.`),
      '* *': p('Il n’y a rien à payer.'),
    }),
    why: whether('reason.words', p('Le motif : {$reason.words}.')),
    help: 'Ce n’est pas ce que vous vouliez ? Répondez vite à ce message ou écrivez à {$store.email}.',
  },
  'items-cancelled': {
    subject: 'Une partie de votre commande {$order.number} est annulée',
    preheader: byPresence(BACK, {
      'present *': 'Nous vous remboursons {$cancellation.refund :money}.',
      '* present': 'Reste à payer : {$order.amountDue :money}.',
      '* *': 'Il n’y a rien à payer.',
    }),
    head: 'Une partie de votre commande est annulée',
    say: p(
      'Nous avons annulé une partie de votre commande {$order.number} ; en voici la liste. Le reste ne change pas.',
    ),
    sent: whether('cancellation.sentItems', p('Déjà expédié, et non concerné : {$cancellation.sentItems}.')),
    money: byPresence(BACK, {
      'present *': REFUNDED,
      '* present': p(`Encore à payer pour le reste de la commande : ${b('{$order.amountDue :money}')}.`),
      '* *': p('Il n’y a rien à payer pour ce qui est annulé.'),
    }),
    why: whether('reason.words', p('Le motif : {$reason.words}.')),
    help: 'Ce n’est pas ce que vous vouliez ? Répondez vite à ce message ou écrivez à {$store.email}.',
  },
  'order-cancelled-staff': STOP,
  'items-cancelled-staff': {
    ...STOP,
    subject: 'Arrêter une partie de {$order.number} : articles annulés',
    what: 'Arrêter une partie de {$order.number}',
  },
  'mail-came-back': {
    subject: 'Non remis : {$bounce.notification} pour {$order.number}',
    preheader: '{$bounce.recipient} : {$bounce.words}',
    what: whether('customer.fullName', '{$customer.fullName} ne l’a pas reçu', 'Le client ne l’a pas reçu'),
    facts: p(
      `${b('{$bounce.notification}')}, pour la commande ${b('{$order.number}')}, n’a pas pu être remis à {$bounce.recipient} : {$bounce.words}.`,
    ),
    phone: whether(
      'customer.phone',
      p('Demandez une autre adresse e-mail par téléphone, {$customer.phone}. Corrigez-la, et renvoyez le message.'),
      p(
        'Trouvez une autre adresse e-mail, corrigez-la, et renvoyez le message. Aucun numéro de téléphone n’est connu.',
      ),
    ),
    delivery: 'Voir ce qui s’est passé',
  },
};
