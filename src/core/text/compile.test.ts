import fc from 'fast-check';
import { MessageFormat } from 'messageformat';
import { DraftFunctions } from 'messageformat/functions';
import { fillWords } from './testing';
import type { Money, Values } from './values';

const eur = (minor: number): Money => ({ minor, currency: 'EUR' });

describe('filling words', () => {
  const values: Values = {
    'customer.firstName': 'Iwona',
    'order.number': 'QW-1',
    'order.total': eur(8450),
    'order.itemCount': 3,
    'order.placedAt': Date.parse('2026-11-24T23:30:00Z'),
    'order.statusUrl': 'https://quillwick.example/o/1',
  };

  it('writes text, money, numbers and dates in the reader’s form', () => {
    const source =
      '{$customer.firstName}: {$order.total :money}, {$order.itemCount :number}, {$order.placedAt :date length=long}';
    expect(fillWords(source, values, { locale: 'en-GB' }).plain).toBe('Iwona: €84.50, 3, 24 November 2026');
    expect(fillWords(source, values, { locale: 'de' }).plain).toBe('Iwona: 84,50\u00a0€, 3, 24. November 2026');
  });

  it('counts days in the store’s zone', () => {
    const source = '{$order.placedAt :date fields=month-day length=long}';
    expect(fillWords(source, values, { timeZone: 'Europe/Berlin', locale: 'en-GB' }).plain).toBe('25 November');
  });

  it('says a date as its distance from the day of sending, in days of the store’s zone', () => {
    const source = '{$order.placedAt :date as=distance}';
    const said = (sentAt: string | undefined, timeZone: string): string => {
      const sent = sentAt === undefined ? {} : { 'message.sentAt': Date.parse(sentAt) };
      return fillWords(source, { ...values, ...sent }, { timeZone, locale: 'en-GB' }).plain;
    };
    expect(said('2026-11-24T23:59:00Z', 'UTC')).toBe('today');
    // In Berlin it was placed on the 25th.
    expect(said('2026-11-24T22:00:00Z', 'Europe/Berlin')).toBe('tomorrow');
    expect(said('2026-11-28T08:00:00Z', 'UTC')).toBe('4 days ago');
    expect(said(undefined, 'UTC')).toBe('24 Nov 2026');
    expect(fillWords('{$order.expectedDispatch :date as=distance default=|soon|}', values).plain).toBe('soon');
  });

  it('writes a placeholder without a function by what kind of value it is', () => {
    expect(fillWords('{$order.total}', values, { locale: 'en' }).plain).toBe('€84.50');
  });

  it('says the default for a missing value, of any kind, and nothing without one', () => {
    const source =
      'A{$customer.company :text default=|you|}B{$order.expectedDispatch :date default=|soon|}C{$order.note}D';
    expect(fillWords(source, values).plain).toBe('AyouBsoonCD');
  });

  it('chooses plural forms, an exact key before a category', () => {
    const source =
      '.input {$order.itemCount :number}\n.match $order.itemCount\n1 {{exactly one}}\none {{one}}\nfew {{kilka}}\nmany {{wiele}}\n* {{inne}}';
    const form = (n: number, locale: string): string => fillWords(source, { 'order.itemCount': n }, { locale }).plain;
    expect(form(1, 'pl')).toBe('exactly one');
    expect(form(3, 'pl')).toBe('kilka');
    expect(form(5, 'pl')).toBe('wiele');
    expect(form(22, 'pl')).toBe('kilka');
    expect(form(5, 'en')).toBe('inne');
  });

  it('makes markup into HTML, and links into text with their address', () => {
    const source = '{#p}{#b}Bold{/b} and {#i}it{/i}.{/p}\n{#p}{#link href=$order.statusUrl}See{/link}{#br/}next{/p}';
    const { html, plain } = fillWords(source, values);
    expect(html).toBe(
      '<p><strong>Bold</strong> and <em>it</em>.</p><p><a href="https://quillwick.example/o/1">See</a><br>next</p>',
    );
    expect(plain).toBe('Bold and it.\n\nSee (https://quillwick.example/o/1)\nnext');
  });

  it('leaves a link without a safe address as plain words', () => {
    const source = '{#link href=$order.statusUrl}See{/link}';
    for (const bad of [undefined, 'javascript:alert(1)', '/orders/1', 'data:text/html,x']) {
      const { html, plain } = fillWords(source, { 'order.statusUrl': bad });
      expect(html).toBe('<a>See</a>');
      expect(plain).toBe('See');
    }
  });

  it('keeps a right-to-left name apart from the words around it', () => {
    const { html, plain } = fillWords('Dear {$customer.firstName}, hello', { 'customer.firstName': 'ليلى' });
    expect(html).toBe('Dear <bdi>ليلى</bdi>, hello');
    expect(plain).toBe('Dear \u2068ليلى\u2069, hello');
  });

  it('gives nothing for words that cannot be read', () => {
    expect(fillWords('Hello {$order.number', values)).toEqual({ html: '', plain: '' });
  });
});

describe('against the messageformat library', () => {
  const literal = fc.string({ unit: fc.constantFrom(...'abc äß,.;:!?0 1|"\'<>&$#@*'), maxLength: 12 });
  const placeholder = fc.constantFrom(
    '{$order.itemCount :number}',
    '{$order.itemCount :number minimumFractionDigits=2}',
    '{$order.itemCount :number signDisplay=always}',
    '{$order.placedAt :date length=long}',
    '{$order.placedAt :date fields=month-day-weekday length=long}',
    '{$order.placedAt :date fields=year-month-day length=short}',
    '{$order.total :money}',
  );
  const pattern = fc
    .array(fc.oneof(literal, placeholder), { maxLength: 8 })
    .map((parts) => parts.join('').replace(/^[\s.]+/, ''));
  const locale = fc.constantFrom('en', 'en-GB', 'de', 'fr', 'pl', 'ar', 'ja', 'es', 'hi', 'cs');
  const count = fc.oneof(fc.integer({ min: 0, max: 130 }), fc.integer({ min: -5, max: 5_000_000 }));
  const keys = fc.uniqueArray(fc.constantFrom('0', '1', '2', 'zero', 'one', 'two', 'few', 'many'), { maxLength: 5 });

  const reference = (source: string, tag: string, values: { count: number; at: number; minor: number }): string =>
    new MessageFormat(tag, source, {
      bidiIsolation: 'none',
      functions: {
        ...DraftFunctions,
        money: (context, options, input) => DraftFunctions.currency(context, options, input),
      },
    }).format({
      'order.itemCount': values.count,
      'order.placedAt': { valueOf: () => values.at, options: { timeZone: 'UTC' } },
      'order.total': { valueOf: () => values.minor / 100, options: { currency: 'EUR' } },
    });

  it('writes the same text for the same pattern, locale and values', () => {
    fc.assert(
      fc.property(
        pattern,
        locale,
        count,
        fc.integer({ min: 0, max: 4_000_000_000_000 }),
        fc.integer({ min: -99_999_999, max: 99_999_999 }),
        (source, tag, n, at, minor) => {
          const ours = fillWords(
            source,
            { 'order.itemCount': n, 'order.placedAt': at, 'order.total': eur(minor) },
            { locale: tag },
          ).plain;
          expect(ours).toBe(reference(source, tag, { count: n, at, minor }));
        },
      ),
      { numRuns: 300 },
    );
  });

  it('chooses the same form', () => {
    fc.assert(
      fc.property(
        keys,
        locale,
        count,
        fc.constantFrom('', ' select=ordinal', ' select=exact'),
        (list, tag, n, select) => {
          const forms = list.map((key) => `${key} {{form ${key}}}`).join('\n');
          const source = `.input {$order.itemCount :number${select}}\n.match $order.itemCount\n${forms}\n* {{other {$order.itemCount}}}`;
          const ours = fillWords(source, { 'order.itemCount': n }, { locale: tag }).plain;
          expect(ours).toBe(reference(source, tag, { count: n, at: 0, minor: 0 }));
        },
      ),
      { numRuns: 400 },
    );
  });
});
