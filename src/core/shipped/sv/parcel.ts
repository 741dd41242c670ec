/** Parcels, collecting and downloads, in Swedish. */
import type { Segments } from '../../template/schema';
import { b, byPresence, collectAt, day, p, whether } from '../sentences';

const handedOver = (it: string, after = ''): string =>
  byPresence(['shipment.carrier', 'shipment.dispatchedAt'], {
    'present present': p(`${it} lämnades till {$shipment.carrier} ${day('shipment.dispatchedAt')}.`) + after,
    'present *': p(`${it} har lämnats till {$shipment.carrier}.`) + after,
    '* present': p(`${it} skickades ${day('shipment.dispatchedAt')}.`) + after,
    '* *': p(`${it} har skickats.`) + after,
  });

export const PARCEL: Record<string, Segments> = {
  'on-its-way': {
    subject: 'Ditt paket är på väg: {$order.number}',
    preheader: 'Vad som finns i det och hur du följer det.',
    left: whether('delivery.city', 'På väg till {$delivery.city}', 'På väg till dig'),
    how: handedOver('Ditt paket'),
    inside: 'I det här paketet',
    help: 'Kom något fram skadat, eller saknas något? Skriv till {$store.email}, gärna med en bild.',
  },
  'on-its-way~a-part': {
    subject: 'En del av {$order.number} är på väg',
    preheader: 'Vad som finns i paketet. Resten kommer senare.',
    left: 'En del av din beställning är på väg',
    how: handedOver('En del av din beställning', p(`${b('Resten kommer senare,')} och vi skriver igen när den går.`)),
  },
  'on-its-way~the-last-part': {
    subject: 'Resten av {$order.number} är på väg',
    preheader: 'Vad som finns i paketet. Med det är din beställning komplett.',
    left: 'Resten av din beställning är på väg',
    how: handedOver('Resten av din beställning', p(b('Med det här paketet är din beställning komplett.'))),
  },
  'tracking-changed': {
    subject: 'Nytt om ditt paket: {$order.number}',
    preheader: 'Så följer du det från och med nu.',
    head: 'Spårningen av ditt paket har ändrats',
    say: p('Spårningen av ditt paket för beställning {$order.number} har ändrats. Det du ser nedan är det som gäller.'),
  },
  'ready-to-collect': {
    subject: 'Klar att hämta: {$order.number}',
    preheader: whether(
      'shipment.location',
      'Din beställning är klar: {$shipment.location}.',
      'Din beställning är klar.',
    ),
    head: 'Din beställning är klar att hämta',
    say: whether(
      'shipment.location',
      p(`Den är packad och väntar på dig här: ${b('{$shipment.location}')}. Ta med numret ${b('{$order.number}')}.`),
      p(`Den är packad och väntar på dig. Ta med numret ${b('{$order.number}')}.`),
    ),
    place: collectAt('Öppet'),
  },
  delivered: {
    subject: 'Ditt paket har kommit fram: {$order.number}',
    preheader: 'Det har lämnats ut. Det här ska finnas i det.',
    head: 'Ditt paket är framme',
    say: whether(
      'shipment.carrier',
      p('{$shipment.carrier} meddelar att ditt paket har lämnats ut. Nedan står vad som ska finnas i det.'),
      p('Ditt paket har lämnats ut. Nedan står vad som ska finnas i det.'),
    ),
    help: 'Saknas något, eller är något skadat? Svara på det här meddelandet eller skriv till {$store.email}.',
  },
  'your-downloads': {
    subject: 'Dina nedladdningar till {$order.number}',
    preheader: 'Dina filer är klara. Spara det här meddelandet: länkarna är dina.',
    head: 'Dina filer är klara',
    say: p('Du kan nu ladda ner det du beställde. Spara filerna där du hittar dem igen.'),
    help: 'Fungerar inte en länk? Svara på det här meddelandet eller skriv till {$store.email}.',
  },
};
