import { figuresOf } from '../order/placing';
import {
  codeFrom,
  endOfGiven,
  outlookOf,
  outlookWords,
  promiseName,
  promiseProblem,
  promiseRef,
  sampleOf,
  seriesOfRef,
  useProblem,
  type CodeSeries,
  type DiscountCode,
  type KnownCodes,
} from '.';

const NOW = Date.parse('2026-11-24T09:14:00Z');
const DAY = 86_400_000;
const series: CodeSeries = {
  id: '01SERIES',
  name: 'Thanks',
  prefix: 'LEAF',
  per: 'customer',
  supply: 'made',
  kind: 'percent',
  value: 10,
  given: 4,
};
const CODES: DiscountCode[] = [
  { code: 'LEAF10', kind: 'percent', value: 10, used: 3 },
  { code: 'OVER', kind: 'percent', value: 10, used: 0, endsAt: NOW - DAY },
  { code: 'GONE', kind: 'amount', value: 500, used: 50, limit: 50 },
  { code: 'ONE', kind: 'amount', value: 500, used: 0, limit: 1 },
  { code: 'DORA', kind: 'amount', value: 500, used: 0, customer: 'dora@dora.example' },
  { code: 'SOON', kind: 'amount', value: 500, used: 0, startsAt: NOW + DAY },
  { code: 'ENDING', kind: 'amount', value: 500, used: 0, endsAt: NOW + DAY },
  { code: 'FEW', kind: 'amount', value: 500, used: 95, limit: 100 },
  { code: 'LAST', kind: 'amount', value: 500, used: 99, limit: 100 },
  { code: 'MANY', kind: 'amount', value: 500, used: 100, limit: 200 },
];
const KNOWN: KnownCodes = {
  codes: CODES,
  series: [
    series,
    { ...series, id: 'EMPTY', name: 'Given out', left: 0 },
    { ...series, id: 'ENDED', name: 'Ended', endsAt: NOW },
    { ...series, id: 'SHORT', name: 'Nearly out', left: 40 },
  ],
};
const never = (): number => 0;
const words = (ref: string, perDay: (ref: string) => number = never): string | undefined =>
  outlookWords(outlookOf(ref, KNOWN, NOW, perDay), promiseName(ref, KNOWN), 'Europe/Berlin');

describe('what a message promises', () => {
  it.each<[string, string | undefined, 'blocker' | 'warning' | undefined]>([
    ['leaf10', undefined, undefined],
    ['NONE', 'NONE is not among the store’s discount codes: whoever types it in gets nothing.', 'blocker'],
    ['OVER', 'OVER expired on 23 November 2026.', 'blocker'],
    ['GONE', 'GONE is used up.', 'blocker'],
    ['ONE', 'ONE can be used once only, and this message goes to many: only the first has anything of it.', 'blocker'],
    ['DORA', 'DORA is for one customer only, and this message goes to many.', 'blocker'],
    ['SOON', 'SOON does not hold before 25 November 2026.', 'warning'],
    ['ENDING', 'ENDING expires on 25 November 2026.', 'warning'],
    ['FEW', 'FEW is nearly used up: 5 are left.', 'warning'],
    ['LAST', 'LAST is nearly used up: 1 is left.', 'warning'],
    ['MANY', undefined, undefined],
    ['', 'No code is chosen yet.', 'blocker'],
  ])('%s is judged by what whoever types it in would get', (code, message, severity) => {
    const problem = promiseProblem({ code }, promiseRef({ code }), KNOWN, NOW, 'Europe/Berlin');
    expect(problem).toEqual(message === undefined ? undefined : { severity, message });
  });

  it.each([
    ['01SERIES', undefined],
    ['EMPTY', 'The code series Given out is used up.'],
    ['ENDED', 'The code series Ended expired on 24 November 2026.'],
    ['SHORT', undefined],
    ['UNKNOWN', 'The code series is not among the store’s discount codes: whoever types it in gets nothing.'],
  ])('the series %s is judged by whether there are codes to give', (id, message) => {
    expect(words(promiseRef({ code: '', series: id }))).toBe(message);
  });

  it('is told of a week before it runs out, by how fast it goes', () => {
    expect(words('MANY', () => 5)).toBeUndefined();
    expect(words('MANY', () => 20)).toBe('MANY will be used up about 29 November 2026: 100 are left.');
    expect(words(promiseRef({ code: '', series: 'SHORT' }), () => 10)).toBe(
      'The code series Nearly out will be used up about 28 November 2026: 40 are left.',
    );
  });

  it('tells codes from series by their names', () => {
    expect(promiseRef({ code: ' leaf10 ' })).toBe('LEAF10');
    expect(seriesOfRef(promiseRef({ code: '', series: 'X' }))).toBe('X');
    expect(seriesOfRef('LEAF10')).toBeUndefined();
  });

  it('is looked at with a sample that a customer could get', () => {
    expect(sampleOf('LEAF10', KNOWN, NOW)).toMatchObject({ code: 'LEAF10', value: 10 });
    expect(sampleOf('OVER', KNOWN, NOW)).toBeNull();
    expect(sampleOf('series/01SERIES', KNOWN, NOW)).toMatchObject({ code: 'LEAF-4F7K-9M2P', kind: 'percent' });
    expect(sampleOf('series/EMPTY', KNOWN, NOW)).toBeNull();
  });
});

describe('a code of a series', () => {
  it('has letters that are not taken for each other', () => {
    const all = Array.from({ length: 256 }, (_, i) => codeFrom('', new Uint8Array(8).fill(i))).join('');
    expect(all).not.toMatch(/[ILOUa-z]/);
    expect(codeFrom('', new Uint8Array(8))).toBe('0000-0000');
  });

  it('holds for its days, and not beyond the end of its series', () => {
    expect(endOfGiven({}, NOW)).toBeUndefined();
    expect(endOfGiven({ days: 3 }, NOW)).toBe(NOW + 3 * DAY);
    expect(endOfGiven({ days: 3, endsAt: NOW + DAY }, NOW)).toBe(NOW + DAY);
  });
});

describe('who can use a code', () => {
  const basket = {
    email: 'Iwona@sobczyk.example',
    lines: [{ sku: 'TO-BONE', category: 'tools', amount: 2400 }],
    currency: 'EUR',
    usedBefore: 0,
  };
  const code: DiscountCode = { code: 'X', kind: 'amount', value: 500, used: 0 };
  it.each<[Partial<DiscountCode>, Partial<typeof basket>, string | undefined]>([
    [{}, {}, undefined],
    [{ endsAt: NOW }, {}, 'X has expired.'],
    [{ startsAt: NOW + 1 }, {}, 'X does not hold yet.'],
    [{ limit: 3, used: 3 }, {}, 'X is used up.'],
    [{ customer: 'iwona@sobczyk.example' }, {}, undefined],
    [{ customer: 'dora@dora.example' }, {}, 'X is for another customer.'],
    [{ perCustomer: 1 }, { usedBefore: 1 }, 'X can be used once by each customer, and this one has used it.'],
    [{ minimum: 2400 }, {}, undefined],
    [{ minimum: 2401 }, {}, 'X is for orders from €24.01.'],
    [{ products: ['PA-KOZO'], categories: ['tools'] }, {}, undefined],
    [{ products: ['PA-KOZO'] }, {}, 'X is for other products.'],
  ])('%j for %j: %s', (of, by, problem) => {
    expect(useProblem({ ...code, ...of }, { ...basket, ...by }, NOW)).toBe(problem);
  });

  it('pays less for the goods that it is for, and for no others', () => {
    const line = (sku: string, category: string, unitPrice: number) => ({
      product: { sku, name: sku, category },
      quantity: 1,
      unitPrice,
      taxRate: 19,
    });
    const lines = [line('A', 'tools', 1000), line('B', 'paper', 9000)];
    const of = (categories?: string[]) =>
      figuresOf({
        lines,
        taxIncluded: true,
        rounding: 'order',
        code: { code: 'X', kind: 'percent', value: 10, ...(categories && { categories }) },
      });
    expect(of().total).toBe(9000);
    expect(of(['tools'])).toMatchObject({ total: 9900, discounts: [{ code: 'X', amount: 100 }] });
    expect(of(['ink'])).not.toHaveProperty('discounts');
  });
});
