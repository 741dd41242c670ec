/** Versions that follow another: a change to what they share reaches all of them, and what is their own stays. */
import { findWords, putWords } from '@/server/features/templates/replace';
import { bringBack, listRemoved } from '@/server/documents/removed';
import { receiveEvent } from '@/server/events/receive';
import { loadNotification, saveNotification } from '@/server/features/notifications/notification';
import { loadDesk, saveTemplate, switchNotification } from '@/server/features/templates/templates';
import { loadVersions, publishVersions } from '@/server/features/templates/versions';
import { ownMarked, type Template } from '@/core/template';
import { accessAs, connectService, mailbox, placedEvent, SHOP, useDatabase } from './fixture';
import { drain, reader } from './orders';

useDatabase();

const SLUG = 'order-received';
const POLAND = `${SLUG}~to-poland`;

beforeAll(() => connectService());

type Change = (draft: Template) => Template;
const reworded =
  (segment: string, source: string): Change =>
  (draft) => ({ ...draft, words: { ...draft.words, en: { ...draft.words.en, [segment]: source } } });

/** Changes the draft of a version as the Desk saves it. */
async function change(address: string, ...changes: Change[]): Promise<number> {
  const access = await accessAs();
  const { draft, revision } = await loadDesk(access, address);
  return (
    await saveTemplate(
      access,
      address,
      revision,
      changes.reduce((d, c) => c(d), draft),
    )
  ).revision;
}
const draftOf = async (address: string): Promise<Template> => (await loadDesk(await accessAs(), address)).draft;

async function settingsOf() {
  return loadNotification(await accessAs(), SLUG);
}
async function addPoland(follows: boolean): Promise<void> {
  const { revision, settings } = await settingsOf();
  const from = settings.variants.at(-1)!.id!;
  await saveNotification(await accessAs(), SLUG, revision, {
    ...settings,
    variants: [
      {
        name: 'To Poland',
        nothing: false,
        when: { match: 'all', tests: [{ about: 'country', is: 'one', of: ['PL'] }] },
        begins: { from, follows },
      },
      ...settings.variants,
    ],
  });
}

it('a new version follows another: what is changed there is changed here, but for what is its own', async () => {
  await addPoland(true);
  expect((await draftOf(POLAND)).follows).toEqual({ version: '' });
  const seen = (await loadDesk(await accessAs(), POLAND)).revision;
  await change(SLUG, reworded('subject', 'Thanks, {$order.number}'));
  expect((await draftOf(POLAND)).words.en!.subject).toBe('Thanks, {$order.number}');
  await expect(saveTemplate(await accessAs(), POLAND, seen, await draftOf(POLAND))).rejects.toThrow(
    /changed this draft/,
  );

  await change(POLAND, reworded('subject', 'Thanks for {$order.number}, to Poland'));
  expect((await draftOf(POLAND)).follows!.words).toEqual({ en: ['subject'] });
  await change(
    SLUG,
    reworded('subject', 'Once more, {$order.number}'),
    reworded('preheader', 'All is well, {$order.itemCount} and {$order.total}'),
  );
  const after = await draftOf(POLAND);
  expect(after.words.en!.subject).toBe('Thanks for {$order.number}, to Poland');
  expect(after.words.en!.preheader).toBe('All is well, {$order.itemCount} and {$order.total}');
  expect((await draftOf(`${SLUG}~guests`)).words.en!.preheader).not.toBe(
    'All is well, {$order.itemCount} and {$order.total}',
  );
});

it('the Desk is told what it follows, and both are published together and arrive', async () => {
  const access = await accessAs();
  const desk = await loadDesk(access, POLAND);
  expect(desk.notification.leads).toMatchObject({ slug: SLUG, name: 'Everyone else' });
  expect(desk.notification.leads!.template).toEqual(await draftOf(SLUG));
  const versions = await loadVersions(access, SLUG);
  expect(versions.find((v) => v.slug === POLAND)!.follows).toBe(SLUG);
  const seen = (slug: string) => versions.find((v) => v.slug === slug)!;
  await publishVersions(access, seen(SLUG), [{ slug: POLAND, revision: seen(POLAND).revision }]);
  await switchNotification(access, SLUG, true);
  const [pole, other] = [reader(), reader()];
  const address = { name: 'Iwona Sobczyk', lines: ['ul. Lipowa 4'], city: 'Gdynia', country: 'PL' };
  await receiveEvent(SHOP, placedEvent({ customer: { email: pole }, shippingAddress: address }));
  await receiveEvent(SHOP, placedEvent({ customer: { email: other }, shippingAddress: { ...address, country: 'DE' } }));
  await drain();
  expect((await mailbox(pole))[0]!.subject).toMatch(/^Thanks for .+, to Poland$/);
  expect((await mailbox(other))[0]!.subject).toMatch(/^Once more, /);
});

it('words are found where they are shared from, once, and put into all that share them', async () => {
  const access = await accessAs();
  const { found } = await findWords(access, {
    search: 'All is well',
    replacement: 'All went well',
    matchCase: true,
    wholeWords: true,
    language: '',
  });
  expect(found.map((f) => [f.slug, f.followers])).toEqual([[SLUG, ['To Poland']]]);
  const put = found.map(({ kind, slug, revision, language, segment, after }) => ({
    kind,
    slug,
    revision,
    language,
    segment,
    source: after,
  }));
  // Its own words of the other version go with it in the same step, and both can be put back.
  const { revision, draft } = await loadDesk(access, POLAND);
  const own = { kind: 'template' as const, slug: POLAND, revision, language: 'en', segment: 'subject' };
  const done = await putWords(access, [...put, { ...own, source: 'To Poland, {$order.number}' }]);
  expect((await draftOf(POLAND)).words.en).toMatchObject({
    preheader: 'All went well, {$order.itemCount} and {$order.total}',
    subject: 'To Poland, {$order.number}',
  });
  const revisionOf = (slug: string): number => done.revisions.find((r) => r.slug === slug)!.revision;
  await putWords(access, [
    { ...put[0]!, revision: revisionOf(SLUG), source: 'All is well, {$order.itemCount} and {$order.total}' },
    { ...own, revision: revisionOf(POLAND), source: draft.words.en!.subject! },
  ]);
  expect((await draftOf(POLAND)).words).toEqual(draft.words);
});

it.each([
  ['itself', POLAND, 'to-poland'],
  ['one that follows another', `${SLUG}~guests`, 'to-poland'],
  ['any other, while it is followed', SLUG, 'guests'],
])('a version cannot follow %s', async (_what, address, version) => {
  const before = await draftOf(address);
  await expect(change(address, (d) => ({ ...d, follows: { version } }))).rejects.toThrow(/can only follow one that/);
  expect(await draftOf(address)).toEqual(before);
});

it('one that follows a version that there is not stands alone', async () => {
  await change(`${SLUG}~guests`, (d) => ({ ...d, follows: { version: 'nobody' } }));
  expect(await draftOf(`${SLUG}~guests`)).not.toHaveProperty('follows');
});

it('when the version that is followed goes, those that follow it stand alone; when it is back, they follow it again', async () => {
  const access = await accessAs();
  // Everyone else leads Poland; let it be Guests for this.
  const guests = await draftOf(`${SLUG}~guests`);
  await change(POLAND, () => ownMarked({ ...guests, follows: { version: 'guests' } }, guests));
  await change(POLAND, reworded('preheader', 'Polish preheader'));
  const { revision, settings } = await settingsOf();
  const without = settings.variants.filter((v) => v.name !== 'Guests');
  await saveNotification(access, SLUG, revision, { ...settings, variants: without });
  expect(await draftOf(POLAND)).not.toHaveProperty('follows');
  await change(POLAND, reworded('subject', 'Alone for a while'));
  const [removed] = await listRemoved(access.store.id);
  expect(removed!.name).toContain('Guests');
  await bringBack(access, removed!.id);
  expect((await draftOf(POLAND)).follows).toEqual({
    version: 'guests',
    words: { en: ['subject', 'preheader'] },
  });
  await change(`${SLUG}~guests`, reworded('subject', 'For guests'));
  expect((await draftOf(POLAND)).words.en!.subject).toBe('Alone for a while');
});
