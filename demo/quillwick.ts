/** Quillwick and its two stores: facts, looks, channels, colleagues. Everything here is made up. */
import { DEFAULT_LOOK, type Look } from '../src/core/look';
import type { StoreFacts } from '../src/core/order';
import type { Role } from '../src/server/auth/policy';

export interface DemoStore {
  id: string;
  name: string;
  numberPrefix: string;
  facts: StoreFacts;
  look: Look;
  currency: string;
}

export const LANGUAGES = ['en', 'de', 'fr', 'pl', 'ar'];
export const LOCALES = { en: 'en-GB', de: 'de-DE', fr: 'fr-FR', pl: 'pl-PL', ar: 'ar' };

export const RETAIL: DemoStore = {
  id: 'quillwick',
  name: 'Quillwick',
  numberPrefix: 'QW-',
  currency: 'EUR',
  facts: {
    name: 'Quillwick',
    email: 'hello@quillwick.example',
    url: 'https://quillwick.example',
    phone: '+49 3346 555 0137',
    address: 'The Mill, Mühlgraben 4, 15306 Seelow',
  },
  look: {
    ...DEFAULT_LOOK,
    colours: {
      ...DEFAULT_LOOK.colours,
      page: '#efece5',
      brand: '#7a3325',
      links: '#7a3325',
      action: '#7a3325',
      lines: '#e6d9cf',
    },
    masthead: { arrangement: 'split', name: 'Quillwick', strapline: 'paper, board and thread' },
  },
};

export const TRADE: DemoStore = {
  id: 'quillwick-trade',
  name: 'Quillwick Trade',
  numberPrefix: 'QT-',
  currency: 'EUR',
  facts: {
    ...RETAIL.facts,
    name: 'Quillwick Trade',
    email: 'trade@quillwick.example',
    url: 'https://trade.quillwick.example',
  },
  look: {
    version: 1,
    colours: {
      page: '#e8ebe6',
      sheet: '#ffffff',
      words: '#1f2a24',
      quietWords: '#5b675f',
      brand: '#24483a',
      links: '#24483a',
      action: '#24483a',
      actionWords: '#ffffff',
      lines: '#cfd8d1',
    },
    type: { headings: 'plain', words: 'plain', headline: 24, heading: 17, text: 15, small: 12 },
    shape: { width: 640, radius: 0, margin: 32 },
    masthead: { arrangement: 'split', name: 'Quillwick Trade', strapline: 'supplies for binderies' },
  },
};

export const CHANNELS = [
  { id: 'web-shop', name: 'Web shop', customerMail: true },
  { id: 'bazaarlane', name: 'Bazaarlane', customerMail: false },
  { id: 'trade-desk', name: 'Trade desk', customerMail: true },
];

export const LOCATIONS = ['the Mill', 'the Bindery store', 'the Showroom'];

export interface DemoColleague {
  name: string;
  email: string;
  job: string;
  language: string;
  /** Colleagues who sign in to Libellus, and as what. */
  role?: Role;
}

export const COLLEAGUES: readonly DemoColleague[] = [
  { name: 'Marta Oyelaran', email: 'marta@quillwick.example', job: 'Owner', language: 'en', role: 'owner' },
  { name: 'Jonas Feld', email: 'jonas@quillwick.example', job: 'Shop and brand', language: 'de', role: 'designer' },
  { name: 'Amira Haddad', email: 'amira@quillwick.example', job: 'Customer care', language: 'en', role: 'support' },
  { name: 'Claire Aubin', email: 'claire@quillwick.example', job: 'Translations', language: 'en', role: 'translator' },
  { name: 'Pawel Rutka', email: 'pawel@quillwick.example', job: 'Packing at the Mill', language: 'de' },
  { name: 'Greta Sonnleitner', email: 'greta@quillwick.example', job: 'Bindery store', language: 'de' },
  { name: 'Tom Ashdown', email: 'tom@quillwick.example', job: 'Accounts', language: 'en', role: 'viewer' },
  { name: 'Lene Vestergaard', email: 'lene@quillwick.example', job: 'Workshops', language: 'en' },
];

/** For everybody who signs in to the demo. */
export const DEMO_PASSWORD = 'paper-and-thread';
