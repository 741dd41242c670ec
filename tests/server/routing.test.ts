/** Routing rules as they are kept: added, changed, refused, tried on orders, taken away. */
import { eq } from 'drizzle-orm';
import type { Order } from '@/core/order';
import { database } from '@/server/db/client';
import { deliveries, notWritten } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { bringIn } from '@/server/features/exchange/bring-in';
import { orderChoices, placeOrder } from '@/server/features/orders/placing';
import { listRuleChanges, lookAtTakingBack, takeRuleChangeBack } from '@/server/features/routing/changes';
import { loadCopies, removeCopy, saveCopy } from '@/server/features/routing/copies';
import { draftRule, dropDrafts, lookAtDrafts, makeDraftsLive } from '@/server/features/routing/drafts';
import {
  addRule,
  changeRule,
  forecastRule,
  loadRouting,
  pauseRules,
  removeRule,
  testRule,
  tryOrder,
} from '@/server/features/routing/routing';
import { accessAs, connectService, mailbox, placedEvent, SHOP, useDatabase } from './fixture';
import { drain } from './orders';

useDatabase();

describe('routing', () => {
  it('adds an address for a category, says who hears of an order and why, and takes it away again', async () => {
    await connectService();
    const access = await accessAs();
    const { notifications } = await loadRouting(access);
    const notificationId = notifications[0]!.id;
    const rule = {
      notificationId,
      recipient: { address: 'press@quillwick.example' },
      scope: { kind: 'category', category: 'papers' },
    };
    await addRule(access, rule);
    await expect(addRule(access, rule)).rejects.toMatchObject({
      message: expect.stringContaining('has this rule already'),
    });
    const { customers } = await orderChoices(access);
    const { number } = await placeOrder(access, {
      customerId: customers[0]!.id,
      channel: 'web-shop',
      lines: [{ sku: 'WS-MARBLE', quantity: 1 }],
      paid: true,
    });
    const tried = await tryOrder(access, number);
    expect(
      tried.written
        .filter((w) => !w.later)
        .map((w) => w.recipient.address)
        .sort(),
    ).toEqual(['iwona@sobczyk.example', 'pawel@quillwick.example']);
    expect(tried.notWritten.map((n) => n.reasons.join(' '))).toEqual([
      'press@quillwick.example gets messages only about orders with papers, and this one has none.',
    ]);
    const added = (await loadRouting(access)).rules.find((r) => r.address === 'press@quillwick.example')!;
    const test = await testRule(access, added.id, number);
    expect((await mailbox('press@quillwick.example'))[0]!.subject).toBe(test.subject);
    await removeRule(access, added.id);
    await expect(removeRule(access, added.id)).rejects.toMatchObject({ code: 'not-found' });
  });

  it('changes a rule to one with a condition, finds the orders it leaves out, and tries every moment of the staff', async () => {
    const access = await accessAs();
    const { customers } = await orderChoices(access);
    const placed = await placeOrder(access, {
      customerId: customers[0]!.id,
      channel: 'web-shop',
      lines: [{ sku: 'PA-KOZO', quantity: 1 }],
      paid: true,
    });
    const before = await loadRouting(access);
    const failed = before.notifications.find((n) => n.slug === 'payment-failed-staff') ?? before.notifications[1]!;
    const rule = {
      notificationId: failed.id,
      recipient: { address: 'books@quillwick.example' },
      scope: { kind: 'all' },
    };
    await addRule(access, rule);
    const { id } = (await loadRouting(access)).rules.find((r) => r.address === 'books@quillwick.example')!;
    expect((await tryOrder(access, placed.number)).written).toContainEqual(
      expect.objectContaining({
        later: true,
        notification: failed.name,
        recipient: expect.objectContaining({ address: 'books@quillwick.example' }),
      }),
    );
    const dear = { match: 'all', tests: [{ about: 'value', is: 'at-least', amount: 99_999_900, currency: 'EUR' }] };
    await changeRule(access, id, { ...rule, scope: { kind: 'when', when: dear } });
    const after = await loadRouting(access);
    expect(after.rules.find((r) => r.id === id)!.scope).toEqual({ kind: 'when', when: dear });
    expect(after.rules).toHaveLength(before.rules.length + 1);
    expect((await tryOrder(access, placed.number)).notWritten.map((n) => n.reasons.join(' '))).toContain(
      'books@quillwick.example gets messages only about orders where the order total is at least €999,999.00.',
    );
    // Changed to what it is already, it is no second one.
    await changeRule(access, id, { ...rule, scope: { kind: 'when', when: dear } });
    await expect(
      changeRule(access, id, {
        ...rule,
        scope: { kind: 'when', when: { match: 'all', tests: [{ about: 'language', is: 'one', of: ['de'] }] } },
      }),
    ).rejects.toMatchObject({ problems: [{ path: '/scope/when/tests/0/about' }] });
    await removeRule(access, id);
    await expect(changeRule(access, id, rule)).rejects.toMatchObject({ code: 'not-found' });
  });

  it('refuses an address without a domain, and says only that', async () => {
    const access = await accessAs();
    const { notifications } = await loadRouting(access);
    await expect(
      addRule(access, {
        notificationId: notifications[0]!.id,
        recipient: { address: 'press@' },
        scope: { kind: 'all' },
      }),
    ).rejects.toMatchObject({
      problems: [{ path: '/recipient/address', message: expect.stringContaining('Enter an email address') }],
    });
  });
});

describe('a rule that rests', () => {
  it('gives its messages to who stands in, until it goes on, and is told of in the history', async () => {
    const access = await accessAs();
    const { notifications, people } = await loadRouting(access);
    const placed = notifications.find((n) => n.moment === 'order.placed')!;
    const address = `rest-${process.pid}@quillwick.example`;
    await addRule(access, {
      notificationId: placed.id,
      recipient: { address, language: 'de' },
      scope: { kind: 'all' },
    });
    const own = async () => (await loadRouting(access)).rules.find((r) => r.address === address)!;
    const { id } = await own();
    expect(await own()).toMatchObject({ language: 'de' });
    const [standIn] = people;
    await expect(pauseRules(access, { ids: [id], pause: { until: '2020-01-01T00:00:00Z' } })).rejects.toMatchObject({
      problems: [{ path: '/pause/until' }],
    });
    await expect(pauseRules(access, { ids: [id], pause: { standIn: 'nobody' } })).rejects.toMatchObject({
      code: 'invalid',
    });
    // With one of them gone, none rests.
    await expect(pauseRules(access, { ids: [id, 'gone'], pause: {} })).rejects.toMatchObject({ code: 'not-found' });
    expect(await own()).not.toHaveProperty('pause');
    const until = new Date(Date.now() + 86_400_000).toISOString();
    await pauseRules(access, { ids: [id], pause: { until, standIn: standIn!.id } });
    expect(await own()).toMatchObject({ pause: { until, standIn: standIn!.id } });
    const { customers } = await orderChoices(access);
    const place = async (): Promise<string[]> => {
      const { number } = await placeOrder(access, {
        ...{ customerId: customers[0]!.id, channel: 'web-shop', lines: [{ sku: 'PA-KOZO', quantity: 1 }], paid: true },
      });
      const sent = await database().select().from(deliveries).where(eq(deliveries.orderNumber, number));
      return sent.map((d) => d.recipient);
    };
    expect(await place()).not.toContain(address);
    expect(await place()).toContain(standIn!.email);
    await pauseRules(access, { ids: [id] });
    expect(await own()).not.toHaveProperty('pause');
    expect(await place()).toContain(address);
    await removeRule(access, id);
  });

  it('is tried on the orders of late before it is one', async () => {
    const access = await accessAs();
    const { notifications } = await loadRouting(access);
    const placed = notifications.find((n) => n.moment === 'order.placed')!;
    const draft = {
      notificationId: placed.id,
      recipient: { address: 'new@quillwick.example' },
      scope: { kind: 'all' },
    };
    const forecast = await forecastRule(access, draft);
    expect(forecast.orders).toBeGreaterThan(1);
    expect(forecast.who).toEqual([
      expect.objectContaining({ address: 'new@quillwick.example', before: 0, after: forecast.orders }),
    ]);
    expect((await loadRouting(access)).rules.some((r) => r.address === 'new@quillwick.example')).toBe(false);
    await expect(forecastRule(access, { ...draft, recipient: { staffId: 'nobody' } })).rejects.toThrow();
  });
});

describe('copies for the team', () => {
  it('arrive with whom the message went to, and stop when they are taken away', async () => {
    const access = await accessAs();
    const address = `archive-${process.pid}@quillwick.example`;
    const rule = { recipient: { address }, notifications: [], channels: [] };
    await saveCopy(access, rule);
    await expect(saveCopy(access, rule)).rejects.toThrow('get copies already');
    const { customers } = await orderChoices(access);
    await expect(saveCopy(access, { ...rule, recipient: { address: customers[0]!.email } })).rejects.toThrow(
      'address of a customer',
    );
    await expect(
      saveCopy(access, { ...rule, recipient: { address: 'x@y.example' }, channels: ['none'] }),
    ).rejects.toThrow('channels of this store');
    const { number } = await placeOrder(access, {
      ...{ customerId: customers[0]!.id, channel: 'web-shop', lines: [{ sku: 'PA-KOZO', quantity: 1 }], paid: true },
    });
    await drain();
    const [copied] = await mailbox(address);
    const [own] = (await mailbox(customers[0]!.email)).filter((m) => m.subject.includes(number));
    expect(copied!.subject).toBe(`[Cc ${customers[0]!.email}] ${own!.subject}`);
    const { rules } = await loadCopies(access);
    expect(rules).toMatchObject([{ address, notifications: [], channels: [] }]);
    await removeCopy(access, { id: rules[0]!.id });
    await expect(removeCopy(access, { id: rules[0]!.id })).rejects.toMatchObject({ code: 'not-found' });
    expect((await loadCopies(access)).rules).toEqual([]);
  });
});

it('copies are no more in 24 hours than is set, and the record says which were not sent', async () => {
  await connectService();
  const access = await accessAs();
  const address = `few-${process.pid}@quillwick.example`;
  await saveCopy(access, { recipient: { address }, notifications: [], channels: [], mostADay: 2 });
  for (let n = 0; n < 3; n += 1) {
    await receiveEvent(SHOP, placedEvent());
  }
  await drain();
  expect(await mailbox(address)).toHaveLength(2);
  const [left] = await database().select().from(notWritten).where(eq(notWritten.recipient, address));
  expect(left!.reasons).toEqual([{ code: 'copies-limit', person: address, most: '2' }]);
  const { rules } = await loadCopies(access);
  const own = rules.find((r) => r.address === address)!;
  expect(own.mostADay).toBe(2);
  await saveCopy(access, { id: own.id, recipient: { address }, notifications: [], channels: [] });
  await receiveEvent(SHOP, placedEvent());
  await drain();
  expect(await mailbox(address)).toHaveLength(3);
  await removeCopy(access, { id: own.id });
});

describe('whom an order names', () => {
  const rule = async (role: string, domains: string[], more: object = {}) => {
    const { notifications } = await loadRouting(await accessAs());
    const notificationId = notifications.find((n) => n.moment === 'order.placed')!.id;
    return { notificationId, recipient: { role, domains }, scope: { kind: 'all' }, ...more };
  };
  const placed = async (people: NonNullable<Order['people']>) => {
    const event = placedEvent({ people });
    const { eventId } = await receiveEvent(SHOP, event);
    await drain();
    return { event, eventId };
  };

  it('hears of it by the address that the shop sends, within the store’s domains, in their own language', async () => {
    await connectService();
    const access = await accessAs();
    const address = `ines-${process.pid}@team.quillwick.example`;
    const ines = { role: 'Account manager', email: address, name: 'Ines', language: 'de' };
    await addRule(access, await rule(' account manager ', ['@Quillwick.example', 'quillwick.example']));
    const kept = await loadRouting(access);
    expect(kept.domains).toEqual(['quillwick.example']);
    const { event } = await placed([ines]);
    expect(await mailbox(address)).toHaveLength(1);
    expect((await loadRouting(access)).roles).toContain('Account manager');
    const rows = await database().select().from(deliveries).where(eq(deliveries.recipient, address));
    expect(rows).toMatchObject([{ role: 'staff', language: 'de' }]);
    // Tried, tested and refused twice, like any other rule.
    const own = kept.rules.find((r) => r.role === 'account manager')!;
    await testRule(access, own.id, event.data.order.number);
    expect(await mailbox(address)).toHaveLength(2);
    await expect(addRule(access, await rule('Account Manager', ['quillwick.example']))).rejects.toMatchObject({
      message: expect.stringContaining('has this rule already'),
    });
  });

  it('is sent nothing outside those domains, or where the order names nobody, with the reason', async () => {
    const access = await accessAs();
    const elsewhere = `ines-${process.pid}@elsewhere.example`;
    const { event } = await placed([{ role: 'account manager', email: elsewhere }]);
    expect(await mailbox(elsewhere)).toEqual([]);
    const tried = await tryOrder(access, event.data.order.number);
    expect(tried.notWritten.flatMap((n) => n.reasons).join(' ')).toContain(`names ${elsewhere} as account manager`);
    const nobody = await placed([]);
    const none = await tryOrder(access, nobody.event.data.order.number);
    expect(none.notWritten.flatMap((n) => n.reasons).join(' ')).toContain('names no account manager');
    const own = (await loadRouting(access)).rules.find((r) => r.role === 'account manager')!;
    await expect(testRule(access, own.id, nobody.event.data.order.number)).rejects.toMatchObject({ code: 'invalid' });
    await removeRule(access, own.id);
  });

  it.each([
    ['no role', '   ', ['quillwick.example'], '/recipient/role'],
    ['no domains', 'account manager', [], '/recipient/domains'],
    ['what is no domain', 'account manager', ['quill wick'], '/recipient/domains'],
  ])('is refused with %s, at its place', async (_what, role, domains, path) => {
    await expect(addRule(await accessAs(), await rule(role, domains))).rejects.toMatchObject({
      problems: [{ path }],
    });
  });

  it('is refused for what is about no order', async () => {
    const access = await accessAs();
    const { notifications } = await loadRouting(access);
    const stock = notifications.find((n) => n.moment === 'product.stock-low')!;
    await expect(
      addRule(access, await rule('account manager', ['quillwick.example'], { notificationId: stock.id })),
    ).rejects.toMatchObject({ problems: [{ path: '/recipient/role' }] });
  });
});

it('a rule asks who supplies a product, as a list of products says', async () => {
  await connectService();
  const access = await accessAs();
  const list = ['sku,name,category,price,supplier', 'SU-1,Gilded sheet,papers,9.50,Gold & Leaf'].join('\n');
  await bringIn(access, 'products', Buffer.from(list), false);
  const { notifications, store } = await loadRouting(access);
  expect(store.products).toContainEqual(expect.objectContaining({ sku: 'SU-1', supplier: 'Gold & Leaf' }));
  const to = `leaf-${process.pid}@quillwick.example`;
  await addRule(access, {
    notificationId: notifications.find((n) => n.moment === 'order.placed')!.id,
    recipient: { address: to },
    scope: { kind: 'when', when: { match: 'all', tests: [{ about: 'supplier', holds: 'any', of: ['Gold & Leaf'] }] } },
  });
  const line = (sku: string) => ({ product: { sku, name: 'Sheet' }, quantity: 1, unitPrice: 950 });
  await receiveEvent(SHOP, placedEvent({ lines: [line('SU-2')] }));
  await receiveEvent(SHOP, placedEvent({ lines: [line('SU-1')] }));
  await drain();
  expect(await mailbox(to)).toHaveLength(1);
});

describe('a change of rules', () => {
  const make = async (address: string) => {
    const access = await accessAs();
    const { notifications } = await loadRouting(access);
    const notificationId = notifications.find((n) => n.moment === 'order.placed')!.id;
    await addRule(access, { notificationId, recipient: { address }, scope: { kind: 'all' } });
    const rule = async () => (await loadRouting(access)).rules.find((r) => r.address === address);
    const change = (scope: object) =>
      rule().then((r) => changeRule(access, r!.id, { notificationId, recipient: { address }, scope }));
    return { access, notificationId, rule, change };
  };
  const newest = async () => (await listRuleChanges(await accessAs()))[0]!;

  it('is taken back from the list of changes, after it was seen what that means; and that again', async () => {
    const address = `back-${process.pid}@quillwick.example`;
    const { access, rule, change } = await make(address);
    await change({ kind: 'category', category: 'papers' });
    const changed = await newest();
    expect(changed).toMatchObject({ deed: 'changed', who: [address] });
    const [{ forecast } = { forecast: undefined }] = await lookAtTakingBack(access, { id: changed.id });
    expect(forecast!.who.find((w) => w.address === address)!.after).toBe(forecast!.orders);
    expect((await rule())!.scope).toEqual({ kind: 'category', category: 'papers' });
    await takeRuleChangeBack(access, { id: changed.id });
    expect((await rule())!.scope).toEqual({ kind: 'all' });
    const [back, first] = await listRuleChanges(access);
    expect(first).toMatchObject({ id: changed.id, takenBackBy: access.person.name });
    await expect(takeRuleChangeBack(access, { id: changed.id })).rejects.toMatchObject({ code: 'conflict' });
    await takeRuleChangeBack(access, { id: back!.id });
    expect((await rule())!.scope).toEqual({ kind: 'category', category: 'papers' });
  });

  it('brings back a rule that was removed, with its pause, and takes away one that was added', async () => {
    const address = `gone-${process.pid}@quillwick.example`;
    const { access, rule } = await make(address);
    const added = await newest();
    const { id } = (await rule())!;
    await pauseRules(access, { ids: [id], pause: { until: '2099-01-01T00:00:00.000Z' } });
    expect(await newest()).toMatchObject({ deed: 'paused', who: [address] });
    await removeRule(access, id);
    const removed = await newest();
    await takeRuleChangeBack(access, { id: removed.id });
    expect(await rule()).toMatchObject({ id, pause: { until: '2099-01-01T00:00:00.000Z' } });
    // It was paused since it was added.
    await expect(takeRuleChangeBack(access, { id: added.id })).rejects.toMatchObject({ code: 'conflict' });
    await pauseRules(access, { ids: [id] });
    await takeRuleChangeBack(access, { id: added.id });
    expect(await rule()).toBeUndefined();
  });

  it('is not taken back over a change since, nor for what stands there again', async () => {
    const address = `since-${process.pid}@quillwick.example`;
    const { access, notificationId, rule, change } = await make(address);
    await change({ kind: 'category', category: 'papers' });
    const first = await newest();
    await change({ kind: 'category', category: 'tools' });
    await expect(takeRuleChangeBack(access, { id: first.id })).rejects.toMatchObject({ code: 'conflict' });
    await removeRule(access, (await rule())!.id);
    const removed = await newest();
    await addRule(access, { notificationId, recipient: { address }, scope: { kind: 'category', category: 'tools' } });
    await expect(takeRuleChangeBack(access, { id: removed.id })).rejects.toThrow('there again already');
    await expect(takeRuleChangeBack(access, { id: 'none' })).rejects.toMatchObject({ code: 'not-found' });
  });
});

describe('changes that are gathered', () => {
  const all = { kind: 'all' } as const;
  /** A notification with a rule of its own for each of two addresses. */
  async function two(local: string) {
    const access = await accessAs();
    const { notifications } = await loadRouting(access);
    const notificationId = notifications.find((n) => n.moment === 'order.placed')!.id;
    const [first, second] = ['first', 'second'].map((n) => `${n}-${local}@quillwick.example`);
    for (const address of [first!, second!])
      await addRule(access, { notificationId, recipient: { address }, scope: all });
    const ruleOf = async (address: string) => (await loadRouting(access)).rules.find((r) => r.address === address);
    const ruleTo = (address: string) => ({ notificationId, recipient: { address }, scope: all });
    return { access, first: first!, second: second!, ruleOf, ruleTo };
  }
  const idsOf = async (access: Awaited<ReturnType<typeof accessAs>>) =>
    (await loadRouting(access)).drafts.map((d) => d.id);

  it('change nothing until they go live together, and are taken back as one', async () => {
    const { access, first, second, ruleOf, ruleTo } = await two('gathered');
    const [a, b] = [(await ruleOf(first))!, (await ruleOf(second))!];
    // The first becomes the second's, which only works while the second goes.
    await expect(draftRule(access, { ruleId: a.id, rule: ruleTo(second) })).rejects.toMatchObject({ code: 'invalid' });
    await draftRule(access, { ruleId: b.id });
    await draftRule(access, { ruleId: a.id, rule: ruleTo(second) });
    await draftRule(access, { rule: ruleTo('third-gathered@quillwick.example') });
    expect([(await ruleOf(first))?.id, (await ruleOf(second))?.id]).toEqual([a.id, b.id]);
    const [seen] = await lookAtDrafts(access);
    const { who } = seen!.forecast;
    expect(who.find((w) => w.address === first)!.after).toBe(0);
    expect(who.find((w) => w.address === 'third-gathered@quillwick.example')!.before).toBe(0);
    expect(who.find((w) => w.address === second)).toBeUndefined();

    await makeDraftsLive(access, { ids: await idsOf(access) });
    expect(await idsOf(access)).toEqual([]);
    expect((await ruleOf(second))!.id).toBe(a.id);
    expect(await ruleOf(first)).toBeUndefined();
    const [change] = await listRuleChanges(access);
    expect(change!.who).toContain('third-gathered@quillwick.example');
    await takeRuleChangeBack(access, { id: change!.id });
    expect([(await ruleOf(first))?.id, (await ruleOf(second))?.id]).toEqual([a.id, b.id]);
    expect(await ruleOf('third-gathered@quillwick.example')).toBeUndefined();
  });

  it('of a new rule can be changed and dropped, and nothing is left of it', async () => {
    const { access, first, ruleOf, ruleTo } = await two('dropped');
    await draftRule(access, { rule: ruleTo('new-dropped@quillwick.example') });
    const [draft] = (await loadRouting(access)).drafts;
    await draftRule(access, { ruleId: draft!.ruleId, rule: ruleTo('other-dropped@quillwick.example') });
    const { drafts } = await loadRouting(access);
    expect(drafts.map((d) => [d.deed, d.rule!.recipient])).toEqual([
      ['add', { address: 'other-dropped@quillwick.example' }],
    ]);
    await draftRule(access, { ruleId: draft!.ruleId });
    expect(await idsOf(access)).toEqual([]);
    await draftRule(access, { ruleId: (await ruleOf(first))!.id });
    await dropDrafts(access, { ids: await idsOf(access) });
    expect(await idsOf(access)).toEqual([]);
    expect(await lookAtDrafts(access)).toEqual([]);
    expect(await ruleOf(first)).toBeDefined();
    await expect(draftRule(access, { ruleId: 'none' })).rejects.toMatchObject({ code: 'not-found' });
    await expect(draftRule(access, { rule: { scope: all } })).rejects.toMatchObject({ code: 'invalid' });
  });

  it('do not go live over what others gathered or changed since; a pause in between is no change', async () => {
    const { access, first, second, ruleOf, ruleTo } = await two('since');
    const [a, b] = [(await ruleOf(first))!, (await ruleOf(second))!];
    await draftRule(access, { ruleId: a.id });
    const seen = await idsOf(access);
    await draftRule(await accessAs('designer', 'Jonas Adeyemi'), { ruleId: b.id });
    await expect(makeDraftsLive(access, { ids: seen })).rejects.toMatchObject({ code: 'conflict' });
    await pauseRules(access, { ids: [a.id], pause: {} });
    await changeRule(access, b.id, { ...ruleTo(second), scope: { kind: 'category', category: 'papers' } });
    await expect(makeDraftsLive(access, { ids: await idsOf(access) })).rejects.toMatchObject({ code: 'conflict' });
    // Nothing half done.
    expect([(await ruleOf(first))?.id, (await ruleOf(second))?.id]).toEqual([a.id, b.id]);
    const ofB = (await loadRouting(access)).drafts.find((d) => d.ruleId === b.id)!;
    await dropDrafts(access, { ids: [ofB.id] });
    await makeDraftsLive(access, { ids: await idsOf(access) });
    expect(await ruleOf(first)).toBeUndefined();
  });
});
