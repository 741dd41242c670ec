/** Parcels, collecting and downloads, in French. */
import type { Segments } from '../../template/schema';
import { b, byPresence, collectAt, day, p, whether } from '../sentences';

const handedOver = (it: string, after = ''): string =>
  byPresence(['shipment.carrier', 'shipment.dispatchedAt'], {
    'present present': p(`${it} a été remis à {$shipment.carrier} le ${day('shipment.dispatchedAt')}.`) + after,
    'present *': p(`${it} a été remis à {$shipment.carrier}.`) + after,
    '* present': p(`${it} a été remis au transporteur le ${day('shipment.dispatchedAt')}.`) + after,
    '* *': p(`${it} a été remis au transporteur.`) + after,
  });

export const PARCEL: Record<string, Segments> = {
  'on-its-way': {
    subject: 'Votre colis est en route : {$order.number}',
    preheader: 'Ce qu’il contient, et comment le suivre.',
    left: whether('delivery.city', 'En route vers {$delivery.city}', 'En route vers chez vous'),
    how: handedOver('Votre colis'),
    inside: 'Dans ce colis',
    help: 'Un article est arrivé abîmé, ou il manque quelque chose ? Écrivez à {$store.email}, si possible avec une photo.',
  },
  'on-its-way~a-part': {
    subject: 'Une partie de {$order.number} est en route',
    preheader: 'Ce qu’elle contient. Le reste suit.',
    left: 'Une partie de votre commande est en route',
    how: handedOver(
      'Un premier colis de votre commande',
      p(`${b('Le reste suit,')} et nous vous écrirons de nouveau à son départ.`),
    ),
  },
  'on-its-way~the-last-part': {
    subject: 'Le reste de {$order.number} est en route',
    preheader: 'Ce qu’il contient. Avec ce colis, votre commande est complète.',
    left: 'Le reste de votre commande est en route',
    how: handedOver('Le reste de votre commande', p(b('Avec ce colis, votre commande est complète.'))),
  },
  'tracking-changed': {
    subject: 'Du nouveau sur votre colis : {$order.number}',
    preheader: 'Comment le suivre désormais.',
    head: 'Le suivi de votre colis a changé',
    say: p('Le suivi de votre colis pour la commande {$order.number} a changé. Ce que vous voyez ci-dessous fait foi.'),
  },
  'ready-to-collect': {
    subject: 'Votre commande vous attend : {$order.number}',
    preheader: whether(
      'shipment.location',
      'Votre commande est prête : {$shipment.location}.',
      'Votre commande est prête.',
    ),
    head: 'Votre commande est prête à être retirée',
    say: whether(
      'shipment.location',
      p(
        `Elle est emballée et vous attend ici : ${b('{$shipment.location}')}. Merci de vous munir du numéro ${b('{$order.number}')}.`,
      ),
      p(`Elle est emballée et vous attend. Merci de vous munir du numéro ${b('{$order.number}')}.`),
    ),
    place: collectAt('Ouvert '),
  },
  delivered: {
    subject: 'Votre colis est arrivé : {$order.number}',
    preheader: 'Il a été remis. Voici ce qu’il devrait contenir.',
    head: 'Votre colis est arrivé',
    say: whether(
      'shipment.carrier',
      p('{$shipment.carrier} nous signale que votre colis a été remis. Voici ce qu’il devrait contenir.'),
      p('Votre colis a été remis. Voici ce qu’il devrait contenir.'),
    ),
    help: 'Il manque quelque chose, ou un article est abîmé ? Répondez à ce message ou écrivez à {$store.email}.',
  },
  'your-downloads': {
    subject: 'Vos téléchargements pour {$order.number}',
    preheader: 'Vos fichiers sont prêts. Conservez ce message : les liens sont à vous.',
    head: 'Vos fichiers sont prêts',
    say: p(
      'Vous pouvez maintenant télécharger ce que vous avez commandé. Enregistrez les fichiers là où vous les retrouverez.',
    ),
    help: 'Un lien ne fonctionne pas ? Répondez à ce message ou écrivez à {$store.email}.',
  },
};
