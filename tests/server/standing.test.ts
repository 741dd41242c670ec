/** Counts on every screen agree, whatever was turned on, published, edited or removed; what was removed comes back with all it had. */
import fc from 'fast-check';
import { and, eq } from 'drizzle-orm';
import { database } from '@/server/db/client';
import { notifications, removedThings } from '@/server/db/schema';
import { bringBack, forgetRemoved, listRemoved } from '@/server/documents/removed';
import { receiveEvent } from '@/server/events/receive';
import { loadBoard } from '@/server/features/notifications/board';
import { changeImpact } from '@/server/features/notifications/impact';
import { draftsOf, publishMany } from '@/server/features/notifications/many';
import { loadNotification, saveNotification } from '@/server/features/notifications/notification';
import { makeNotification, removeNotification, switchMany } from '@/server/features/notifications/notifications';
import { addRule } from '@/server/features/routing/routing';
import { loadLook } from '@/server/features/templates/look';
import { loadDesk, publishTemplate, saveTemplate } from '@/server/features/templates/templates';
import { loadVersions } from '@/server/features/templates/versions';
import { loadToday } from '@/server/features/today/today';
import { accessAs, connectService, placedEvent, SHOP, useDatabase } from './fixture';
import { reader } from './orders';

useDatabase();
beforeAll(() => connectService());

const SLUGS = ['order-received', 'on-its-way', 'refund-issued', 'order-cancelled'];

/** Something that a designer does. */
const deed = fc.oneof(
  fc.record({ kind: fc.constant('switch' as const), slug: fc.constantFrom(...SLUGS), on: fc.boolean() }),
  fc.record({
    kind: fc.constant('edit' as const),
    slug: fc.constantFrom(...SLUGS),
    subject: fc.integer({ min: 0, max: 2 }),
  }),
  fc.record({ kind: fc.constant('unwrite' as const), slug: fc.constantFrom(...SLUGS) }),
  fc.record({ kind: fc.constant('publish' as const), slug: fc.constantFrom(...SLUGS) }),
);

it('live, draft and complete are counted alike by the board, the look, the Desk and Today', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { maxLength: 4 }), async (deeds) => {
      const access = await accessAs();
      for (const d of deeds) {
        if (d.kind === 'switch') await switchMany(access, d.on, [d.slug]);
        else if (d.kind === 'publish') await publishMany(access, await draftsOf(access, [d.slug]));
        else {
          const { draft, revision } = await loadDesk(access, d.slug);
          const { de, ...rest } = draft.words;
          const words =
            d.kind === 'edit'
              ? { ...draft.words, en: { ...draft.words.en, subject: `Said ${d.subject}` } }
              : { ...rest, ...(de ? {} : { de: draft.words.en! }) };
          await saveTemplate(access, d.slug, revision, { ...draft, words });
        }
      }
      const [board, look, today] = [await loadBoard(access), await loadLook(access), await loadToday(access)];
      const live = board.cards.filter((c) => c.live).map((c) => c.name);
      expect(look.touches.toSorted()).toEqual(live.toSorted());
      for (const slug of SLUGS) {
        const card = board.cards.find((c) => c.slug === slug)!;
        const versions = await loadVersions(access, slug);
        expect(versions.some((v) => v.changes > 0)).toBe(card.changed);
        const view = await loadNotification(access, slug);
        expect(view.variants.some((v) => v.changed)).toBe(card.changed);
        expect(access.store.languages.filter((l) => view.variants.every((v) => v.complete.includes(l)))).toEqual(
          card.complete,
        );
      }
      const read = board.cards.filter((c) => c.on && c.audience !== 'staff');
      for (const line of today.languages) {
        expect([line.language, line.complete]).toEqual([
          line.language,
          read.filter((c) => c.complete.includes(line.language)).length,
        ]);
      }
    }),
    { numRuns: 12 },
  );
}, 120_000);

it('a language that the draft lacks and the live edition has is complete: customers get it', async () => {
  const access = await accessAs();
  await switchMany(access, true, ['tracking-changed']);
  const { draft, live, revision } = await loadDesk(access, 'tracking-changed');
  expect(Object.keys(live!.template.words)).toContain('de');
  const { de: _de, ...words } = draft.words;
  await saveTemplate(access, 'tracking-changed', revision, { ...draft, words });
  expect((await loadBoard(access)).cards.find((c) => c.slug === 'tracking-changed')!.complete).toContain('de');
});

describe('several drafts', () => {
  it('are published as they were seen: one that changed since is left, and the others go out', async () => {
    const access = await accessAs();
    for (const slug of ['order-received', 'delivered']) {
      const { draft, revision } = await loadDesk(access, slug);
      const words = Object.entries(draft.words).map(([l, w]) => [l, { ...w, subject: 'Seen {$order.number}' }]);
      await saveTemplate(access, slug, revision, { ...draft, words: Object.fromEntries(words) });
    }
    const seen = await draftsOf(access, ['order-received', 'delivered']);
    const changes = seen.find((d) => d.slug === 'delivered')!.changes;
    expect(changes).toContainEqual(
      expect.objectContaining({ kind: 'words', language: 'en', after: 'Seen {$order.number}' }),
    );
    const { draft, revision } = await loadDesk(access, 'delivered');
    await saveTemplate(access, 'delivered', revision, {
      ...draft,
      words: { ...draft.words, en: { ...draft.words.en, subject: 'Changed since' } },
    });
    const outcome = await publishMany(access, seen, 'Autumn words');
    expect(outcome.refused).toEqual([
      { name: 'Delivered', why: expect.stringMatching(/changed this draft meanwhile/) },
    ]);
    expect(outcome.done).toContain('Order received');
    const desk = await loadDesk(access, 'order-received');
    expect(desk.editions[0]).toMatchObject({ note: 'Autumn words', publishedBy: access.person.name });
  });
});

describe('what was removed', () => {
  it('comes back with its versions, editions, settings and rules, and stays off', async () => {
    const access = await accessAs();
    const { slug } = await makeNotification(access, {
      name: 'For the bindery',
      moment: 'order.placed',
      audience: 'staff',
      from: 'new-order',
    });
    const [row] = await database()
      .select()
      .from(notifications)
      .where(and(eq(notifications.storeId, access.store.id), eq(notifications.slug, slug)));
    await publishTemplate(access, slug, (await loadDesk(access, slug)).revision);
    await addRule(access, {
      notificationId: row!.id,
      recipient: { address: 'bench@quillwick.example' },
      scope: { kind: 'all' },
    });
    const before = await loadNotification(access, slug);
    const desk = await loadDesk(access, slug);
    const { removed } = await removeNotification(access, slug);
    expect((await loadBoard(access)).cards.some((c) => c.slug === slug)).toBe(false);
    expect((await listRemoved(access.store.id)).map((r) => [r.kind, r.name])).toEqual([
      ['notification', 'For the bindery'],
    ]);
    await bringBack(access, removed);
    const after = await loadNotification(access, slug);
    expect(after.settings).toEqual(before.settings);
    expect([after.on, after.rules]).toEqual([false, before.rules]);
    expect((await loadDesk(access, slug)).live).toEqual(desk.live);
    expect(await listRemoved(access.store.id)).toEqual([]);
    await expect(bringBack(access, removed)).rejects.toMatchObject({ code: 'not-found' });
  });

  it('is refused where its place is taken, and where what it was a version of is gone', async () => {
    const access = await accessAs();
    const { slug } = await makeNotification(access, { name: 'Twice', moment: 'order.placed', audience: 'customer' });
    const view = await loadNotification(access, slug);
    const wanted = { match: 'all' as const, tests: [{ about: 'country' as const, is: 'one' as const, of: ['PL'] }] };
    const { revision } = await saveNotification(access, slug, view.revision, {
      ...view.settings,
      variants: [{ name: 'Poland', nothing: false, when: wanted }, ...view.settings.variants],
    });
    await saveNotification(access, slug, revision, { ...view.settings });
    const version = (await listRemoved(access.store.id)).find((r) => r.kind === 'version')!;
    expect(version.name).toBe('Twice, Poland');
    const { removed } = await removeNotification(access, slug);
    await expect(bringBack(access, version.id)).rejects.toThrow(/Bring that back first/);
    await makeNotification(access, { name: 'Twice', moment: 'order.placed', audience: 'customer' });
    await expect(bringBack(access, removed)).rejects.toThrow(/another with this address/);
    await removeNotification(access, slug);
    await bringBack(access, removed);
    await bringBack(access, version.id);
    expect((await loadVersions(access, slug)).map((v) => v.name)).toEqual(['Poland', 'Everyone else']);
  });

  it('is gone for good after 30 days', async () => {
    const access = await accessAs();
    const { slug } = await makeNotification(access, { name: 'Old', moment: 'order.placed', audience: 'customer' });
    const { removed } = await removeNotification(access, slug);
    await database()
      .update(removedThings)
      .set({ removedAt: new Date(Date.now() - 31 * 86_400_000) })
      .where(eq(removedThings.id, removed));
    expect((await listRemoved(access.store.id)).some((r) => r.id === removed)).toBe(false);
    await forgetRemoved(Date.now());
    await expect(bringBack(access, removed)).rejects.toMatchObject({ code: 'not-found' });
  });
});

describe('settings that are not saved yet', () => {
  it('tell what they would have changed over the last month, and what becomes of what waits', async () => {
    const access = await accessAs();
    for (const [country, guest] of [
      ['PL', false],
      ['DE', false],
      ['DE', true],
    ] as const) {
      const event = placedEvent({ customer: { email: reader(), guest } });
      const address = { name: 'A', lines: ['B'], postalCode: '1', city: 'C', country };
      await receiveEvent(SHOP, {
        ...event,
        data: { order: { ...event.data.order, shippingAddress: address, billingAddress: address } },
      });
    }
    const { settings } = await loadNotification(access, 'order-received');
    const looked = (await changeImpact(access, 'order-received', settings))!;
    expect(looked.changes).toEqual([]);
    expect(looked.looked).toBeGreaterThanOrEqual(3);
    const toPoland = { match: 'all' as const, tests: [{ about: 'country' as const, is: 'one' as const, of: ['PL'] }] };
    const change = async (part: Partial<typeof settings>) =>
      Object.fromEntries(
        (await changeImpact(access, 'order-received', { ...settings, ...part }))!.changes.map((c) => [
          c.change,
          c.messages,
        ]),
      );
    const fewer = await change({ when: toPoland });
    expect(Object.keys(fewer)).toEqual(['fewer']);
    expect(fewer.fewer).toBe(looked.looked - 1);
    expect(await change({ schedule: { row: [{ wait: { amount: 2, unit: 'hours' } }], ends: [] } })).toEqual({
      later: looked.looked,
    });
    const { variants } = settings;
    expect(await change({ variants: [{ name: 'Poland', nothing: false, when: toPoland }, ...variants] })).toEqual({
      version: 1,
    });
    expect(await change({ variants: [{ name: 'Poland', nothing: true, when: toPoland }, ...variants] })).toEqual({
      fewer: 1,
    });
    await expect(changeImpact(access, 'order-received', {})).rejects.toMatchObject({ code: 'invalid' });
  });
});
