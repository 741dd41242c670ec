/** Parcels, collecting and downloads, in Polish. */
import type { Segments } from '../../template/schema';
import { b, byPresence, collectAt, day, p, whether } from '../sentences';

const handedOver = (it: string, after = ''): string =>
  byPresence(['shipment.carrier', 'shipment.dispatchedAt'], {
    'present present':
      p(`${it} przekazaliśmy przewoźnikowi {$shipment.carrier} (${day('shipment.dispatchedAt')}).`) + after,
    'present *': p(`${it} przekazaliśmy przewoźnikowi {$shipment.carrier}.`) + after,
    '* present': p(`${it} przekazaliśmy do doręczenia (${day('shipment.dispatchedAt')}).`) + after,
    '* *': p(`${it} przekazaliśmy do doręczenia.`) + after,
  });

export const PARCEL: Record<string, Segments> = {
  'on-its-way': {
    subject: 'Twoja paczka jest w drodze: {$order.number}',
    preheader: 'Co jest w środku i jak ją śledzić.',
    left: whether('delivery.city', 'W drodze: {$delivery.city}', 'W drodze do Ciebie'),
    how: handedOver('Twoją paczkę'),
    inside: 'W tej paczce',
    help: 'Coś dotarło uszkodzone albo czegoś brakuje? Napisz na adres {$store.email}, najlepiej ze zdjęciem.',
  },
  'on-its-way~a-part': {
    subject: 'Część zamówienia {$order.number} jest w drodze',
    preheader: 'Co jest w środku. Reszta wkrótce.',
    left: 'Część Twojego zamówienia jest w drodze',
    how: handedOver('Część Twojego zamówienia', p(`${b('Reszta dotrze później.')} Napiszemy ponownie, gdy wyruszy.`)),
  },
  'on-its-way~the-last-part': {
    subject: 'Reszta zamówienia {$order.number} jest w drodze',
    preheader: 'Co jest w środku. Z tą paczką zamówienie jest kompletne.',
    left: 'Reszta Twojego zamówienia jest w drodze',
    how: handedOver('Resztę Twojego zamówienia', p(b('Z tą paczką Twoje zamówienie jest kompletne.'))),
  },
  'tracking-changed': {
    subject: 'Nowe informacje o Twojej paczce: {$order.number}',
    preheader: 'Jak ją śledzić od teraz.',
    head: 'Śledzenie Twojej paczki się zmieniło',
    say: p(
      'Dane do śledzenia paczki z zamówienia {$order.number} zmieniły się. Aktualne są te, które widzisz poniżej.',
    ),
  },
  'ready-to-collect': {
    subject: 'Gotowe do odbioru: {$order.number}',
    preheader: whether(
      'shipment.location',
      'Twoje zamówienie jest gotowe: {$shipment.location}.',
      'Twoje zamówienie jest gotowe.',
    ),
    head: 'Twoje zamówienie jest gotowe do odbioru',
    say: whether(
      'shipment.location',
      p(
        `Jest spakowane i czeka na Ciebie tutaj: ${b('{$shipment.location}')}. Prosimy podać numer ${b('{$order.number}')} przy odbiorze.`,
      ),
      p(`Jest spakowane i czeka na Ciebie. Prosimy podać numer ${b('{$order.number}')} przy odbiorze.`),
    ),
    place: collectAt('Otwarte'),
  },
  delivered: {
    subject: 'Twoja paczka dotarła: {$order.number}',
    preheader: 'Została doręczona. Oto, co powinno być w środku.',
    head: 'Twoja paczka dotarła',
    say: whether(
      'shipment.carrier',
      p('{$shipment.carrier} informuje, że paczka została doręczona. Poniżej znajdziesz jej zawartość.'),
      p('Twoja paczka została doręczona. Poniżej znajdziesz jej zawartość.'),
    ),
    help: 'Czegoś brakuje albo coś jest uszkodzone? Odpowiedz na tę wiadomość lub napisz na adres {$store.email}.',
  },
  'your-downloads': {
    subject: 'Pliki do pobrania z zamówienia {$order.number}',
    preheader: 'Twoje pliki są gotowe. Zachowaj tę wiadomość: linki są tylko dla Ciebie.',
    head: 'Twoje pliki są gotowe',
    say: p('Możesz już pobrać to, co zamówiono. Zapisz pliki tam, gdzie łatwo je znajdziesz.'),
    help: 'Link nie działa? Odpowiedz na tę wiadomość lub napisz na adres {$store.email}.',
  },
};
