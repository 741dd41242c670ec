/** Parcels, collecting and downloads, in Italian. */
import type { Segments } from '../../template/schema';
import { b, byPresence, collectAt, day, p, whether } from '../sentences';

const handedOver = (it: string, after = ''): string =>
  byPresence(['shipment.carrier', 'shipment.dispatchedAt'], {
    'present present': p(`Abbiamo consegnato ${it} a {$shipment.carrier} (${day('shipment.dispatchedAt')}).`) + after,
    'present *': p(`Abbiamo consegnato ${it} a {$shipment.carrier}.`) + after,
    '* present': p(`Abbiamo spedito ${it} (${day('shipment.dispatchedAt')}).`) + after,
    '* *': p(`Abbiamo spedito ${it}.`) + after,
  });

export const PARCEL: Record<string, Segments> = {
  'on-its-way': {
    subject: 'Il tuo pacco è in viaggio: {$order.number}',
    preheader: 'Che cosa contiene e come seguirlo.',
    left: whether('delivery.city', 'In viaggio verso {$delivery.city}', 'In viaggio verso di te'),
    how: handedOver('il tuo pacco'),
    inside: 'In questo pacco',
    help: 'Qualcosa è arrivato danneggiato o manca? Scrivi a {$store.email}, se puoi con una foto.',
  },
  'on-its-way~a-part': {
    subject: 'Una parte di {$order.number} è in viaggio',
    preheader: 'Che cosa contiene. Il resto arriva dopo.',
    left: 'Una parte del tuo ordine è in viaggio',
    how: handedOver(
      'una parte del tuo ordine',
      p(`${b('Il resto arriva dopo,')} e ti scriveremo di nuovo quando parte.`),
    ),
  },
  'on-its-way~the-last-part': {
    subject: 'Il resto di {$order.number} è in viaggio',
    preheader: 'Che cosa contiene. Con questo pacco il tuo ordine è completo.',
    left: 'Il resto del tuo ordine è in viaggio',
    how: handedOver('il resto del tuo ordine', p(b('Con questo pacco il tuo ordine è completo.'))),
  },
  'tracking-changed': {
    subject: 'Novità sul tuo pacco: {$order.number}',
    preheader: 'Come seguirlo da ora in poi.',
    head: 'Il tracciamento del tuo pacco è cambiato',
    say: p('Il tracciamento del tuo pacco per l’ordine {$order.number} è cambiato. Vale quello che vedi qui sotto.'),
  },
  'ready-to-collect': {
    subject: 'Pronto per il ritiro: {$order.number}',
    preheader: whether('shipment.location', 'Il tuo ordine è pronto: {$shipment.location}.', 'Il tuo ordine è pronto.'),
    head: 'Il tuo ordine è pronto per il ritiro',
    say: whether(
      'shipment.location',
      p(`È imballato e ti aspetta qui: ${b('{$shipment.location}')}. Porta con te il numero ${b('{$order.number}')}.`),
      p(`È imballato e ti aspetta. Porta con te il numero ${b('{$order.number}')}.`),
    ),
    place: collectAt('Aperto'),
  },
  delivered: {
    subject: 'Il tuo pacco è arrivato: {$order.number}',
    preheader: 'È stato consegnato. Ecco che cosa dovrebbe contenere.',
    head: 'Il tuo pacco è arrivato',
    say: whether(
      'shipment.carrier',
      p(
        '{$shipment.carrier} ci comunica che il tuo pacco è stato consegnato. Qui sotto vedi che cosa dovrebbe contenere.',
      ),
      p('Il tuo pacco è stato consegnato. Qui sotto vedi che cosa dovrebbe contenere.'),
    ),
    help: 'Manca qualcosa o è danneggiato? Rispondi a questo messaggio o scrivi a {$store.email}.',
  },
  'your-downloads': {
    subject: 'I tuoi download di {$order.number}',
    preheader: 'I tuoi file sono pronti. Conserva questo messaggio: i link sono tuoi.',
    head: 'I tuoi file sono pronti',
    say: p('Ora puoi scaricare quello che hai ordinato. Salva i file dove potrai ritrovarli.'),
    help: 'Un link non funziona? Rispondi a questo messaggio o scrivi a {$store.email}.',
  },
};
