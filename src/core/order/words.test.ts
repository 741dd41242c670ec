import { testOrder } from '../testing';
import { orderMatches, orderWords } from './words';

describe('an order is found', () => {
  const words = orderWords(testOrder({ language: 'pl' }), 'Part sent');
  it.each(['poland', 'Polish', 'Sobczyk Lublin', 'part sent', 'QW-10482', 'kozo'])('by %s', (search) => {
    expect(orderMatches(words, search)).toBe(true);
  });
  it('by how many lines and items it has, as whole numbers', () => {
    const one = testOrder();
    const n = one.lines.length;
    expect(orderMatches(words, `${n} lines`)).toBe(true);
    expect(orderMatches(words, `1${n} lines`)).toBe(false);
  });
  it('by no word that it does not have', () => {
    expect(orderMatches(words, 'poland norway')).toBe(false);
  });
});
