import { readTemplateAddress, templateAddress, variantTitle } from './notification';

it.each([
  ['order-received', ''],
  ['order-received', 'guests'],
  ['a', 'the-last-part'],
])('the address of a version (%s, %s) is read back as it was made', (slug, variant) => {
  expect(readTemplateAddress(templateAddress(slug, variant))).toEqual({ slug, variant });
});

it('the version for everybody has the name of its notification', () => {
  expect(variantTitle('Order received', '')).toBe('Order received');
  expect(variantTitle('Order received', 'Guests')).toBe('Order received, Guests');
});
