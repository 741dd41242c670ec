import type { CustomerValues } from './customers';
import { customerChanges, givenOf, mergedCustomer, unknownCustomer } from './customers';

const EMAIL = 'grace@wax-and-cloth.example';
const known: CustomerValues = {
  firstName: 'Grace',
  lastName: 'Okafor',
  company: 'Wax and Cloth',
  language: 'de',
  guest: false,
  address: { name: 'Grace Okafor', lines: ['Mill Lane 3'], postalCode: '20099', city: 'Hamburg', country: 'DE' },
  contacts: [{ label: 'Accounts', email: 'accounts@wax-and-cloth.example', name: 'Ines', language: 'fr' }],
};
const row = (cells: Record<string, string | boolean>, contacts: CustomerValues['contacts'] = []) =>
  givenOf({ email: EMAIL, ...cells }, ['email', ...Object.keys(cells)], contacts);
const withEmpty = (...columns: string[]) => givenOf({ email: EMAIL }, ['email', ...columns], []);

describe('what a list says of a customer', () => {
  it('changes what it has, and nothing else', () => {
    const after = mergedCustomer(known, row({ company: 'Wax & Cloth' }), false);
    expect(after).toEqual({ ...known, company: 'Wax & Cloth' });
    expect(customerChanges(known, after)).toEqual([
      { field: 'company', before: 'Wax and Cloth', after: 'Wax & Cloth' },
    ]);
    expect(mergedCustomer(known, row({}), false)).toEqual(known);
  });

  it('takes away where a cell is empty only when that is asked for', () => {
    const given = withEmpty('company', 'contacts', 'street', 'city');
    expect(given.empty).toEqual(['company', 'address', 'contacts']);
    expect(mergedCustomer(known, given, false)).toEqual(known);
    expect(mergedCustomer(known, given, true)).toEqual({
      ...known,
      company: '',
      contacts: [],
      address: unknownCustomer('Grace Okafor').address,
    });
  });

  it('changes a part of an address, and makes none out of half of one', () => {
    expect(mergedCustomer(known, row({ street: 'Quay 9' }), false).address).toEqual({
      ...known.address,
      lines: ['Quay 9'],
    });
    expect(mergedCustomer(undefined, row({ street: 'Quay 9' }), false).address.country).toBe('ZZ');
    expect(mergedCustomer(undefined, row({ first_name: 'Ada', city: 'Bremen', country: 'DE' }), false)).toMatchObject({
      firstName: 'Ada',
      address: { name: 'Ada', city: 'Bremen', country: 'DE' },
    });
  });

  it('keeps names and languages of contacts that it names again', () => {
    const contacts = [
      { label: 'Accounts', email: 'accounts@wax-and-cloth.example' },
      { label: 'Goods in', email: 'goods@wax-and-cloth.example' },
    ];
    expect(mergedCustomer(known, row({ contacts: 'x' }, contacts), false).contacts).toEqual([
      known.contacts[0],
      contacts[1],
    ]);
  });

  it('says nothing of an address that only took on another name', () => {
    const before = unknownCustomer(EMAIL);
    const after = mergedCustomer(before, row({ first_name: 'Ada' }), false);
    expect(customerChanges(before, after).map((c) => c.field)).toEqual(['firstName']);
  });
});
