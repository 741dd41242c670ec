/** The terms of the small store of tests. */
import type { Terms } from '@/core/terms';

/** Terms with an account to transfer to, a carrier, and names in German. */
export const TERMS: Terms = {
  payments: [
    {
      name: 'Bank transfer',
      words: { de: 'Überweisung' },
      waitsForMoney: true,
      dueInDays: 7,
      account: { holder: 'Quillwick GmbH', iban: 'DE38999900000000482600' },
    },
    { name: 'Card', words: { de: 'Karte' }, waitsForMoney: false },
  ],
  shipping: [
    { name: 'Parcel', words: { de: 'Paket' }, price: 490, freeFrom: 8000, taxRate: 19 },
    { name: 'Letter', words: {}, price: 190, taxRate: 19 },
  ],
  carriers: [{ name: 'Fieldpost', trackingUrl: 'https://fieldpost.example/t/{number}' }],
  names: [{ kind: 'place', name: 'the Showroom', words: { de: 'im Laden' } }],
  withoutParcel: ['workshops'],
  seller: {
    name: 'Quillwick GmbH',
    line: 'Mill Lane 4',
    postalCode: '15306',
    city: 'Seelow',
    country: 'DE',
    vatId: 'DE999999999',
  },
};
