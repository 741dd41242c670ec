/** What is of no order is rehearsed too: stock that runs low, a day's orders summed up, and a notice to many. */
import { and, eq, inArray } from 'drizzle-orm';
import { database } from '@/server/db/client';
import { deliveries, events, notifications, routingRules } from '@/server/db/schema';
import { loadRehearsed } from '@/server/features/rehearsal/message';
import { addRule } from '@/server/features/routing/routing';
import { accessAs, planAnew, SHOP, useDatabase } from './fixture';
import { broken, publishAll, rehearsed, saying, toFix, turn } from './rehearsals';

useDatabase();

const SLUGS = ['stock-low', 'out-of-stock', 'summary-of-orders', 'news'];
const LENE = 'lene@quillwick.example';
const PAWEL = 'pawel@quillwick.example';

beforeAll(async () => {
  const access = await accessAs();
  await publishAll();
  await turn(false);
  for (const slug of SLUGS) await turn(true, slug);
  const rows = await database()
    .select({ id: notifications.id, slug: notifications.slug })
    .from(notifications)
    .where(and(eq(notifications.storeId, SHOP), inArray(notifications.slug, SLUGS)));
  await database().delete(routingRules).where(eq(routingRules.storeId, SHOP));
  for (const { id, slug } of rows) {
    if (slug === 'news') continue;
    await addRule(access, { notificationId: id, recipient: { address: LENE }, scope: { kind: 'all' } });
    await addRule(access, {
      ...{ notificationId: id, recipient: { address: PAWEL } },
      scope: { kind: 'category', category: 'tools' },
    });
  }
  await planAnew();
}, 120_000);

it('arrives, right, at those whom rules name, and a notice in each language', async () => {
  const view = await rehearsed();
  expect(await toFix(view)).toEqual([]);
  const whom = (notification: string) =>
    [...new Set(view.messages.filter((m) => m.notification === notification).map((m) => m.recipient))].toSorted();
  expect(whom('Stock low')).toEqual([LENE, PAWEL]);
  expect(whom('Out of stock')).toEqual([LENE, PAWEL]);
  expect(whom('Summary of orders')).toEqual([LENE, PAWEL]);
  const news = view.messages.filter((m) => m.role === 'customer');
  expect(new Set(news.map((m) => m.wanted)).size).toBeGreaterThan(1);
  const { checks } = await loadRehearsed(await accessAs(), news[0]!.id);
  expect(checks.find((c) => c.about === 'headers')!.words).toMatch(/unsubscrib/i);
  expect(view.unshown).toEqual([]);
  expect(view.lives.every((l) => l.order === '')).toBe(true);
  // Nothing of it stays.
  expect(await database().select().from(deliveries)).toEqual([]);
  expect(await database().select().from(events)).toEqual([]);
}, 200_000);

it.each([
  ['stock-low', 'facts', 'There is little left.', /does not say/],
  ['summary-of-orders', 'subject', 'Sales of €123.45', /€123\.45/],
])(
  'is wrong where %s says what is not so',
  async (slug, segment, words, found) => {
    const subject = (language: string) => saying(language, 'subject', words);
    const rest = (language: string) => saying(language, segment, words);
    await broken(
      slug,
      (template) =>
        ['en', 'de'].reduce(
          (all, language) =>
            rest(language)(segment === 'facts' ? saying(language, 'what', words)(subject(language)(all)) : all),
          template,
        ),
      async () => {
        const view = await rehearsed();
        expect((await toFix(view)).join('\n')).toMatch(found);
      },
    );
  },
  200_000,
);
