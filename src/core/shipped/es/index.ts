/** The words that ship, in Spanish. */
import type { ShippedWords } from '../shape';
import { MONEY } from './money';
import { PARCEL } from './parcel';
import { PLACED } from './placed';
import { RECKONED } from './reckoned';
import { ACCOUNT, CONTACTS, HAND, WAITING } from './rest';
import { CUSTOMER, STAFF } from './shared';
import { TROUBLE } from './trouble';

export const SPANISH: ShippedWords = {
  customer: CUSTOMER,
  staff: STAFF,
  templates: {
    ...PLACED,
    ...PARCEL,
    ...MONEY,
    ...WAITING,
    ...TROUBLE,
    ...CONTACTS,
    ...RECKONED,
    ...ACCOUNT,
    ...HAND,
  },
};
