import { checker, isMailAddress } from '@/core/schema';
import { OrderSchema, orderProblems } from '@/core/order';
import { CATEGORIES, PRODUCTS } from '../../demo/catalogue';
import { makeOrders } from '../../demo/orders';
import { makeCustomers } from '../../demo/people';
import { COLLEAGUES, RETAIL, TRADE } from '../../demo/quillwick';
import { Chance } from '../../demo/random';
import { ACCOUNTS, fixedRecords, mailRecordsOf, SERVERS } from '../../standins/scenery';
import { portsFrom } from '../../standins/ports';

const NOW = Date.parse('2026-11-24T12:00:00Z');
const make = (store = RETAIL) => {
  const chance = new Chance(18_450);
  const customers = makeCustomers(chance);
  return {
    customers,
    orders: makeOrders(chance, store, customers, 180, 10_303, NOW, (p) => `https://quillwick.example/${p.sku}.png`),
  };
};

describe('the demo', () => {
  it('tells the same story each time', () => {
    expect(make()).toEqual(make());
  });

  it('has forty products, sixty customers, a hundred and eighty orders and eight colleagues', () => {
    const { customers, orders } = make();
    expect(PRODUCTS).toHaveLength(40);
    expect(new Set(PRODUCTS.map((p) => p.sku)).size).toBe(40);
    expect(CATEGORIES).toEqual(['papers', 'boards and cloth', 'tools', 'adhesives', 'kits', 'patterns', 'workshops']);
    expect(customers).toHaveLength(60);
    expect(orders).toHaveLength(180);
    expect(COLLEAGUES).toHaveLength(8);
  });

  it.each([RETAIL, TRADE])('of $name has only orders that the product itself takes, within sixty days', (store) => {
    const check = checker(OrderSchema);
    for (const order of make(store).orders) {
      expect(check(order)).toMatchObject({ ok: true });
      expect(orderProblems(order)).toEqual([]);
      const age = (NOW - Date.parse(order.placedAt)) / 86_400_000;
      expect(age).toBeGreaterThan(0);
      expect(age).toBeLessThan(61);
    }
  });

  it('writes only to addresses that nobody can have, each customer with one of their own', () => {
    const { customers } = make();
    const addresses = [
      ...customers.map((c) => c.email),
      ...COLLEAGUES.map((c) => c.email),
      ...ACCOUNTS.map((a) => a.user),
    ];
    for (const address of addresses) {
      expect(isMailAddress(address)).toBe(true);
      expect(address).toMatch(/\.example$/);
    }
    expect(new Set(customers.map((c) => c.email)).size).toBe(customers.length);
  });

  it('has customers of every language, guests, and one closed mailbox', () => {
    const { customers } = make();
    expect(new Set(customers.map((c) => c.language))).toEqual(new Set(['de', 'en', 'fr', 'pl', 'ar']));
    expect(customers.some((c) => c.guest)).toBe(true);
    expect(customers.filter((c) => c.email.startsWith('gone@'))).toHaveLength(1);
  });
});

describe('the scenery', () => {
  it('has mail exchanges for the demo’s domains and nothing for others', () => {
    expect(mailRecordsOf('quillwick.example').map((r) => r.type)).toContain('MX');
    expect(mailRecordsOf('deep.quillwick.example')).toEqual([]);
    expect(mailRecordsOf('quillwick.test')).toEqual([]);
  });

  it('knows every server by name, and names the submission service where it really listens', () => {
    const records = fixedRecords({ starttls: 5004, tls: 5005 });
    for (const { host } of SERVERS) expect(records).toContainEqual(expect.objectContaining({ type: 'A', name: host }));
    expect(records.filter((r) => r.type === 'SRV').map((r) => r.value)).toEqual([
      '0 1 5004 smtp.harrowpost.example',
      '0 1 5005 smtp.harrowpost.example',
    ]);
  });

  it('puts every port after the base, none twice', () => {
    const { smtp, ...others } = portsFrom(5000);
    const all = [...Object.values(others), ...Object.values(smtp)].sort((a, b) => a - b);
    expect(all).toEqual([5000, 5001, 5002, 5003, 5004, 5005, 5006, 5007, 5008, 5009, 5010, 5011, 5012, 5013]);
  });
});
