/** The look: saved, published, worn by messages, taken along to another store. */
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { DEFAULT_LOOK, STARTING_LOOKS, takeOn, type Look } from '@/core/look';
import { SHIPPED_NOTIFICATIONS } from '@/core/shipped';
import { testOrder } from '@/core/testing';
import { database } from '@/server/db/client';
import { lookDrafts, memberships, stores } from '@/server/db/schema';
import { bringPicture } from '@/server/documents/pictures';
import { renderFor } from '@/server/sending/render';
import { createStore } from '@/server/features/stores/stores';
import { templateFor } from '@/server/features/templates/templates';
import {
  copyLook,
  exportLook,
  importLook,
  loadLook,
  lookEdition,
  publishLook,
  saveLook,
} from '@/server/features/templates/look';
import { accessAs, SHOP, useDatabase } from './fixture';

/** Every version of every notification wears the look. */
// The store of the tests has no trade desk, and so not the versions for it.
const LIVE = SHIPPED_NOTIFICATIONS.filter((s) => s.on).length;

useDatabase();

const OTHER = 'quillwick-trade';

async function other() {
  const access = await accessAs();
  const [store] = await database().select().from(stores).where(eq(stores.id, OTHER));
  return { ...access, store: store! };
}

async function rendered() {
  const access = await accessAs();
  const { template, moment } = await templateFor(access, 'order-received', 'live');
  return renderFor({ store: access.store, template, language: 'en', order: testOrder(), moment, now: 0 });
}

beforeAll(async () => {
  const { store } = await accessAs();
  await createStore(database(), { ...store, id: OTHER, name: 'Quillwick Trade' }, [
    { id: 'trade-desk', name: 'Trade desk', customerMail: true },
  ]);
  await database()
    .insert(memberships)
    .values([
      { userId: 'marta', storeId: SHOP, role: 'owner' },
      { userId: 'marta', storeId: OTHER, role: 'owner' },
    ]);
});

describe('a look', () => {
  it('is saved as a draft, and worn by messages only once it is published', async () => {
    const access = await accessAs();
    const { draft, revision } = await loadLook(access);
    const next: Look = { ...draft, colours: { ...draft.colours, action: '#123456' } };
    const saved = await saveLook(access, revision, next);
    expect((await rendered()).html).not.toContain('#123456');
    expect(await publishLook(access, saved.revision)).toEqual({ number: 2, touches: LIVE });
    expect((await rendered()).html).toContain('#123456');
    const after = await loadLook(await accessAs());
    expect(after.live.colours.action).toBe('#123456');
    expect(after.touches).toContain('On its way');
    expect((await lookEdition(access, 1)).colours.action).toBe(draft.colours.action);
  });

  it('tells the second of two windows who was first, with both versions', async () => {
    const jonas = await accessAs('designer', 'Jonas Feld');
    const { draft, revision } = await loadLook(jonas);
    await saveLook(jonas, revision, { ...draft, css: '.a{color:#111111}' });
    await expect(saveLook(await accessAs(), revision, draft)).rejects.toMatchObject({
      code: 'conflict',
      message: expect.stringContaining('Jonas Feld changed this look'),
      detail: { draft: { css: '.a{color:#111111}' }, revision: revision + 1, by: 'Jonas Feld' },
    });
    await expect(publishLook(await accessAs(), revision)).rejects.toMatchObject({ code: 'conflict' });
  });

  it('with a finding that stops it is not published, and the place is named', async () => {
    const access = await accessAs();
    const { draft, revision, live } = await loadLook(access);
    const saved = await saveLook(access, revision, { ...draft, css: '.a{position:fixed}' });
    await expect(publishLook(access, saved.revision)).rejects.toMatchObject({
      code: 'invalid',
      problems: [{ path: 'Own CSS, line 1', message: expect.stringContaining('position') }],
    });
    expect((await loadLook(await accessAs())).live).toEqual(live);
    await saveLook(access, saved.revision, { ...draft, css: '' });
  });

  it('that is no look is refused with its place', async () => {
    const { revision } = await loadLook(await accessAs());
    const bad = { ...DEFAULT_LOOK, shape: { ...DEFAULT_LOOK.shape, width: 5000 } };
    await expect(saveLook(await accessAs(), revision, bad)).rejects.toMatchObject({
      code: 'invalid',
      problems: [{ path: '/shape/width', message: expect.stringContaining('at most 800') }],
    });
  });

  it('travels to another store with its logo, as a file and directly', async () => {
    const access = await accessAs();
    const png = await sharp({ create: { width: 300, height: 100, channels: 3, background: '#7a3325' } })
      .png()
      .toBuffer();
    const { asset } = await bringPicture(access, png, 'logo.png', 150);
    const { revision, draft } = await loadLook(access);
    const look: Look = {
      ...takeOn(STARTING_LOOKS[2]!, draft),
      logo: { light: asset, alt: 'Quillwick', link: 'https://quillwick.example', width: 150, align: 'centre' },
    };
    const saved = await saveLook(access, revision, look);
    await publishLook(access, saved.revision);

    const taken = await importLook(await other(), JSON.stringify(await exportLook(await accessAs())));
    expect(taken.logo?.light.path).toMatch(new RegExp(`^/media/pictures/${OTHER}/`));
    expect({ ...taken, logo: null }).toEqual({ ...look, logo: null });

    const copied = await copyLook(await other(), SHOP);
    expect(copied).toEqual(taken);
    // Only tried so far: the other store's draft is as it was.
    const [kept] = await database().select().from(lookDrafts).where(eq(lookDrafts.storeId, OTHER));
    expect(kept!.revision).toBe(1);
    await expect(copyLook(await other(), 'no-such-store')).rejects.toMatchObject({ code: 'not-found' });
  });

  it.each([
    ['a newer version', (file: object) => ({ ...file, version: 3 }), /made by a newer Libellus/],
    [
      'a picture that is none',
      (file: object) => ({ ...file, pictures: picturesOf(file, 'bm90IGEgcGljdHVyZQ==') }),
      /not a picture/,
    ],
    ['a picture left out', (file: object) => ({ ...file, pictures: {} }), /does not come with the file/],
  ])('with %s is not taken in, and nothing of it is kept', async (_what, change, words) => {
    const file = change(JSON.parse(JSON.stringify(await exportLook(await accessAs()))) as object);
    const before = (await loadLook(await other())).revision;
    await expect(importLook(await other(), JSON.stringify(file))).rejects.toMatchObject({
      message: expect.stringMatching(words),
    });
    expect((await loadLook(await other())).revision).toBe(before);
  });
});

const picturesOf = (file: object, data: string): Record<string, string> =>
  Object.fromEntries(Object.keys((file as { pictures: object }).pictures).map((path) => [path, data]));
