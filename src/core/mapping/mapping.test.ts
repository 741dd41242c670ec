import { compileMapping, mappingProblems, point, TARGETS, type Mapping } from '.';

/** A request as a made-up shop sends it. */
const BASKET = {
  event: 'basket.closed',
  basket: {
    ref: 'QS-2041',
    opened: '2026-11-29 10:12:05',
    money: 'eur',
    buyer: { mail: 'iwona@sobczyk.example', given: 'Iwona', family: 'Sobczyk', tongue: 'pl_PL' },
    'sent to': { street: 'ul. Krucza 5', flat: 'm. 3', town: 'Warszawa', land: 'pl' },
    items: [
      { art: 'TO-BONE', title: 'Bone folder', count: '2', each: '14,50' },
      { art: 'PA-KOZO', title: 'Kozo sheet', count: 1, each: 4.9 },
    ],
    parcels: [{ code: 'T-1', holds: [{ art: 'TO-BONE', count: 2 }] }, { code: 'T-2' }],
    settled: 'n',
    sum: '1.033,90',
    vat: 0.19,
  },
};
const EMPTY: Mapping = { event: { table: [], otherwise: 'order.placed' }, lists: [], fields: [] };
const CONTEXT = { currency: 'EUR', timeZone: 'Europe/Berlin' };
const run = (mapping: Mapping, whole: unknown = BASKET) => compileMapping(mapping)(whole, CONTEXT);
const of = (to: string, from: string | string[], more: object = {}): Mapping['fields'][number] => ({
  ...{ to, from: [from].flat() },
  ...more,
});
const dataOf = (...fields: Mapping['fields']) => run({ ...EMPTY, fields });

describe('a mapping of a shop’s JSON', () => {
  it('reads text, amounts, times and codes as each place wants them', () => {
    const { data, problems } = dataOf(
      of('/order/number', '$.basket.ref'),
      of('/order/placedAt', '$.basket.opened'),
      of('/order/currency', '$.basket.money'),
      of('/order/language', '$.basket.buyer.tongue'),
      of('/order/shippingAddress/name', ['$.basket.buyer.given', '$.basket.buyer.family'], { join: ' ' }),
      of('/order/shippingAddress/lines', ["$.basket['sent to'].street", "$.basket['sent to'].flat"]),
      of('/order/shippingAddress/country', "$.basket['sent to'].land"),
      of('/order/total', '$.basket.sum'),
      of('/order/payment/paid', '$.basket.settled'),
      of('/order/shipping/taxRate', '$.basket.vat', { unit: 'share' }),
      of('/order/channel', [], { otherwise: 'web-shop' }),
    );
    expect(problems).toEqual([]);
    expect(data).toEqual({
      order: {
        ...{ number: 'QS-2041', placedAt: '2026-11-29T09:12:05.000Z', currency: 'EUR', language: 'pl-PL' },
        shippingAddress: { name: 'Iwona Sobczyk', lines: ['ul. Krucza 5', 'm. 3'], country: 'PL' },
        ...{ total: 103390, payment: { paid: false }, shipping: { taxRate: 19 }, channel: 'web-shop' },
      },
    });
  });

  it.each([
    ['12.50', 1250],
    ['12,5', 1250],
    [12.5, 1250],
    [0.1 + 0.2, 30],
    ['1 234,50', 123450],
    ['1,234.50', 123450],
    ['12.5000', 1250],
    ['-7.00', 700],
    ['12.505', undefined],
    ['twelve', undefined],
    [{ amount: 1 }, undefined],
  ])('reads the amount %j as %j', (sum, minor) => {
    const { data, problems } = compileMapping({ ...EMPTY, fields: [of('/order/total', '$.sum')] })({ sum }, CONTEXT);
    expect(data).toEqual(minor === undefined ? {} : { order: { total: minor } });
    expect(problems).toHaveLength(minor === undefined ? 1 : 0);
  });

  it.each([
    [1764407525, '2025-11-29T09:12:05.000Z'],
    ['1764407525000', '2025-11-29T09:12:05.000Z'],
    ['2026-07-01', '2026-06-30T22:00:00.000Z'],
    ['2026-07-01T10:00:00+0200', '2026-07-01T08:00:00.000Z'],
    ['2026-07-01T10:00:00Z', '2026-07-01T10:00:00.000Z'],
    ['2026-02-31 10:00', undefined],
    ['yesterday', undefined],
  ])('reads the time %j as %j', (at, time) => {
    const mapping = { ...EMPTY, fields: [of('/order/placedAt', '$.at')] };
    const { data } = compileMapping(mapping)({ at }, CONTEXT);
    expect(data).toEqual(time === undefined ? {} : { order: { placedAt: time } });
  });

  it('walks lists, and lists in lists, each entry by itself; what is not there is left out', () => {
    const { data, problems } = run({
      ...EMPTY,
      lists: [
        { to: '/order/lines', from: '$.basket.items[*]' },
        { to: '/order/shipments', from: '$.basket.parcels[*]' },
        { to: '/order/shipments/*/lines', from: '@.holds[*]' },
      ],
      fields: [
        of('/order/lines/*/product/sku', '@.art'),
        of('/order/lines/*/quantity', '@.count'),
        of('/order/lines/*/unitPrice', '@.each'),
        of('/order/shipments/*/trackingNumber', '@.code'),
        of('/order/shipments/*/lines/*/sku', '@.art'),
        of('/order/billingAddress/city', '$.basket.nowhere'),
      ],
    });
    expect(problems).toEqual([]);
    expect(data).toEqual({
      order: {
        lines: [
          { product: { sku: 'TO-BONE' }, quantity: 2, unitPrice: 1450 },
          { product: { sku: 'PA-KOZO' }, quantity: 1, unitPrice: 490 },
        ],
        shipments: [{ trackingNumber: 'T-1', lines: [{ sku: 'TO-BONE' }] }, { trackingNumber: 'T-2' }],
      },
    });
  });

  it('says which event it is by the shop’s own word, and of which it does not listen to', () => {
    const event = { from: '$.event', table: [{ is: 'basket.closed', means: 'order.placed' }] };
    expect(run({ ...EMPTY, event })).toMatchObject({ type: 'order.placed', word: 'basket.closed' });
    const other = run({ ...EMPTY, event }, { event: 'basket.seen' });
    expect(other).toMatchObject({ word: 'basket.seen' });
    expect(other.type).toBeUndefined();
    expect(run({ ...EMPTY, id: '$.basket.ref' }).id).toBe('QS-2041');
  });

  it('names the place of every value that is no such thing', () => {
    const { problems } = run({
      ...EMPTY,
      lists: [{ to: '/order/lines', from: '$.basket.items[*]' }],
      fields: [
        of('/order/lines/*/quantity', '@.title'),
        of('/order/payment/paid', '$.basket.ref'),
        of('/order/customer/email', '$.basket.buyer'),
      ],
    });
    expect(problems.map((p) => `${p.path}: ${p.message}`).toSorted()).toEqual([
      '/data/order/customer/email: an object is no text. Choose a single value.',
      '/data/order/lines/0/quantity: “Bone folder” is no whole number.',
      '/data/order/lines/1/quantity: “Kozo sheet” is no whole number.',
      '/data/order/payment/paid: “QS-2041” is neither yes nor no. Say with a table what it means.',
    ]);
  });
});

describe('a mapping itself', () => {
  it('is refused with the place of each query, list and choice that cannot be', () => {
    const problems = mappingProblems({
      event: { from: 'event', table: [] },
      id: '@.ref',
      lists: [],
      fields: [
        of('/order/number', '$.a['),
        of('/order/lines/*/quantity', '@.count'),
        of('/order/nothing', '$.a'),
        of('/order/number', '$..a..b'),
        of('/order/status', '$.s', { table: [{ is: 'x', means: 'Lost' }] }),
        of('/order/note', "$[?match(@.a, '(a+)+b')]"),
      ],
    });
    expect(problems.map((p) => p.path)).toEqual([
      ...['/event/from', '/id', '/fields/0/from/0', '/fields/1/from/0', '/fields/2/to'],
      ...['/fields/3/to', '/fields/3/from/0', '/fields/4/table', '/fields/5/from/0'],
    ]);
  });

  it('is refused where a query could visit far more than there is', () => {
    const lists = [{ to: '/order/lines', from: '$.items[*]' }];
    const wide = ['$[?@..a]', '$[?@[?@.b]]', '$..a[?@.b]', "$.a['..'][?@.b == '?']", '$.a..b'];
    const bad = (fields: Mapping['fields']) => mappingProblems({ ...EMPTY, lists, fields }).map((p) => p.path);
    const places = ['/order/number', '/order/note', '/order/location', '/order/language', '/order/statusUrl'];
    const found = bad(wide.map((path, i) => of(places[i]!, path)));
    expect(found).toEqual(['/fields/0/from/0', '/fields/1/from/0', '/fields/2/from/0']);
    expect(bad([of('/order/lines/*/product/sku', '$..a')])).toEqual(['/fields/0/from/0']);
    expect(bad([of('/order/lines/*/product/sku', '$.a.b'), of('/order/lines/*/product/name', '@..a')])).toEqual([]);
    const many = TARGETS.filter((t) => !t.to.includes('*')).slice(0, 10);
    expect(bad(many.map((t) => of(t.to, '$..a')))).toEqual(['/fields/8/from/0', '/fields/9/from/0']);
  });

  it('is made by pointing: values in the shop’s list make ours, the same list for all its places', () => {
    let mapping = point(EMPTY, '/order/lines/*/product/sku', ['basket', 'items', 1, 'art']);
    mapping = point(mapping, '/order/lines/*/quantity', ['basket', 'items', 0, 'count']);
    mapping = point(mapping, '/order/lines/*/product/category', ['basket', 'sent to', 'land']);
    mapping = point(mapping, '/order/shipments/*/lines/*/sku', ['basket', 'parcels', 0, 'holds', 0, 'art']);
    mapping = point(mapping, '/order/number', ['basket', 'ref']);
    mapping = point(mapping, '/order/number', ['event'], true);
    expect(mapping.lists).toEqual([
      { to: '/order/lines', from: '$.basket.items[*]' },
      { to: '/order/shipments', from: '$.basket.parcels[*]' },
      { to: '/order/shipments/*/lines', from: '@.holds[*]' },
    ]);
    expect(mapping.fields.map((f) => [f.to, ...f.from])).toEqual([
      ['/order/lines/*/product/sku', '@.art'],
      ['/order/lines/*/quantity', '@.count'],
      ['/order/lines/*/product/category', "$.basket['sent to'].land"],
      ['/order/shipments/*/lines/*/sku', '@.art'],
      ['/order/number', '$.basket.ref', '$.event'],
    ]);
    expect(mappingProblems(mapping)).toEqual([]);
  });

  it('knows every place of an order with its kind, and which of them have to be there', () => {
    const at = (to: string) => TARGETS.find((t) => t.to === to);
    expect(at('/order/customer/email')).toMatchObject({ kind: 'text', required: true });
    expect(at('/order/lines/*/unitPrice')).toMatchObject({ kind: 'money', required: true });
    expect(at('/order/status')?.choices).toContain('OrderInTransit');
    expect(at('/order/people/*/email')).toBeUndefined();
  });

  it('takes a large order with sixty places in well under 50 ms', () => {
    const lines = Array.from({ length: 200 }, (_, i) => ({ art: `A-${i}`, title: 'Paper', count: 1, each: '1,20' }));
    const fields = TARGETS.filter((t) => t.kind === 'text' && !t.choices)
      .slice(0, 56)
      .map((t) => of(t.to, t.to.startsWith('/order/lines/') ? '@.title' : '$.basket.ref'));
    const mapping = { ...EMPTY, lists: [{ to: '/order/lines', from: '$.basket.items[*]' }], fields };
    const apply = compileMapping(mapping);
    const whole = { basket: { ...BASKET.basket, items: lines } };
    apply(whole, CONTEXT);
    // The quickest of ten: what else the machine does meanwhile says nothing of it.
    const times = Array.from({ length: 10 }, () => {
      const began = performance.now();
      apply(whole, CONTEXT);
      return performance.now() - began;
    });
    expect(Math.min(...times)).toBeLessThan(50);
  });
});
