/** What goes out some time after, to contacts, of an account, and by hand, in French. */
import type { Segments } from '../../template/schema';
import { b, byNumber, byPresence, day, p, whether } from '../sentences';

const DUE = b('{$order.amountDue :money}');
const NOT_YOU = 'Ce n’était pas vous ? Vous n’avez rien à faire, ou écrivez à {$store.email}.';

export const WAITING: Record<string, Segments> = {
  'payment-due': {
    subject: whether(
      'order.amountDue',
      'Reste à payer : {$order.amountDue :money} pour {$order.number}',
      'Paiement de {$order.number}',
    ),
    preheader: 'Si vous avez payé entre-temps, il n’y a rien à faire.',
    head: 'Nous attendons encore votre paiement',
    say: whether(
      'order.amountDue',
      p(`Pour votre commande {$order.number} du ${day('order.placedAt')}, il reste à payer ${DUE}.`) +
        p('Si votre paiement est déjà en route, merci de ne pas tenir compte de ce message.'),
      p('Votre commande {$order.number} est payée. Merci de ne pas tenir compte de ce message.'),
    ),
    last: p('Ceci est notre dernier rappel. Si vous ne souhaitez plus la commande, une courte réponse suffit.'),
    pay: whether('order.amountDue', 'Payer {$order.amountDue :money}', 'Payer maintenant'),
  },
  'how-did-we-do': {
    subject: 'Comment s’est passée la commande {$order.number} ?',
    preheader: 'Deux phrases de votre part nous aident, ainsi que celles et ceux qui viendront après vous.',
    head: 'Qu’en pensez-vous ?',
    say: p(
      'Votre commande {$order.number} est chez vous depuis quelque temps. Répond-elle à vos attentes ? Dites-le-nous en une phrase ou deux, le bon comme le moins bon.',
    ),
    tell: 'Donner votre avis',
    help: 'Si vous préférez ne pas recevoir ce genre de question, écrivez à {$store.email}.',
  },
};

export const CONTACTS: Record<string, Segments> = {
  'invoice-accounts': {
    subject: 'Facture {$invoice.number} pour votre comptabilité',
    preheader: whether(
      'customer.fullName',
      '{$order.total :money}, commande de {$customer.fullName}.',
      '{$order.total :money}.',
    ),
    head: 'Facture {$invoice.number}',
    greet: p('Bonjour,'),
    say: whether(
      'customer.fullName',
      p(
        `{$customer.fullName} a passé chez nous la commande {$order.number} le ${day('order.placedAt')}. Montant de la facture : ${b('{$order.total :money}')}.`,
      ),
      p(
        `Voici la facture de la commande {$order.number} du ${day('order.placedAt')}. Montant : ${b('{$order.total :money}')}.`,
      ),
    ),
    standing: byPresence(['order.amountDue', 'invoice.dueOn', 'invoice.overdueSince', 'order.amountPaid'], {
      'present present * *': p(`À payer au plus tard le ${b(day('invoice.dueOn'))} : ${DUE}.`),
      'present * present *': p(`En retard depuis le ${day('invoice.overdueSince')} : ${DUE}.`),
      'present * * *': p(`À payer : ${DUE}.`),
      '* * * present': p('Elle est payée, et il n’y a plus rien à faire.'),
      '* * * *': '',
    }),
    open: 'Ouvrir la facture',
  },
  'goods-coming': {
    subject: whether(
      'customer.company',
      'Un colis pour {$customer.company} : {$order.number}',
      'Un colis est en route : {$order.number}',
    ),
    preheader: byNumber('shipment.itemCount', {
      one: 'Il contient {$shipment.itemCount} article.',
      '*': 'Il contient {$shipment.itemCount} articles.',
    }),
    head: 'Des marchandises sont en route',
    greet: p('Bonjour,'),
    say: whether(
      'customer.fullName',
      p(
        '{$customer.fullName} a commandé ces marchandises, qui sont en route vers chez vous. Merci de vérifier le colis d’après la liste ci-dessous.',
      ),
      p('Ces marchandises sont en route vers chez vous. Merci de vérifier le colis d’après la liste ci-dessous.'),
    ),
  },
};

export const ACCOUNT: Record<string, Segments> = {
  welcome: {
    subject: 'Bienvenue chez {$store.name}',
    preheader: 'Votre compte est prêt.',
    head: 'Bienvenue chez {$store.name}',
    say: p(`Votre compte est prêt, à l’adresse ${b('{$customer.email}')}. Vous pouvez y consulter vos commandes.`),
    go: 'Ouvrir votre compte',
    help: NOT_YOU,
  },
  'new-password': {
    subject: 'Choisissez un nouveau mot de passe pour {$store.name}',
    preheader: 'Rien ne change tant que vous n’en choisissez pas un.',
    head: 'Nouveau mot de passe',
    say: p(
      `Un nouveau mot de passe a été demandé pour ${b('{$customer.email}')}. Vous pouvez le choisir avec le bouton ci-dessous. D’ici là, l’ancien reste valable.`,
    ),
    go: 'Choisir un mot de passe',
    help: NOT_YOU,
  },
  preferences: {
    subject: 'Ce que {$store.name} vous écrit',
    preheader: 'Le lien est valable une heure.',
    head: 'Ce que nous vous écrivons',
    say: p(
      `Avec le bouton ci-dessous, vous voyez et modifiez dans quelle langue nous écrivons à ${b('{$customer.email}')}, qui d’autre reçoit des messages sur vos commandes et quels messages vous souhaitez. Il est valable une heure.`,
    ),
    go: 'Ouvrir la page',
    help: NOT_YOU,
  },
};

export const HAND: Record<string, Segments> = {
  'a-word': {
    subject: 'À propos de votre commande {$order.number}',
    preheader: 'Un message de {$store.name}.',
    head: 'À propos de votre commande',
    say:
      p(`Nous vous écrivons au sujet de votre commande {$order.number} du ${day('order.placedAt')}.`) +
      p('Vous n’avez rien à faire ; nous voulions simplement vous en informer.'),
  },
  'one-question': {
    subject: 'Une question sur {$order.number}',
    preheader: 'Une courte réponse de votre part, et nous poursuivons votre commande.',
    head: 'Une question sur votre commande',
    say:
      p(
        `Nous avons une question sur votre commande {$order.number} : ${b('laquelle des deux couleurs souhaitiez-vous ?')}`,
      ) + p('Un mot ou deux en réponse à ce message suffisent.'),
  },
  'looking-for-parcel': {
    subject: 'Nous recherchons votre colis : {$order.number}',
    preheader: 'Nous vous écrirons dès que nous en saurons plus.',
    head: 'Nous recherchons votre colis',
    say: whether(
      'shipment.carrier',
      p(
        'Votre colis devrait déjà être chez vous. Nous avons interrogé {$shipment.carrier} et vous écrirons dès que nous en saurons plus.',
      ),
      p(
        'Votre colis devrait déjà être chez vous. Nous avons interrogé le transporteur et vous écrirons dès que nous en saurons plus.',
      ),
    ),
  },
  news: {
    subject: 'Des nouvelles de {$store.name}',
    preheader: 'Ce qu’il y a de nouveau, en quelques lignes.',
    head: 'De nos nouvelles',
    say: p('Écrivez ici ce qu’il y a de nouveau, et en quoi cela peut intéresser qui vous lit.'),
    go: 'Vers la boutique',
  },
};
