import fc from 'fast-check';
import { dateFormatter, distanceFormatter, listFormatter, minorDigits, moneyFormatter } from './formatters';

describe('amounts', () => {
  const locale = fc.constantFrom(
    'en',
    'en-GB',
    'en-IN',
    'de',
    'de-CH',
    'fr',
    'pl',
    'es',
    'pt-PT',
    'ar',
    'ar-EG',
    'fa',
    'hi',
    'bn',
    'ja',
    'cs',
    'sv',
    'he',
  );
  const currency = fc.constantFrom('EUR', 'GBP', 'PLN', 'JPY', 'KWD', 'USD', 'CHF', 'AED', 'INR');
  const display = fc.constantFrom('symbol' as const, 'code' as const, 'narrowSymbol' as const, 'name' as const);

  it('are written as Intl writes them, in every locale, currency and size', () => {
    fc.assert(
      fc.property(locale, currency, display, fc.integer({ min: -1e12, max: 1e12 }), (tag, code, form, minor) => {
        const expected = new Intl.NumberFormat(tag, {
          style: 'currency',
          currency: code,
          currencyDisplay: form,
        }).format(minor / 10 ** minorDigits(code));
        expect(moneyFormatter(tag, code, form)(minor)).toBe(expected);
      }),
      { numRuns: 1500 },
    );
  });

  it('have as many decimals as their currency', () => {
    expect(minorDigits('EUR')).toBe(2);
    expect(minorDigits('JPY')).toBe(0);
    expect(minorDigits('KWD')).toBe(3);
    expect(moneyFormatter('en', 'JPY')(1250)).toBe('¥1,250');
    expect(moneyFormatter('en', 'KWD')(1250)).toBe('KWD\u00a01.250');
  });
});

describe('dates', () => {
  it('are right when asked for instants of different minutes in turn', () => {
    const write = dateFormatter('en-GB', 'Europe/Berlin', 'year-month-day', 'long');
    const before = Date.parse('2026-11-24T22:59:59.999Z');
    const after = Date.parse('2026-11-24T23:00:00Z');
    expect([write(before), write(after), write(before)]).toEqual([
      '24 November 2026',
      '25 November 2026',
      '24 November 2026',
    ]);
  });

  it('are written as Intl writes them, in every zone, also where a day begins at a quarter past', () => {
    const zone = fc.constantFrom(
      'Europe/Berlin',
      'Asia/Kathmandu',
      'Pacific/Chatham',
      'America/St_Johns',
      'Africa/Monrovia',
    );
    const from = Date.UTC(1960, 0, 1);
    const instant = fc.integer({ min: from, max: Date.UTC(2060, 0, 1) });
    fc.assert(
      fc.property(zone, fc.array(instant, { minLength: 1, maxLength: 40 }), (timeZone, instants) => {
        const write = dateFormatter('en-GB', timeZone, 'year-month-day', 'medium');
        const expected = new Intl.DateTimeFormat('en-GB', {
          timeZone,
          year: 'numeric',
          month: 'short',
          day: 'numeric',
        });
        // Each with its neighbours, so that what was kept is asked for as well.
        for (const at of instants.flatMap((i) => [i, i + 1, i + 899_999, i - 1]))
          expect(write(at)).toBe(expected.format(at));
      }),
      { numRuns: 200 },
    );
  });

  it('hold over the change of the clocks', () => {
    const write = dateFormatter('en-GB', 'Europe/Berlin', 'month-day', 'short');
    expect(write(Date.parse('2026-10-25T00:30:00Z'))).toBe('25/10');
    expect(write(Date.parse('2026-10-25T23:30:00Z'))).toBe('26/10');
  });
});

describe('distances and lists', () => {
  it.each([
    ['en', 1, 'tomorrow'],
    ['en', -3, '3 days ago'],
    ['de', 2, 'übermorgen'],
    ['de', 20, 'in 2 Wochen'],
    ['pl', 5, 'za 5 dni'],
    ['en', 90, 'in 2 months'],
  ])('%s: %d days are "%s"', (locale, days, words) => {
    expect(distanceFormatter(locale)(days)).toBe(words);
  });
  it.each([
    ['en-GB', 'Kozo sheet, awl and thread'],
    ['de', 'Kozo sheet, awl und thread'],
    ['ar', 'Kozo sheet وawl وthread'],
  ])('%s lists as "%s"', (locale, words) => {
    expect(listFormatter(locale)(['Kozo sheet', 'awl', 'thread'])).toBe(words);
  });
});
