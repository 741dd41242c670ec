import fc from 'fast-check';
import { placesIn, replaceInSource, type Wanted } from './replace';
import { parseSource, placeholdersOf } from './source';

const wanted = (search: string, more: Partial<Wanted> = {}): Wanted => ({
  search,
  matchCase: false,
  wholeWords: false,
  ...more,
});
const replaced = (source: string, search: string, by: string, more: Partial<Wanted> = {}): string | undefined =>
  replaceInSource(source, 'paragraphs', wanted(search, more), by)?.source;

describe('words are replaced', () => {
  it('in each form, and counted', () => {
    const source = '.input {$n :number}\n.match $n\none {{One parcel}}\n* {{{$n} parcels, parcel by parcel}}';
    expect(replaceInSource(source, 'line', wanted('parcel'), 'package')).toEqual({
      source: '.input {$n :number}\n.match $n\none {{One package}}\n* {{{$n} packages, package by package}}',
      places: 4,
    });
  });

  it('with capital letters told apart, and as whole words, when that is wanted', () => {
    expect(replaced('Parcel and parcel', 'parcel', 'box', { matchCase: true })).toBe('Parcel and box');
    expect(replaced('parcels, a parcel', 'parcel', 'box', { wholeWords: true })).toBe('parcels, a box');
    expect(replaced('Straße', 'strasse', 'x')).toBeUndefined();
  });

  it('beginning small or capital as what they replace', () => {
    expect(replaced('Follow it, or follow us', 'Follow', 'See')).toBe('See it, or see us');
    expect(replaced('Follow it, or follow us', 'follow', 'see')).toBe('See it, or see us');
    expect(replaced('at quillwick', 'quillwick', 'Quillwick')).toBe('at Quillwick');
  });

  it('never in a placeholder, its options, a link or a tag', () => {
    const source = 'order {$order.number :text default=|order|} {#link href=|https://order.example|}order{/link}';
    expect(replaced(source, 'order', 'purchase')).toBe(
      'purchase {$order.number :text default=order} {#link href=|https://order.example|}purchase{/link}',
    );
    const html = '<a class="order" href="{$order.statusUrl}" title="order">order</a> order';
    expect(replaceInSource(html, 'html', wanted('order'), 'box')!.source).toBe(
      '<a class="order" href="{$order.statusUrl}" title="order">box</a> box',
    );
  });

  it('so that what is put in their place is words, whatever it is', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 12 }), (by) => {
        const source = 'Thank you for {$order.number}, thank you.';
        const next = replaced(source, 'thank', by)!;
        const parsed = parseSource(next);
        expect(parsed.ok && placeholdersOf(parsed.message)).toEqual(['order.number']);
      }),
    );
  });

  it('and not found where there is nothing to find, or nothing that can be read', () => {
    expect(placesIn('any', wanted(''))).toEqual([]);
    expect(replaced('nothing', 'thing of it', 'x')).toBeUndefined();
    expect(replaced('broken {$', 'broken', 'x')).toBeUndefined();
  });
});
