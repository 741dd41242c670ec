import type { Order } from '@/core/order';
import type { Template } from '@/core/template';
import { testOrder } from '@/core/testing';
import type { LookMessage } from '@/contract/templates';
import { versionFor } from '@/ui/look/versionFor';

const template = (id: string): Template => ({ version: 1, blocks: [{ id, kind: 'text' }], words: {} });
const refund: LookMessage = {
  slug: 'refund-issued',
  name: 'Refund issued',
  moment: 'refund.issued',
  versions: [
    { when: { match: 'all', tests: [{ about: 'refund', is: 'part' }] }, template: template('part') },
    { template: template('whole') },
  ],
};
const refunded = (amount: number): Order =>
  testOrder({ refunds: [{ amount, reason: 'creased', issuedAt: '2026-11-25T10:00:00Z' }] });
const taken = (order: Order, message = refund): string => versionFor(message, order, 'en').blocks[0]!.id;

describe('the version a look is tried on', () => {
  it('is the one that the order gets', () => {
    expect(taken(refunded(850))).toBe('part');
    expect(taken(refunded(3_790))).toBe('whole');
  });

  it('is the last when the order meets no condition at all', () => {
    const { versions } = refund;
    expect(taken(refunded(3_790), { ...refund, versions: [versions[0]!] })).toBe('part');
    expect(taken(testOrder())).toBe('whole');
  });
});
