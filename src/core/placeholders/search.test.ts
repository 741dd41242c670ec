import { PLACEHOLDERS } from './catalogue';
import { searchFit } from './search';

const found = (search: string): string[] =>
  PLACEHOLDERS.map((p) => [searchFit(p, search), p.label] as const)
    .filter(([fit]) => fit > 0)
    .toSorted((a, b) => b[0] - a[0])
    .map(([, label]) => label);

describe('a value is found', () => {
  it('by its own name before all others', () => {
    expect(found('total')[0]).toBe('Total');
    expect(found('total')).not.toContain('Last name');
  });
  it.each([
    ['surname', 'Last name'],
    ['voucher', 'Discount code used'],
    ['vat', 'Tax'],
    ['postage', 'Shipping'],
    ['deadline', 'Payment due on'],
    ['track link', 'Tracking'],
  ])('by what it means: %s', (search, label) => {
    expect(found(search).some((l) => l.startsWith(label.split(' ')[0]!))).toBe(true);
  });
  it('by each word of the search', () => {
    expect(found('first name')[0]).toBe('First name');
    expect(found('name nonsense')).toEqual([]);
  });
  it('and is explained', () => {
    for (const p of PLACEHOLDERS) expect(p.meaning).toMatch(/^\p{Lu}.*\.$/u);
  });
});
