/** One search over everything of a store, and of no other. */
import type { Role } from '@/contract/policy';
import { findAnything } from '@/server/features/find/find';
import { loadToday } from '@/server/features/today/today';
import { runCheck } from '@/server/features/sending/services';
import { servicesOf } from '@/server/sending/service';
import { accessAs, connectService, SHOP, useDatabase } from './fixture';
import { drain, order, reader } from './orders';

useDatabase();

const kinds = async (words: string) =>
  (await findAnything(await accessAs(), words)).map((f) => `${f.kind} ${f.label} ${f.href}`);

it('finds notifications, orders, services and domains by a part of their name, and nothing for nothing', async () => {
  const email = reader();
  const number = (await order(email)).orderNumber;
  expect(await kinds('rder receiv')).toContain('notification Order received /desk/order-received');
  expect(await kinds(number.slice(2))).toContain(`order ${number} /orders/${number}`);
  expect(await kinds('Sobcz')).toContain(`order ${number} /orders/${number}`);
  expect(await kinds('   ')).toEqual([]);
  // Signs that a search of a database gives a meaning are what they are.
  expect(await kinds('%')).toEqual([]);
  expect(await kinds('_')).toEqual([]);
});

describe('the first steps of a store', () => {
  it('are counted until all of them are done, and are gone then', async () => {
    const access = await accessAs();
    const open = (await loadToday(access)).steps.filter((s) => !s.done).map((s) => s.id);
    expect(open).toEqual(expect.arrayContaining(['service', 'check']));
    // Nobody is led to what they may not do: they are told who may.
    const whoOf = async (role: Role) =>
      Object.fromEntries((await loadToday(await accessAs(role))).steps.map((s) => [s.id, s.who]));
    expect(await whoOf('viewer')).toMatchObject({ service: 'Owners', check: 'Owners and support' });
    const support = await whoOf('support');
    expect([support['service'], support['check'], support['order']]).toEqual(['Owners', undefined, undefined]);
    await connectService();
    await runCheck(access, (await servicesOf(SHOP))[0]!.id);
    await order(reader());
    await drain();
    const after = await loadToday(access);
    expect(after.steps).toEqual([]);
    expect(after.soFar.accepted).toBeGreaterThan(0);
    expect(after.services.map((s) => s.used)).toEqual([expect.any(Number)]);
    expect(after.languages.find((l) => l.language === 'en')).toMatchObject({ language: 'en' });
  });
});
