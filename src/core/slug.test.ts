import { freeSlug, slugOf } from './slug';

describe('a name in an address', () => {
  it.each([
    ['Order received', 'order-received'],
    ['  Grüße aus Łódź!  ', 'grusse-aus-lodz'],
    ['Élodie & fils', 'elodie-fils'],
    ['ليلى', 'thing'],
    ['~~', 'thing'],
  ])('%s is %s', (name, slug) => {
    expect(slugOf(name, { most: 40, fallback: 'thing' })).toBe(slug);
  });

  it('is cut without a hyphen at its end, and numbered when it is taken', () => {
    expect(slugOf('a very long name', { most: 7, fallback: 'x' })).toBe('a-very');
    expect(freeSlug('Guests', new Set(['guests', 'guests-2']), 'version')).toBe('guests-3');
  });
});
