/** Sixty customers, made from names and places that go together. */
import type { Contact } from '../src/core/order';
import type { Chance } from './random';

export interface DemoCustomer {
  email: string;
  firstName: string;
  lastName: string;
  company: string;
  language: string;
  guest: boolean;
  contacts: Contact[];
  address: { name: string; company?: string; lines: string[]; postalCode: string; city: string; country: string };
}

interface Region {
  language: string;
  country: string;
  first: string[];
  last: string[];
  streets: string[];
  towns: [postalCode: string, city: string][];
}

const REGIONS: Region[] = [
  {
    language: 'de',
    country: 'DE',
    first: [
      'Annika',
      'Bernd',
      'Clara',
      'Dieter',
      'Elif',
      'Friedrich',
      'Hanna',
      'Ingo',
      'Jule',
      'Karsten',
      'Leonie',
      'Mehmet',
      'Nora',
      'Ottilie',
      'Rüdiger',
    ],
    last: [
      'Brandis',
      'Eckhoff',
      'Grünwald',
      'Hölderle',
      'Kessler',
      'Lindau',
      'Möbius',
      'Pfennig',
      'Raabe',
      'Schönau',
      'Tiedemann',
      'Yildiz',
    ],
    streets: ['Lindenweg', 'Am Anger', 'Töpfergasse', 'Schulstraße', 'Uferpromenade'],
    towns: [
      ['10967', 'Berlin'],
      ['04229', 'Leipzig'],
      ['50733', 'Köln'],
      ['23552', 'Lübeck'],
      ['90402', 'Nürnberg'],
    ],
  },
  {
    language: 'en',
    country: 'GB',
    first: [
      'Alice',
      'Bryn',
      'Catriona',
      'Dev',
      'Eleanor',
      'Fergus',
      'Grace',
      'Hugh',
      'Imogen',
      'Jasper',
      'Keira',
      'Morwenna',
      'Nadia',
      'Oscar',
    ],
    last: [
      'Ashcombe',
      'Birtwhistle',
      'Carrow',
      'Dunmore',
      'Ellery',
      'Fairclough',
      'Hargreave',
      'Ibbotson',
      'Kettley',
      "O'Shea",
      'Penrose',
      'Whitlock',
    ],
    streets: ['Mill Lane', 'Chapel Street', 'Orchard Row', 'Station Road', 'Quay Street'],
    towns: [
      ['YO1 7HT', 'York'],
      ['BS6 5RD', 'Bristol'],
      ['EH8 9YL', 'Edinburgh'],
      ['NR2 1AA', 'Norwich'],
    ],
  },
  {
    language: 'fr',
    country: 'FR',
    first: ['Agathe', 'Benoît', 'Céline', 'Damien', 'Élodie', 'Gaspard', 'Inès', 'Léonie', 'Noé'],
    last: ['Aubertin', 'Beaulieu', 'Charpentier', 'Delorme', 'Lefrançois', 'Marchand', 'Perrault', 'Vasseur'],
    streets: ['rue des Papetiers', 'place du Marché', 'quai des Tanneurs'],
    towns: [
      ['16000', 'Angoulême'],
      ['69004', 'Lyon'],
      ['67000', 'Strasbourg'],
    ],
  },
  {
    language: 'pl',
    country: 'PL',
    first: ['Agnieszka', 'Bartosz', 'Danuta', 'Iwona', 'Jacek', 'Małgorzata', 'Sławomir', 'Zofia'],
    last: ['Czarnecka', 'Dąbrowski', 'Gołąb', 'Krawiec', 'Łuczak', 'Sobczyk', 'Wrona', 'Żurek'],
    streets: ['ul. Papiernicza', 'ul. Rynek', 'ul. Szkolna'],
    towns: [
      ['20-112', 'Lublin'],
      ['31-010', 'Kraków'],
      ['50-101', 'Wrocław'],
    ],
  },
  {
    language: 'ar',
    country: 'AE',
    first: ['ليلى', 'عمر', 'سلمى', 'يوسف', 'نور'],
    last: ['الحداد', 'النجار', 'الورّاق', 'الخطيب'],
    streets: ['شارع الورق', 'شارع الكتاب'],
    towns: [
      ['00000', 'الشارقة'],
      ['00000', 'دبي'],
    ],
  },
];

const LATIN: Record<string, string> = { ä: 'ae', ö: 'oe', ü: 'ue', ß: 'ss', ł: 'l', Ł: 'l', "'": '' };

function addressName(text: string, index: number): string {
  const latin = text
    .toLowerCase()
    .replace(/[äöüßłŁ']/g, (c) => LATIN[c] ?? c)
    .normalize('NFD')
    .replace(/[^a-z]/g, '');
  return latin === '' ? `guest${index}` : latin;
}

/** Who else at a company is written to. */
function contactsAt(domain: string, language: string): Contact[] {
  return [
    { label: 'Accounts', email: `accounts@${domain}.example`, language },
    { label: 'Goods in', email: `goods-in@${domain}.example`, language },
  ];
}

export function makeCustomers(chance: Chance, count = 60): DemoCustomer[] {
  const weights = [24, 16, 8, 8, 4];
  const list: DemoCustomer[] = [];
  const seen = new Set<string>();
  REGIONS.forEach((region, r) => {
    while (list.filter((c) => c.language === region.language).length < Math.round((weights[r]! * count) / 60)) {
      const firstName = chance.pick(region.first);
      const lastName = chance.pick(region.last);
      const key = `${firstName} ${lastName}`;
      if (seen.has(key)) continue;
      seen.add(key);
      const company = chance.holds(0.15)
        ? `${lastName} ${chance.pick(['Bindery', 'Books', 'Archive', 'Paper Studio'])}`
        : '';
      const [postalCode, city] = chance.pick(region.towns);
      const local = addressName(firstName, list.length + 1);
      const domain = addressName(lastName, list.length + 1);
      list.push({
        email: `${local}@${domain === local ? `${domain}-post` : domain}.example`,
        firstName,
        lastName,
        company,
        language: region.language,
        guest: chance.holds(0.3),
        contacts: company === '' ? [] : contactsAt(domain === local ? `${domain}-post` : domain, region.language),
        address: {
          name: key,
          ...(company !== '' && { company }),
          lines: [`${chance.pick(region.streets)} ${chance.int(1, 90)}`],
          postalCode,
          city,
          country: region.country,
        },
      });
    }
  });
  // One mailbox that has closed, as every shop has.
  const lost = list[7]!;
  lost.email = `gone@${addressName(lost.lastName, 7)}.example`;
  return list;
}
