/** Parcels, collecting and downloads, in Dutch. */
import type { Segments } from '../../template/schema';
import { b, byPresence, collectAt, day, p, whether } from '../sentences';

const handedOver = (it: string, after = ''): string =>
  byPresence(['shipment.carrier', 'shipment.dispatchedAt'], {
    'present present': p(`${it} is op ${day('shipment.dispatchedAt')} overgedragen aan {$shipment.carrier}.`) + after,
    'present *': p(`${it} is overgedragen aan {$shipment.carrier}.`) + after,
    '* present': p(`${it} is op ${day('shipment.dispatchedAt')} verzonden.`) + after,
    '* *': p(`${it} is verzonden.`) + after,
  });

export const PARCEL: Record<string, Segments> = {
  'on-its-way': {
    subject: 'Je pakket is onderweg: {$order.number}',
    preheader: 'Wat erin zit en hoe je het volgt.',
    left: whether('delivery.city', 'Onderweg naar {$delivery.city}', 'Onderweg naar jou'),
    how: handedOver('Je pakket'),
    inside: 'In dit pakket',
    help: 'Is er iets beschadigd of ontbreekt er iets? Schrijf naar {$store.email}, als het kan met een foto.',
  },
  'on-its-way~a-part': {
    subject: 'Een deel van {$order.number} is onderweg',
    preheader: 'Wat erin zit. De rest volgt.',
    left: 'Een deel van je bestelling is onderweg',
    how: handedOver('Een deel van je bestelling', p(`${b('De rest volgt,')} en je hoort het als die vertrekt.`)),
  },
  'on-its-way~the-last-part': {
    subject: 'De rest van {$order.number} is onderweg',
    preheader: 'Wat erin zit. Met dit pakket is je bestelling compleet.',
    left: 'De rest van je bestelling is onderweg',
    how: handedOver('De rest van je bestelling', p(b('Met dit pakket is je bestelling compleet.'))),
  },
  'tracking-changed': {
    subject: 'Nieuws over je pakket: {$order.number}',
    preheader: 'Zo volg je het vanaf nu.',
    head: 'Je pakket heeft nieuwe track-and-trace',
    say: p(
      'De track-and-trace van je pakket voor bestelling {$order.number} is veranderd. Wat je hieronder ziet, geldt.',
    ),
  },
  'ready-to-collect': {
    subject: 'Klaar om af te halen: {$order.number}',
    preheader: whether(
      'shipment.location',
      'Je bestelling ligt klaar: {$shipment.location}.',
      'Je bestelling ligt klaar.',
    ),
    head: 'Je bestelling ligt klaar om af te halen',
    say: whether(
      'shipment.location',
      p(
        `Ze is ingepakt en ligt hier voor je klaar: ${b('{$shipment.location}')}. Neem het nummer ${b('{$order.number}')} mee.`,
      ),
      p(`Ze is ingepakt en ligt voor je klaar. Neem het nummer ${b('{$order.number}')} mee.`),
    ),
    place: collectAt('Open'),
  },
  delivered: {
    subject: 'Je pakket is aangekomen: {$order.number}',
    preheader: 'Het is bezorgd. Dit hoort erin te zitten.',
    head: 'Je pakket is er',
    say: whether(
      'shipment.carrier',
      p('{$shipment.carrier} meldt dat je pakket is bezorgd. Hieronder staat wat erin hoort te zitten.'),
      p('Je pakket is bezorgd. Hieronder staat wat erin hoort te zitten.'),
    ),
    help: 'Ontbreekt er iets of is er iets beschadigd? Beantwoord dit bericht of schrijf naar {$store.email}.',
  },
  'your-downloads': {
    subject: 'Je downloads bij {$order.number}',
    preheader: 'Je bestanden staan klaar. Bewaar dit bericht: de links zijn van jou.',
    head: 'Je bestanden staan klaar',
    say: p('Je kunt nu downloaden wat je hebt besteld. Bewaar de bestanden waar je ze terugvindt.'),
    help: 'Werkt een link niet? Beantwoord dit bericht of schrijf naar {$store.email}.',
  },
};
