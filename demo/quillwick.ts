/** Quillwick and its two stores: facts, looks, channels, colleagues. Everything here is made up. */
import { DEFAULT_LOOK, type Look } from '../src/core/look';
import type { OwnScript } from '../src/core/rehearsal';
import type { StoreFacts } from '../src/core/snapshot';
import type { Passage } from '../src/core/template';
import type { Terms } from '../src/core/terms';
import type { Role } from '../src/contract/policy';

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
    masthead: {
      ...DEFAULT_LOOK.masthead,
      name: 'Quillwick',
      strapline: 'paper, board and thread',
      straplines: {
        de: 'Papier, Pappe und Faden',
        fr: 'papier, carton et fil',
        pl: 'papier, tektura i nić',
        ar: 'ورق وكرتون وخيط',
      },
    },
    footer: {
      ...DEFAULT_LOOK.footer,
      links: [
        {
          sign: 'shop',
          label: 'The shop',
          labels: { de: 'Zum Laden', fr: 'La boutique', pl: 'Sklep', ar: 'المتجر' },
          url: 'https://quillwick.example',
        },
        {
          sign: 'mail',
          label: 'Write to us',
          labels: { de: 'Schreiben Sie uns', fr: 'Nous écrire', pl: 'Napisz do nas', ar: 'راسلنا' },
          url: 'mailto:hello@quillwick.example',
        },
        {
          sign: 'journal',
          label: 'Notes from the bench',
          labels: { de: 'Aus der Werkstatt', fr: 'Notes de l’atelier', pl: 'Z pracowni', ar: 'من الورشة' },
          url: 'https://quillwick.example/notes',
        },
      ],
      linksAs: 'both',
    },
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
    ...DEFAULT_LOOK,
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
      band: '#eef2ee',
    },
    type: {
      ...DEFAULT_LOOK.type,
      headings: 'plain',
      words: 'plain',
      headline: 24,
      heading: 17,
      text: 15,
      small: 12,
      headlineWeight: 'bold',
      lineHeight: 150,
    },
    shape: { ...DEFAULT_LOOK.shape, width: 640, radius: 0, margin: 32, room: 85 },
    masthead: { ...DEFAULT_LOOK.masthead, name: 'Quillwick Trade', strapline: 'supplies for binderies' },
    items: {
      ...DEFAULT_LOOK.items,
      pictures: false,
      room: 7,
      columns: { options: true, sku: true, unitPrice: true },
      totals: 'end',
    },
    addresses: { arrangement: 'beside', panel: 'boxed' },
  },
};

export const CHANNELS = [
  { id: 'web-shop', name: 'Web shop', customerMail: true },
  { id: 'bazaarlane', name: 'Bazaarlane', customerMail: false },
  { id: 'trade-desk', name: 'Trade desk', customerMail: true },
];

/** An account as DE accounts are written, with right check digits; no bank has it. */
const ACCOUNT = { holder: 'Quillwick GmbH', iban: 'DE38999900000000482600' };

/** How Quillwick is paid and ships, and what its names are in the languages of its customers. */
export const TERMS: Terms = {
  payments: [
    {
      name: 'Bank transfer',
      words: { de: 'Überweisung', fr: 'Virement', pl: 'Przelew', ar: 'تحويل مصرفي' },
      waitsForMoney: true,
      dueInDays: 7,
      account: ACCOUNT,
    },
    { name: 'Card', words: { de: 'Karte', fr: 'Carte', pl: 'Karta', ar: 'بطاقة' }, waitsForMoney: true },
    {
      name: 'On account',
      words: { de: 'Auf Rechnung', fr: 'Sur facture', pl: 'Na fakturę', ar: 'على الحساب' },
      waitsForMoney: false,
      dueInDays: 14,
      account: ACCOUNT,
    },
  ],
  shipping: [
    {
      name: 'Parcel, insured',
      words: { de: 'Paket, versichert', fr: 'Colis assuré', pl: 'Paczka ubezpieczona', ar: 'طرد مؤمَّن' },
      price: 490,
      freeFrom: 8000,
      taxRate: 19,
    },
    { name: 'Letter', words: { de: 'Brief', fr: 'Lettre', pl: 'List', ar: 'رسالة' }, price: 190, taxRate: 19 },
  ],
  carriers: [
    { name: 'Fieldpost', trackingUrl: 'https://fieldpost.example/t/{number}' },
    { name: 'Carterline', trackingUrl: 'https://carterline.example/follow{?number,language}' },
  ],
  names: [
    {
      kind: 'place',
      name: 'the Mill',
      words: { de: 'in der Mühle', fr: 'au Moulin', pl: 'w Młynie', ar: 'في المطحنة' },
    },
    {
      kind: 'place',
      name: 'the Bindery store',
      words: {
        de: 'im Buchbinderlager',
        fr: 'au magasin de reliure',
        pl: 'w magazynie introligatorskim',
        ar: 'في مخزن التجليد',
      },
    },
    {
      kind: 'place',
      name: 'the Showroom',
      words: { de: 'im Ausstellungsraum', fr: 'à la salle d’exposition', pl: 'w salonie', ar: 'في صالة العرض' },
    },
    {
      kind: 'channel',
      name: 'Web shop',
      words: { de: 'Webshop', fr: 'boutique en ligne', pl: 'sklep internetowy', ar: 'المتجر الإلكتروني' },
    },
    {
      kind: 'channel',
      name: 'Trade desk',
      words: { de: 'Händlertisch', fr: 'comptoir professionnel', pl: 'dział hurtowy', ar: 'قسم الجملة' },
    },
    {
      kind: 'discount',
      name: 'Autumn leaf',
      words: { de: 'Herbstblatt', fr: 'Feuille d’automne', pl: 'Jesienny liść', ar: 'ورقة الخريف' },
    },
  ],
  places: [
    {
      name: 'the Mill',
      address: 'Mühlgraben 4, 15306 Seelow',
      hours: [{ days: [1, 2, 3, 4, 5], opens: '08:00', closes: '16:30' }],
    },
    {
      name: 'the Showroom',
      address: 'Linden Court 11, 10115 Berlin',
      hours: [
        { days: [2, 3, 4, 5], opens: '11:00', closes: '18:30' },
        { days: [6], opens: '10:00', closes: '16:00' },
      ],
    },
  ],
  withoutParcel: ['patterns', 'workshops'],
  notes: [
    {
      sku: 'TO-BONE',
      words: {
        en: 'Wipe it after use, and rub in a drop of linseed oil twice a year.',
        de: 'Nach Gebrauch abwischen und zweimal im Jahr einen Tropfen Leinöl einreiben.',
        fr: 'Essuyez-le après usage, et frottez-le d’une goutte d’huile de lin deux fois par an.',
        pl: 'Wycieraj po użyciu, a dwa razy w roku wetrzyj kroplę oleju lnianego.',
        ar: 'امسحها بعد الاستعمال، وادهنها بقطرة من زيت الكتان مرتين في السنة.',
      },
      urls: { en: 'https://quillwick.example/care/bone-folder' },
    },
    {
      category: 'patterns',
      words: {
        en: 'The course shows each step in a short film.',
        de: 'Der Kurs zeigt jeden Schritt in einem kurzen Film.',
        fr: 'Le cours montre chaque étape dans un petit film.',
        pl: 'Kurs pokazuje każdy krok w krótkim filmie.',
        ar: 'تعرض الدورة كل خطوة في فيلم قصير.',
      },
      urls: { en: 'https://quillwick.example/course', de: 'https://quillwick.example/kurs' },
    },
    {
      sku: 'WS-STITCH',
      words: {
        en: 'Join the evening by this link.',
        de: 'Mit diesem Link nehmen Sie am Abend teil.',
        fr: 'Rejoignez la soirée par ce lien.',
        pl: 'Dołącz do wieczoru przez ten link.',
        ar: 'انضم إلى الأمسية عبر هذا الرابط.',
      },
      urls: { en: 'https://quillwick.example/join/long-stitch' },
    },
  ],
  seller: {
    name: 'Quillwick GmbH',
    line: 'Mühlgraben 4',
    postalCode: '15306',
    city: 'Seelow',
    country: 'DE',
    vatId: 'DE999999999',
  },
};

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

/** Codes as a shop has them: one that holds, one that is over, one that is used up, one for a single person. */
export const DISCOUNT_CODES = [
  { code: 'LEAF10', kind: 'percent' as const, value: 10, used: 31 },
  { code: 'AGAIN5', kind: 'amount' as const, value: 500, used: 12, usesLimit: 200, endsInDays: 90 },
  { code: 'SUMMER15', kind: 'percent' as const, value: 15, used: 148, endsInDays: -86 },
  { code: 'FAIR2026', kind: 'amount' as const, value: 1000, used: 50, usesLimit: 50 },
  { code: 'THANKS-DOROTHEA', kind: 'amount' as const, value: 2000, used: 0, usesLimit: 1 },
];

/** A code of their own for each customer, in news of the store. */
export const THANKS_SERIES = {
  id: '01M8QUILLWICKTHANKYOU00000',
  name: 'Thank-you for regulars',
  prefix: 'LEAF',
  per: 'customer' as const,
  supply: 'made' as const,
  kind: 'percent' as const,
  value: 10,
  days: 60,
  conditions: { minimum: 3000 },
};

/** Pieces that several messages share. */
export const PASSAGES: readonly Passage[] = [
  {
    id: 'how-we-pack',
    name: 'How we pack',
    blocks: [
      { id: 'title', kind: 'heading', size: 'heading' },
      { id: 'words', kind: 'text' },
    ],
    words: {
      en: {
        title: 'How we pack',
        words:
          '{#p}Sheets travel flat between boards, never rolled. Keep the boards: they make good pressing boards.{/p}',
      },
      de: {
        title: 'Wie wir packen',
        words:
          '{#p}Bögen reisen flach zwischen Pappen, nie gerollt. Heben Sie die Pappen auf: Sie geben gute Pressbretter.{/p}',
      },
      fr: {
        title: 'Comment nous emballons',
        words:
          '{#p}Les feuilles voyagent à plat entre deux cartons, jamais roulées. Gardez les cartons : ils font de bons ais à presser.{/p}',
      },
      pl: {
        title: 'Jak pakujemy',
        words:
          '{#p}Arkusze podróżują płasko między tekturami, nigdy zwinięte. Zachowaj tektury: są dobre do prasowania.{/p}',
      },
      ar: {
        title: 'كيف نغلّف',
        words: '{#p}تسافر الأوراق مسطحة بين لوحين من الكرتون، ولا تُلف أبدًا. احتفظ باللوحين: فهما يصلحان للكبس.{/p}',
      },
    },
  },
];

/** An order that the shop keeps for its rehearsals. */
export const LATE_BINDERY: { name: string; script: OwnScript } = {
  name: 'A bindery that pays late',
  script: {
    ...{ language: 'de', channel: 'trade-desk', guest: false, paid: false, told: 'all' },
    ...{ payment: 'Bank transfer', place: '', country: 'AT' },
    basket: [
      { sku: 'PA-KOZO', quantity: 40 },
      { sku: 'TO-BONE', quantity: 6 },
    ],
    steps: [
      { do: 'invoice', after: 1, told: 'all' },
      { do: 'pays-half', after: 216, told: 'all' },
      { do: 'pays', after: 72, told: 'all' },
      { do: 'sends-part', after: 20, told: 'all' },
      { do: 'sends', after: 30, told: 'little' },
      { do: 'arrives', after: 48, told: 'all' },
      { do: 'arrives', after: 4, told: 'all' },
    ],
  },
};
