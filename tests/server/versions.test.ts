/** The versions of a notification: seen side by side, published together or not at all, and none left out when it is turned on. */
import { eq } from 'drizzle-orm';
import { database } from '@/server/db/client';
import { notifications, templates } from '@/server/db/schema';
import { AppError } from '@/server/base/errors';
import { receiveEvent } from '@/server/events/receive';
import { impactOf } from '@/server/features/notifications/impact';
import { switchMany } from '@/server/features/notifications/notifications';
import { loadNotification, saveNotification } from '@/server/features/notifications/notification';
import { loadDesk, publishTemplate, saveTemplate, switchNotification } from '@/server/features/templates/templates';
import { loadVersions, publishVersions } from '@/server/features/templates/versions';
import { accessAs, connectService, placedEvent, SHOP, useDatabase } from './fixture';
import { drain, reader } from './orders';

useDatabase();

const SLUG = 'order-received';
const GUESTS = `${SLUG}~guests`;
const POLAND = `${SLUG}~to-poland`;

beforeAll(() => connectService());

/** Changes the subject of a version's draft. */
async function reword(address: string, subject: string): Promise<number> {
  const access = await accessAs();
  const { draft, revision } = await loadDesk(access, address);
  const words = { ...draft.words, en: { ...draft.words.en, subject } };
  return (await saveTemplate(access, address, revision, { ...draft, words })).revision;
}

async function addPoland(): Promise<void> {
  const access = await accessAs();
  const { revision, settings } = await loadNotification(access, SLUG);
  await saveNotification(access, SLUG, revision, {
    ...settings,
    variants: [
      {
        name: 'To Poland',
        nothing: false,
        when: { match: 'all', tests: [{ about: 'country', is: 'one', of: ['PL'] }] },
      },
      ...settings.variants,
    ],
  });
}

const states = async () =>
  (await loadVersions(await accessAs(), SLUG)).map(({ slug, edition, changes }) => [slug, edition, changes]);

it('stand side by side with whom each is for, how it stands, and how many of the last orders got it', async () => {
  const email = reader();
  await receiveEvent(SHOP, placedEvent({ customer: { email } }));
  await receiveEvent(SHOP, placedEvent({ customer: { email: reader() } }));
  await receiveEvent(SHOP, placedEvent({ customer: { email: reader(), guest: true } }));
  await drain();
  await addPoland();
  const all = await loadVersions(await accessAs(), GUESTS);
  expect(all.map((v) => v.name)).toEqual(['To Poland', 'Guests', 'Everyone else']);
  const [poland, guests, others] = all;
  expect(poland).toMatchObject({ slug: POLAND, when: 'the order goes to Poland', share: 0 });
  expect(poland).not.toHaveProperty('edition');
  expect(poland!.changes).toBeGreaterThan(0);
  expect(guests).toMatchObject({ slug: GUESTS, edition: 1, changes: 0, when: 'the customer ordered as a guest' });
  expect(others!.share! + guests!.share!).toBeCloseTo(1);
  expect(guests!.share).toBeCloseTo(1 / 3);
});

it('are published together, and what stops one of them stops all', async () => {
  const access = await accessAs();
  const own = await reword(SLUG, 'Thanks, {$order.number} came in');
  const guests = await reword(GUESTS, 'Broken {$order.numbr}');
  const before = await states();
  await expect(
    publishVersions(access, { slug: SLUG, revision: own }, [{ slug: GUESTS, revision: guests }]),
  ).rejects.toThrow(/^Nothing was published\. guests: /);
  expect(await states()).toEqual(before);
  const mended = await reword(GUESTS, 'Thanks, {$order.number}');
  const poland = (await loadDesk(access, POLAND)).revision;
  const also = [
    { slug: GUESTS, revision: mended },
    { slug: POLAND, revision: poland },
  ];
  expect(await publishVersions(access, { slug: SLUG, revision: own }, also)).toEqual({ number: 2, also: 2 });
  expect(await states()).toEqual([
    [POLAND, 1, 0],
    [GUESTS, 2, 0],
    [SLUG, 2, 0],
  ]);
});

it('by two people at once make one edition each, and whoever saw an older draft is told', async () => {
  const access = await accessAs();
  const own = await reword(SLUG, 'Order {$order.number} is here');
  const guests = await reword(GUESTS, 'Order {$order.number} came in');
  const seen = { slug: SLUG, revision: own };
  const also = [{ slug: GUESTS, revision: guests }];
  const [a, b] = await Promise.all([publishVersions(access, seen, also), publishVersions(access, seen, also)]);
  expect([a.number, b.number]).toEqual([3, 3]);
  await reword(GUESTS, 'Once more {$order.number}');
  const next = await reword(SLUG, 'And again {$order.number}');
  const before = await states();
  await expect(publishVersions(access, { slug: SLUG, revision: next }, also)).rejects.toMatchObject({
    code: 'conflict',
  });
  expect(await states()).toEqual(before);
});

it('are of one notification', async () => {
  const access = await accessAs();
  const { revision } = await loadDesk(access, SLUG);
  await expect(
    publishVersions(access, { slug: SLUG, revision }, [{ slug: 'on-its-way', revision: 1 }]),
  ).rejects.toMatchObject({ problems: [{ path: '/also/0' }] });
});

it('that never went out keep a notification from being turned on, and are named before', async () => {
  const access = await accessAs();
  const [notification] = await database().select().from(notifications).where(eq(notifications.slug, SLUG));
  await switchNotification(access, SLUG, false);
  await database().update(templates).set({ liveEditionId: null }).where(eq(templates.variant, 'guests'));
  expect((await impactOf(access, SLUG)).unpublished).toEqual([{ slug: GUESTS, name: 'Order received, Guests' }]);
  const refused = switchNotification(access, SLUG, true);
  await expect(refused).rejects.toThrow(AppError);
  await expect(refused).rejects.toThrow('Publish these versions first, or whoever they are for gets nothing: Guests.');
  expect(await switchMany(access, true, [SLUG])).toMatchObject({ done: [], refused: [{ name: notification!.name }] });
  const isOn = async () => (await database().select().from(notifications).where(eq(notifications.slug, SLUG)))[0]!.on;
  expect(await isOn()).toBe(false);
  const { revision } = await loadDesk(access, GUESTS);
  await publishTemplate(access, GUESTS, revision);
  await switchNotification(access, SLUG, true);
  expect(await isOn()).toBe(true);
});
