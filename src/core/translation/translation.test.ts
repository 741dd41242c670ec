import fc from 'fast-check';
import { parseSource, toDocument, toSource } from '../text';
import {
  beginForms,
  countStates,
  needsTranslation,
  progress,
  scriptOf,
  segmentStanding,
  SEGMENT_STATES,
  sumCounts,
  translationFindings,
} from '.';

const SOURCE = 'Your order {$order.number} is on its way.';

describe('the state of a segment', () => {
  const stands = (words: string, more: Partial<Parameters<typeof segmentStanding>[0]> = {}) =>
    segmentStanding({ source: SOURCE, words, ...more });

  it('is missing without words, whatever was said of them', () => {
    expect(stands(' ')).toEqual({ state: 'missing' });
    expect(stands('', { note: { state: 'done', source: SOURCE, words: 'x' } })).toEqual({ state: 'missing' });
  });

  it('is a copy until somebody says that it reads the same', () => {
    expect(stands(SOURCE)).toEqual({ state: 'same' });
    expect(stands(SOURCE, { note: { state: 'begun', source: SOURCE, words: SOURCE } })).toEqual({ state: 'same' });
    expect(stands(SOURCE, { note: { state: 'done', source: SOURCE, words: SOURCE } })).toEqual({ state: 'done' });
    expect(
      segmentStanding({ source: '{$order.number}, {$order.total}', words: '{$order.number}, {$order.total}' }),
    ).toEqual({
      state: 'done',
    });
  });

  it('is changed when the source is not the one that it was made from, and says which that was', () => {
    const older = 'Your order {$order.number} has left.';
    expect(stands('Twoje', { note: { state: 'checked', source: older, words: 'Twoje' } })).toEqual({
      state: 'changed',
      madeFrom: older,
    });
    expect(stands('Twoje', { live: { source: older, words: 'Twoje' } })).toEqual({ state: 'changed', madeFrom: older });
    // Both were written anew since it was published: they belong together.
    expect(stands('Nowe', { live: { source: older, words: 'Twoje' } })).toEqual({ state: 'done' });
    expect(stands('Twoje', { stale: true })).toEqual({ state: 'changed' });
  });

  it('is checked only as long as the words are those that were read', () => {
    const note = { state: 'checked' as const, source: SOURCE, words: 'Twoje' };
    expect(stands('Twoje', { note })).toEqual({ state: 'checked' });
    expect(stands('Wasze', { note })).toEqual({ state: 'done' });
  });

  it('is counted, and added up', () => {
    const counts = countStates(['done', 'checked', 'missing', 'changed', 'done']);
    expect(progress(counts)).toEqual({ all: 5, done: 3 });
    expect(progress(sumCounts([counts, counts]))).toEqual({ all: 10, done: 6 });
    expect(Object.keys(counts)).toEqual(SEGMENT_STATES);
  });

  it('needs nothing where there are no letters', () => {
    expect(needsTranslation('{$order.number}: {$order.total}')).toBe(false);
    expect(needsTranslation('No. {$order.number}')).toBe(true);
    expect(needsTranslation('{$broken')).toBe(true);
  });
});

describe('the forms that a translation begins with', () => {
  const ITEMS =
    '.input {$order.itemCount :number}\n.match $order.itemCount\none {{One item}}\n* {{{$order.itemCount} items}}';

  it.each([
    ['pl', ['one', 'few', 'many', '*']],
    ['ar', ['zero', 'one', 'two', 'few', 'many', '*']],
    ['de', ['one', '*']],
    ['fr', ['one', '*']],
    ['ja', ['*']],
  ])('are those that %s tells apart', (language, keys) => {
    expect(beginForms(ITEMS, language).forms.map((f) => f.keys[0])).toEqual(keys);
  });

  it('keep exact numbers and presence as the source has them', () => {
    const source =
      '.input {$order.itemCount :number}\n.input {$customer.firstName :presence}\n.match $order.itemCount $customer.firstName\n0 * {{None}}\none missing {{One}}\n* * {{Some}}';
    expect(beginForms(source, 'pl').forms.map((f) => f.keys.join(' '))).toEqual([
      '0 *',
      '0 missing',
      'one *',
      'one missing',
      'few *',
      'few missing',
      'many *',
      'many missing',
      '* *',
      '* missing',
    ]);
  });

  it('are one for a source that cannot be read', () => {
    expect(beginForms('{$broken', 'pl').forms).toHaveLength(1);
  });

  it('can always be written and read again', () => {
    const filled = beginForms(ITEMS, 'ar');
    const source = toSource({
      ...filled,
      forms: filled.forms.map((f) => ({ ...f, paragraphs: [{ kind: 'p', pieces: [{ type: 'text', text: 'كلمة' }] }] })),
    });
    const parsed = parseSource(source);
    expect(parsed.ok && toDocument(parsed.message).forms).toHaveLength(6);
  });
});

describe('what is wrong with a translation', () => {
  const find = (
    source: string,
    words: string,
    language = 'de',
    form: 'plain' | 'line' | 'paragraphs' = 'paragraphs',
    id = 'text',
  ) =>
    translationFindings(source, words, {
      place: { id, form, label: 'Text 1' },
      moment: 'order.placed',
      language,
      sourceLanguage: 'en',
    });
  const messages = (...args: Parameters<typeof find>): string[] => find(...args).map((f) => f.message);

  it('is nothing for words that say the same', () => {
    expect(find(SOURCE, 'Ihre Bestellung {$order.number} ist unterwegs.')).toEqual([]);
    expect(find(SOURCE, '')).toEqual([]);
  });

  it('stops a placeholder that is missing, extra or broken', () => {
    expect(find(SOURCE, 'Ihre Bestellung ist unterwegs.')).toEqual([
      { severity: 'blocker', message: expect.stringContaining('Order number {$order.number}') },
    ]);
    expect(find(SOURCE, 'Ihre Bestellung {$order.number} {$order.total}.')[0]!.severity).toBe('blocker');
    expect(find(SOURCE, 'Ihre Bestellung {$order.number ist.')[0]!.severity).toBe('blocker');
  });

  it('names numbers that differ, in the digits of any script', () => {
    expect(messages('Open until 18:30.', 'Geöffnet bis 18:00.')).toEqual([
      'The number 1830 of the source is not here.',
      'The number 1800 is not in the source.',
    ]);
    expect(messages('Within 14 days.', 'خلال ١٤ يومًا.', 'ar')).toEqual([]);
  });

  it('compares the mark at the end as each language writes it, and puts it right by a click', () => {
    const [end] = find('We look forward to it!', 'Wir freuen uns darauf.');
    expect(end).toMatchObject({ severity: 'warning', fix: { source: 'Wir freuen uns darauf!' } });
    expect(messages('Is it right?', 'هل هذا صحيح؟', 'ar')).toEqual([]);
    expect(find('Is it right?', 'هل هذا صحيح?', 'ar')[0]!.fix!.source).toBe('هل هذا صحيح؟');
    expect(messages('It is right.', 'これで正しいです。', 'ja')).toEqual([]);
    expect(find('Thank you', 'Danke.')[0]!.fix!.source).toBe('Danke');
  });

  it('finds spaces, controls of direction and letters of another script', () => {
    expect(find('Thank you', ' Danke ')[0]!.fix!.source).toBe('Danke');
    expect(find('Thank you all', 'Danke  allen')[0]!.fix!.source).toBe('Danke allen');
    expect(find('Thank you', 'Danke\u202e')[0]!.fix!.source).toBe('Danke');
    expect(messages('Thank you', 'Dziękujemy', 'ar')).toEqual(['None of these letters are Arabic letters.']);
    // The first letter is a Cyrillic one.
    expect(messages('Order', 'Вestellung')).toEqual(['The word “Вestellung” mixes letters of two scripts.']);
  });

  it('compares bold words and where links lead', () => {
    expect(messages('{#b}Now{/b} open', 'Jetzt offen')).toEqual(['Formatting differs, bold: 1 in the source, 0 here.']);
    const link = (url: string, words: string): string => `{#link href=|${url}|}${words}{/link}`;
    expect(messages(link('https://a.example', 'Here'), link('https://b.example', 'Hier'))).toEqual([
      'The link to https://b.example is not in the source.',
    ]);
  });

  it('measures subjects and buttons, and leaves the rest their room', () => {
    const long = 'Ihre Bestellung ist bei uns angekommen und wir bedanken uns sehr herzlich dafür';
    expect(messages('Your order is here', long, 'de', 'plain', 'subject')).toEqual([
      'Long for its place: 79 characters, 18 in the source.',
    ]);
    expect(messages('Your order is here', long)).toEqual([]);
  });

  it('offers the forms that a language needs', () => {
    const two =
      '.input {$order.itemCount :number}\n.match $order.itemCount\none {{Jedna}}\n* {{{$order.itemCount} sztuk}}';
    const [gap] = find(two, two, 'pl');
    const parsed = parseSource(gap!.fix!.source);
    expect(parsed.ok && toDocument(parsed.message).forms.map((f) => f.keys[0])).toEqual(['one', 'many', '*']);
  });

  it('reads whatever is typed without failing, and its mends leave fewer findings', () => {
    fc.assert(
      fc.property(
        fc.string(),
        fc.string({ unit: 'grapheme' }),
        fc.constantFrom('de', 'ar', 'pl', 'ja', 'x-none'),
        (a, b, l) => {
          for (const { fix } of find(a, b, l)) if (fix) expect(fix.source).not.toBe(b);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('knows the script of a language by its tag', () => {
    expect(['de', 'ar', 'sr-Latn', 'uk', 'ja'].map(scriptOf)).toEqual(['Latn', 'Arab', 'Latn', 'Cyrl', 'Jpan']);
    expect(scriptOf('not a tag')).toBeUndefined();
  });
});
