import fc from 'fast-check';
import { SHIPPED_NOTIFICATIONS } from '@/core/shipped';
import { segmentsOf } from '@/core/template';
import { parseSource, toDocument, toSource, type Paragraph } from '@/core/text';
import { chipFace, valueText } from '@/ui/desk/chips';
import { chipOptions, jsonToParagraphs, paragraphsToJson } from '@/ui/desk/editor/documents';
import { viewSegment } from '@/ui/desk/useSegments';

const marks = fc.option(
  fc
    .record(
      {
        b: fc.constant(true as const),
        i: fc.constant(true as const),
        link: fc.oneof(
          fc.record({ url: fc.constant('https://a.example/') }),
          fc.record({ variable: fc.constant('store.url') }),
        ),
      },
      { requiredKeys: [] },
    )
    .filter((m) => Object.keys(m).length > 0),
  { nil: undefined },
);
const piece = fc.oneof(
  fc
    .tuple(fc.string({ minLength: 1 }), marks)
    .map(([text, m]) => ({ type: 'text' as const, text, ...(m && { marks: m }) })),
  marks.map((m) => ({ type: 'break' as const, ...(m && { marks: m }) })),
  fc.tuple(fc.constantFrom('order.total', 'customer.firstName'), fc.boolean(), marks).map(([name, options, m]) => ({
    type: 'chip' as const,
    name,
    fn: 'text',
    ...(options && { options: { default: 'a|b {c}', case: 'upper' } }),
    ...(m && { marks: m }),
  })),
);

const paragraph = fc.record({
  kind: fc.constantFrom('p', 'item', 'step'),
  pieces: fc.array(piece, { maxLength: 6 }),
});

describe('words in the editor', () => {
  it('become the editor’s JSON and come back the same', () => {
    fc.assert(
      fc.property(fc.array(paragraph, { minLength: 1, maxLength: 4 }), (paragraphs) => {
        const back = jsonToParagraphs(paragraphsToJson(paragraphs as Paragraph[]));
        expect(back).toEqual(paragraphs);
      }),
    );
  });

  it.each(
    SHIPPED_NOTIFICATIONS.flatMap((n) => Object.keys(n.template.words).map((l) => [n.slug, l, n.template] as const)),
  )('of %s in %s say the same after a stay in the editor', (_slug, language, template) => {
    for (const { id } of segmentsOf(template)) {
      const source = template.words[language]![id] ?? '';
      const parsed = parseSource(source);
      if (!parsed.ok) throw new Error(source);
      const document = toDocument(parsed.message);
      const edited = {
        ...document,
        forms: document.forms.map((f) => ({ ...f, paragraphs: jsonToParagraphs(paragraphsToJson(f.paragraphs)) })),
      };
      expect(toSource(edited)).toBe(toSource(document));
    }
  });
});

describe('a segment on the Desk', () => {
  const source = '.input {$order.itemCount :number}\n.match $order.itemCount\none {{one}}\n* {{many}}';

  it('shows the form that the chosen order takes', () => {
    expect(viewSegment(source, { 'order.itemCount': 1 }, 'en').ownForm).toBe(0);
    expect(viewSegment(source, { 'order.itemCount': 7 }, 'en').ownForm).toBe(1);
  });

  it('is left to the source view when it is broken or says more than the sheet can', () => {
    expect(viewSegment('{$order', {}, 'en')).toMatchObject({ source: '{$order', words: undefined });
    expect(viewSegment('.local $x = {$order.total :money}\n{{{$x}}}', {}, 'en').words).toBeUndefined();
    expect(viewSegment('', {}, 'en').words?.forms).toHaveLength(1);
  });
});

describe('a chip', () => {
  const writing = { locale: 'en-GB', timeZone: 'Europe/Berlin' };
  const values = {
    'order.total': { minor: 8450, currency: 'EUR' },
    'order.expectedDispatch': Date.parse('2026-11-26T11:00:00Z'),
  };
  const face = (name: string, options?: Record<string, string>, fn: string | null = null) =>
    chipFace({ name, fn, options: options ? JSON.stringify(options) : null }, values, 'order.placed', writing);

  it('shows the order’s value as the message will write it', () => {
    expect(face('order.total')).toMatchObject({ text: '€84.50', problem: false });
    expect(face('order.expectedDispatch', { fields: 'month-day', length: 'long' }, 'date').text).toBe('26 November');
  });

  it('shows the words for a missing value, or else what is missing', () => {
    expect(face('customer.firstName', { default: 'friend' }, 'text').text).toBe('friend');
    expect(face('customer.firstName')).toMatchObject({
      text: 'First name',
      title: 'First name is missing from this order',
    });
  });

  it('is marked when it is unknown, or unknown at this moment', () => {
    expect(face('order.nummer')).toMatchObject({ text: '{$order.nummer}', problem: true });
    expect(face('shipment.carrier')).toMatchObject({ text: 'Carrier', problem: true });
  });

  it('lists values as plain text', () => {
    expect(valueText('order.total', values, writing)).toBe('€84.50');
    expect(valueText('order.note', values, writing)).toBe('');
    expect(chipOptions({ name: 'x', fn: null, options: null })).toEqual({});
  });
});
