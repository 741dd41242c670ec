import { ANY_CONTACTS, contactProblems } from './contacts';

const EMAIL = 'grace@wax.example';
const contact = (n: number, label = 'Accounts') => ({ label, email: `c${n}@wax.example` });
const wrong = (...args: Parameters<typeof contactProblems>) => contactProblems(...args).map((p) => p.path);

describe('contacts of a customer', () => {
  it('are neither the customer nor twice, whatever the case', () => {
    expect(wrong(EMAIL, [contact(1), contact(2)], ANY_CONTACTS)).toEqual([]);
    expect(wrong(EMAIL, [{ label: 'Me', email: 'Grace@WAX.example' }], ANY_CONTACTS)).toEqual(['/contacts/0/email']);
    expect(wrong(EMAIL, [contact(1), { ...contact(1), label: 'Goods' }], ANY_CONTACTS)).toEqual(['/contacts/1/email']);
  });

  it('are no more than the store lets, but those that are there stay', () => {
    const three = [contact(1), contact(2), contact(3)];
    const limits = { most: 2, labels: [] };
    expect(wrong(EMAIL, three, limits)).toEqual(['/contacts']);
    expect(wrong(EMAIL, three, limits, three)).toEqual([]);
    expect(wrong(EMAIL, [...three, contact(4)], limits, three)).toEqual(['/contacts']);
    expect(contactProblems(EMAIL, [contact(1)], { most: 0, labels: [] })[0]!.message).toBe(
      'Customers of this store have no contacts.',
    );
    const eleven = Array.from({ length: 11 }, (_, n) => contact(n));
    expect(contactProblems(EMAIL, eleven, ANY_CONTACTS)[0]!.message).toContain('10 contacts at most');
  });

  it('have the labels that there are, or one that was there', () => {
    const limits = { most: 10, labels: ['Accounts', 'Goods in'] };
    expect(wrong(EMAIL, [contact(1, 'goods IN')], limits)).toEqual([]);
    expect(wrong(EMAIL, [contact(1, 'Press')], limits)).toEqual(['/contacts/0/label']);
    expect(wrong(EMAIL, [contact(1, 'Press')], limits, [contact(9, 'Press')])).toEqual([]);
  });
});
