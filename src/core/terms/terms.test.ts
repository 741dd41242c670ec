import {
  bicProblem,
  expandPattern,
  groupedIban,
  ibanProblem,
  nameIn,
  NO_TERMS,
  patternProblem,
  readTransferCode,
  termsProblems,
  trackingUrlFor,
  transferCode,
  type Terms,
} from '.';

describe('an IBAN', () => {
  it.each([
    ['DE89 3704 0044 0532 0130 00', undefined],
    ['de89370400440532013000', undefined],
    ['DE88 3704 0044 0532 0130 00', /check digits/],
    ['DE89 3704 0044 0532 0130', /has 20 characters.*of DE/],
    ['ZZ89 3704 0044 0532 0130 00', /"ZZ" is not a country/],
    ['', /Enter the IBAN/],
  ])('%s', (iban, problem) => {
    if (problem) expect(ibanProblem(iban)).toMatch(problem);
    else expect(ibanProblem(iban)).toBeUndefined();
  });

  it('is printed in groups of four', () => {
    expect(groupedIban('DE89370400440532013000')).toBe('DE89 3704 0044 0532 0130 00');
  });

  it('stands beside a BIC of 8 or 11 characters', () => {
    expect([bicProblem(undefined), bicProblem('COBADEFF'), bicProblem('COBADEFFXXX')]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
    expect(bicProblem('COBA')).toMatch(/8 or 11/);
  });
});

describe('the code of a transfer', () => {
  const account = { holder: 'Quillwick GmbH', iban: 'DE89370400440532013000' };
  it('holds account, amount and reference line by line, and reads back', () => {
    const code = transferCode({ account, amount: 3405, currency: 'EUR', reference: 'QW-1' })!;
    expect(code.split('\n')).toEqual([
      'BCD',
      '002',
      '1',
      'SCT',
      '',
      'Quillwick GmbH',
      'DE89370400440532013000',
      'EUR34.05',
      '',
      '',
      'QW-1',
    ]);
    expect(readTransferCode(code)).toEqual({ iban: account.iban, amount: 'EUR34.05', reference: 'QW-1' });
    expect(readTransferCode('https://evil.example')).toBeUndefined();
  });

  it('has its lines to itself: no value brings one along', () => {
    const code = transferCode({
      account: { ...account, holder: 'A\nB' },
      amount: 1,
      currency: 'EUR',
      reference: 'Q\r\nX',
    })!;
    expect(code.split('\n')).toHaveLength(11);
    expect(readTransferCode(code)?.reference).toBe('Q X');
  });

  it('is for euros only, and for an amount', () => {
    expect(transferCode({ account, amount: 100, currency: 'CHF', reference: '' })).toBeUndefined();
    expect(transferCode({ account, amount: 0, currency: 'EUR', reference: '' })).toBeUndefined();
  });
});

describe('a carrier’s pattern', () => {
  it.each([
    ['https://fieldpost.example/t/{number}', undefined],
    ['https://fieldpost.example/t{?number,postalCode}', undefined],
    ['https://fieldpost.example/t/', /Write \{number\}/],
    ['https://fieldpost.example/{nummer}', /asks for \{nummer\}/],
    ['https://fieldpost.example/{number', /not closed/],
    ['fieldpost.example/{number}', /full link/],
    ['javascript:alert({number})', /full link/],
  ])('%s', (pattern, problem) => {
    if (problem) expect(patternProblem(pattern)).toMatch(problem);
    else expect(patternProblem(pattern)).toBeUndefined();
  });

  it('makes the address of a parcel, with what it asks for escaped', () => {
    expect(expandPattern('https://f.example/t{?number,postalCode}', { number: 'FP 44 71/9', postalCode: 'A&B' })).toBe(
      'https://f.example/t?number=FP4471%2F9&postalCode=A%26B',
    );
    const carriers = [{ name: 'Fieldpost', trackingUrl: 'https://f.example/{number}' }];
    expect(trackingUrlFor(carriers, ' fieldpost ', { number: 'F1' })).toBe('https://f.example/F1');
    expect(trackingUrlFor(carriers, 'Fieldpost', {})).toBeUndefined();
    expect(trackingUrlFor(carriers, 'Other', { number: 'F1' })).toBeUndefined();
  });
});

describe('terms', () => {
  const terms: Terms = {
    ...NO_TERMS,
    payments: [
      {
        name: 'Bank transfer',
        words: { de: 'Überweisung' },
        waitsForMoney: true,
        account: { holder: 'Q', iban: 'DE00' },
      },
    ],
    names: [
      { kind: 'place', name: 'The Showroom', words: { de: 'unser Laden' } },
      { kind: 'place', name: 'the showroom', words: {} },
    ],
    carriers: [{ name: 'Fieldpost', trackingUrl: 'nowhere' }],
  };

  it('are refused with the place of each mistake', () => {
    expect(termsProblems(terms).map((p) => p.path)).toEqual([
      '/payments/0/account/iban',
      '/carriers/0/trackingUrl',
      '/names/1/name',
    ]);
  });

  it('say what a name is in a language, and in its region', () => {
    expect(nameIn(terms, 'payment', 'bank transfer', 'de-AT')).toBe('Überweisung');
    expect(nameIn(terms, 'place', 'The Showroom', 'fr')).toBeUndefined();
  });
});
