/** Sets: all messages of a store as a file and from store to store, looked at first, brought in as a whole, and put back. */
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import type { SetSource } from '@/contract/sets';
import { DEFAULT_LOOK, storeOfPicture } from '@/core/look';
import type { SetItem, StoreSet } from '@/core/sets';
import { accessOf, type Access } from '@/server/auth/access';
import { AppError } from '@/server/base/errors';
import { database } from '@/server/db/client';
import * as t from '@/server/db/schema';
import { pictureFile, bringPicture } from '@/server/documents/pictures';
import { loadBoard } from '@/server/features/notifications/board';
import { makeNotification } from '@/server/features/notifications/notifications';
import { keepPairs, keptPairs } from '@/server/features/languages/kept-memory';
import { entriesOf, saveEntry } from '@/server/features/glossary/entries';
import { loadRemoved, removed } from '@/server/features/removed/use-cases';
import { addRule } from '@/server/features/routing/routing';
import { bringSet, lookAtSet } from '@/server/features/sets/bring-in';
import { takeOutSet } from '@/server/features/sets/take-out';
import { makeStore } from '@/server/features/stores/new-store';
import { addMember, createStore } from '@/server/features/stores/stores';
import { savePhrase } from '@/server/features/templates/phrasebook';
import { makePassage } from '@/server/features/templates/passages';
import { loadDesk, saveTemplate } from '@/server/features/templates/templates';
import { accessAs, MARTA, useDatabase } from './fixture';

useDatabase();

const fileOf = (set: unknown): SetSource => ({ from: 'file', bytes: new TextEncoder().encode(JSON.stringify(set)) });
const FROM_QUILLWICK: SetSource = { from: 'store', store: 'quillwick', of: 'draft' };
const stateOf = (items: readonly SetItem[], key: string) => items.find((i) => i.key === key)?.state;

/** Brings everything that differs, as it was looked at. */
async function bringAll(access: Access, source: SetSource, keys?: (item: SetItem) => boolean) {
  const seen = await lookAtSet(access, source, undefined);
  const languages = Object.fromEntries(seen.languages.map((l) => [l.id, l.becomes]));
  const chosen = seen.items.filter(keys ?? ((i) => i.state !== 'same')).map((i) => i.key);
  return bringSet(access, { source, languages, keys: chosen, stamp: seen.stamp });
}

const refusal = async (work: Promise<unknown>): Promise<AppError> => {
  const error = await work.then(
    () => undefined,
    (e: unknown) => e,
  );
  expect(error).toBeInstanceOf(AppError);
  return error as AppError;
};

let second: Access;

beforeAll(async () => {
  const db = database();
  await createStore(
    db,
    {
      id: 'reed-and-rule',
      name: 'Reed & Rule',
      language: 'de',
      languages: ['de', 'en'],
      locales: {},
      currency: 'EUR',
      timeZone: 'Europe/Vienna',
      facts: { name: 'Reed & Rule', email: 'hello@reed-and-rule.example', url: 'https://reed-and-rule.example' },
      look: DEFAULT_LOOK,
    },
    [{ id: 'web-shop', name: 'Web shop', customerMail: true }],
  );
  // Quillwick's fixture has a person without memberships.
  await addMember(db, MARTA.id, 'quillwick', 'owner');
  await addMember(db, MARTA.id, 'reed-and-rule', 'owner');
  const [store] = await db.select().from(t.stores).where(eq(t.stores.id, 'reed-and-rule'));
  second = { person: MARTA, store: store!, role: 'owner' };

  // Something of its own in Quillwick: words, a picture, a passage, a phrase, a notification, a rule.
  const access = await accessAs();
  const png = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#7a3325' } })
    .png()
    .toBuffer();
  const { asset } = await bringPicture(access, png, 'mill.png', 60);
  const { id } = await makePassage(access, 'The mill', [{ id: 'say', kind: 'text' }], {
    en: { say: '{#p}From our mill.{/p}' },
    de: { say: '{#p}Aus unserer Mühle.{/p}' },
  });
  const { draft, revision } = await loadDesk(access, 'order-received');
  await saveTemplate(access, 'order-received', revision, {
    ...draft,
    blocks: [
      ...draft.blocks,
      { id: 'pic', kind: 'image', picture: asset },
      { id: 'mill', kind: 'passage', passage: id },
    ],
    words: { ...draft.words, en: { ...draft.words.en, subject: 'Thank you {$order.number}' } },
  });
  await savePhrase(access, { phrase: 'total', language: 'de', source: 'Gesamtbetrag' });
  const { slug } = await makeNotification(access, {
    name: 'For the bindery',
    moment: 'order.placed',
    audience: 'staff',
    from: 'new-order',
  });
  const [made] = await database().select().from(t.notifications).where(eq(t.notifications.slug, slug));
  await addRule(access, {
    notificationId: made!.id,
    recipient: { address: 'bindery@quillwick.example' },
    scope: { kind: 'all' },
    together: { every: 'day', at: '17:00' },
  });
  // Whom an order names is a matter of the store alone.
  await addRule(access, {
    notificationId: made!.id,
    recipient: { role: 'account manager', domains: ['quillwick.example'] },
    scope: { kind: 'all' },
  });
});

it('goes from store to store as drafts, with pictures, passages and languages, and is then the same', async () => {
  const before = await lookAtSet(second, FROM_QUILLWICK, undefined);
  expect(before.languages).toEqual([
    expect.objectContaining({ id: 'en', becomes: 'en' }),
    expect.objectContaining({ id: 'de', becomes: 'de' }),
    expect.objectContaining({ id: 'ar', becomes: '' }),
  ]);
  expect(stateOf(before.items, 'words order-received')).toBe('changed');
  expect(stateOf(before.items, 'words for-the-bindery')).toBe('new');
  expect(stateOf(before.items, 'words delivered')).toBe('same');

  const { parts, notifications } = await bringAll(second, FROM_QUILLWICK);
  expect(parts).toBeGreaterThan(4);
  expect(notifications).toContain('for-the-bindery');
  const desk = await loadDesk(second, 'order-received');
  expect(desk.draft.words.en!.subject).toBe('Thank you {$order.number}');
  expect(Object.keys(desk.draft.words)).not.toContain('ar');
  const picture = desk.draft.blocks.find((b) => b.id === 'pic');
  const { path } = (picture as { picture: { path: string } }).picture;
  expect(storeOfPicture(path)).toBe('reed-and-rule');
  expect((await sharp(pictureFile(path)).metadata()).width).toBe(60);
  // Nothing of it goes out by itself.
  const cards = (await loadBoard(second)).cards;
  expect(cards.find((c) => c.slug === 'for-the-bindery')).toMatchObject({ on: false, live: false });
  const rules = await database()
    .select({ address: t.routingRules.address, person: t.staff.email, together: t.routingRules.together })
    .from(t.routingRules)
    .leftJoin(t.staff, eq(t.staff.id, t.routingRules.staffId))
    .where(eq(t.routingRules.storeId, 'reed-and-rule'));
  const recipients = rules.map((r) => r.person ?? r.address);
  expect(recipients).toEqual(expect.arrayContaining(['bindery@quillwick.example', 'pawel@quillwick.example']));
  expect(recipients).not.toContain('');
  expect(rules.find((r) => r.address === 'bindery@quillwick.example')!.together).toEqual({ every: 'day', at: '17:00' });

  const after = await lookAtSet(second, FROM_QUILLWICK, undefined);
  expect(after.items.filter((i) => i.state !== 'same')).toEqual([]);
  const error = await refusal(bringAll(second, FROM_QUILLWICK, () => true));
  expect(error.message).toMatch(/at least one part/);
});

it('is put back as it was; what it added goes among the removed things', async () => {
  const [kept] = (await loadRemoved(second)).filter((r) => r.kind === 'set');
  expect(kept).toMatchObject({ name: 'Quillwick' });
  await removed.bringBack.run(second, { id: kept!.id });
  const { draft } = await loadDesk(second, 'order-received');
  expect(draft.words.en!.subject).not.toBe('Thank you {$order.number}');
  expect((await loadBoard(second)).cards.some((c) => c.slug === 'for-the-bindery')).toBe(false);
  expect(await database().select().from(t.phrases).where(eq(t.phrases.storeId, 'reed-and-rule'))).toEqual([]);
  const left = await loadRemoved(second);
  expect(left.map((r) => [r.kind, r.name])).toEqual(
    expect.arrayContaining([
      ['notification', 'For the bindery'],
      ['passage', 'The mill'],
    ]),
  );
  expect(left.some((r) => r.kind === 'set')).toBe(false);
});

it('is brought in from its file alone, without what was not chosen', async () => {
  const file = JSON.parse(String((await takeOutSet(await accessAs(), 'draft')).body)) as StoreSet & { $schema: string };
  expect(file.$schema).toBe('/api/v1/schemas/set.json');
  expect(Object.keys(file.pictures!)).toHaveLength(1);
  await bringAll(second, fileOf(file), (i) => i.key === 'words order-received');
  expect((await loadDesk(second, 'order-received')).draft.words.en!.subject).toBe('Thank you {$order.number}');
  expect((await loadBoard(second)).cards.some((c) => c.slug === 'for-the-bindery')).toBe(false);
});

it('a picture that is missing, or none, is said: the first leaves its place empty, the second stops all', async () => {
  const file = JSON.parse(String((await takeOutSet(await accessAs(), 'draft')).body)) as StoreSet;
  const [[path]] = Object.entries(file.pictures!) as [[string, string]];
  const fresh = (pictures: Record<string, string>): StoreSet => {
    const renamed = JSON.stringify({ ...file, pictures: {} }).replaceAll(path, path.replace(/[0-9a-f]{8}/, 'ffffffff'));
    return { ...(JSON.parse(renamed) as StoreSet), pictures };
  };
  const seen = await lookAtSet(second, fileOf(fresh({})), undefined);
  expect(seen.items.find((i) => i.key === 'words order-received')!.notes.join()).toMatch(/One picture is not in/);
  const broken = fileOf(
    fresh({ [path.replace(/[0-9a-f]{8}/, 'ffffffff')]: Buffer.from('no picture').toString('base64') }),
  );
  const error = await refusal(bringAll(second, broken, (i) => i.key === 'words order-received'));
  expect(error.message).toMatch(/not a picture/i);
  await bringAll(second, fileOf(fresh({})), (i) => i.key === 'words order-received');
  const { draft } = await loadDesk(second, 'order-received');
  expect(draft.blocks.find((b) => b.id === 'pic')).toEqual({ id: 'pic', kind: 'image' });
});

it('nothing is brought in when the store changed since one looked, or a part is wrong', async () => {
  const source = FROM_QUILLWICK;
  const { stamp } = await lookAtSet(second, source, undefined);
  const { draft, revision } = await loadDesk(second, 'delivered');
  const changed = { ...draft, words: { ...draft.words, de: { ...draft.words.de, subject: 'Meanwhile' } } };
  await saveTemplate(second, 'delivered', revision, changed);
  const keys = ['words delivered'];
  const error = await refusal(bringSet(second, { source, languages: { de: 'de', en: 'en' }, keys, stamp }));
  expect(error).toMatchObject({ code: 'conflict' });
  expect((await loadDesk(second, 'delivered')).draft.words.de!.subject).toBe('Meanwhile');

  const file = JSON.parse(String((await takeOutSet(await accessAs(), 'draft')).body)) as StoreSet;
  const wrong = fileOf({ ...file, phrases: { de: { total: '{$customer.firstName} {$nothing' } } });
  const refused = await refusal(bringAll(second, wrong));
  expect(refused.problems[0]).toMatchObject({ path: '/phrases/de/total' });
  expect((await loadDesk(second, 'delivered')).draft.words.de!.subject).toBe('Meanwhile');
});

it('languages are asked for: twice the same, and one that the store does not have, are refused', async () => {
  const twice = await refusal(lookAtSet(second, FROM_QUILLWICK, { en: 'de', de: 'de' }));
  expect(twice.message).toMatch(/German is chosen twice/);
  const none = await refusal(lookAtSet(second, FROM_QUILLWICK, { en: 'it' }));
  expect(none.message).toMatch(/no language Italian/);
});

it('settings count at once, and are put back', async () => {
  const file = JSON.parse(String((await takeOutSet(second, 'draft')).body)) as StoreSet;
  const slug = 'order-received';
  const notifications = file.notifications!.map((n) => (n.slug === slug ? { ...n, owner: 'Jonas', note: 'Ours' } : n));
  const { undo } = await bringAll(second, fileOf({ ...file, notifications }), (i) => i.key === `settings ${slug}`);
  const owner = async () => (await loadBoard(second)).cards.find((c) => c.slug === slug)!.owner;
  expect(await owner()).toBe('Jonas');
  await removed.bringBack.run(second, { id: undo });
  expect(await owner()).not.toBe('Jonas');
});

it('a new store begins with another store’s messages, as drafts of its own', async () => {
  const owner = { ...(await accessAs()), person: MARTA };
  const input = {
    store: 'Quire & Co',
    url: 'https://quire.example',
    storeEmail: 'hello@quire.example',
    language: 'de',
    currency: 'CHF',
    timeZone: 'Europe/Zurich',
  };
  const { storeId } = await makeStore(owner, { ...input, like: 'quillwick' });
  expect(storeId).toBe('quire-co');
  const made = await accessOf(MARTA, storeId, 'store.make');
  expect(made.store).toMatchObject({ language: 'de', languages: ['de', 'en', 'ar'], currency: 'CHF' });
  const desk = await loadDesk(made, 'order-received');
  expect(desk.draft.words.en!.subject).toBe('Thank you {$order.number}');
  const board = await loadBoard(made);
  expect(board.cards.some((c) => c.live)).toBe(false);
  expect(board.cards.map((c) => c.slug)).toContain('for-the-bindery');

  // The same name once more is another store, and a language without words is none.
  expect((await makeStore(owner, input)).storeId).toBe('quire-co-2');
  const error = await refusal(makeStore(owner, { ...input, language: 'fi' }));
  expect(error.problems[0]).toMatchObject({ path: '/language' });
});

it('a store made like another takes its memories along, and is guarded as it is', async () => {
  const model = await accessAs();
  const pair = { source: 'bone folder', words: 'Falzbein' };
  const keep = (language: string, words: string) =>
    keepPairs(database(), model, { language, name: 'agency.tmx' }, [{ ...pair, words }]);
  await keep('de', pair.words);
  await keep('ar', 'مطواة');
  await database().update(t.user).set({ twoFactorEnabled: true }).where(eq(t.user.id, MARTA.id));
  await database().update(t.stores).set({ requiresTwoFactors: true }).where(eq(t.stores.id, 'quillwick'));
  const input = { url: 'https://quire.example', storeEmail: 'hello@quire.example', currency: 'EUR' };
  const like = { ...input, timeZone: 'Europe/Berlin', like: 'quillwick' };
  const same = await makeStore({ ...model, person: MARTA }, { ...like, store: 'Same', language: 'en' });
  const made = await accessOf(MARTA, same.storeId, 'store.make');
  expect(made.store.requiresTwoFactors).toBe(true);
  expect(await keptPairs(made, 'de')).toEqual([expect.objectContaining({ ...pair, file: 'agency.tmx' })]);
  // From another language, what it offers would not be found.
  const other = await makeStore({ ...model, person: MARTA }, { ...like, store: 'Other', language: 'de' });
  expect(await keptPairs(await accessOf(MARTA, other.storeId, 'store.make'), 'ar')).toEqual([]);
  await database().update(t.stores).set({ requiresTwoFactors: false });
  await database().update(t.user).set({ twoFactorEnabled: false }).where(eq(t.user.id, MARTA.id));
});

it('a version that follows another does so in the other store, in its languages', async () => {
  const address = 'order-received~guests';
  const own = await accessAs();
  const { draft, revision } = await loadDesk(own, address);
  await saveTemplate(own, address, revision, { ...draft, follows: { version: '' } });
  const seen = (await loadDesk(own, address)).draft.follows!;
  expect(Object.keys(seen.words!)).toEqual(expect.arrayContaining(['en', 'de']));
  await bringAll(second, FROM_QUILLWICK, (i) => i.key === 'words order-received');
  const there = await loadDesk(second, address);
  expect(there.draft.follows).toMatchObject({ version: '', words: { de: seen.words!.de } });
  const base = await loadDesk(second, 'order-received');
  const words = { ...base.draft.words, de: { ...base.draft.words.de, preheader: 'Vom anderen Shop' } };
  await saveTemplate(second, 'order-received', base.revision, { ...base.draft, words });
  expect((await loadDesk(second, address)).draft.words.de!.preheader).toBe('Vom anderen Shop');
  expect(there.draft.words.de!.preheader).not.toBe('Vom anderen Shop');
});

it('the glossary goes along: new entries, terms put to entries with the same term, and all of it taken back', async () => {
  const quillwick = await accessAs();
  const say = (language: string, term: string) => ({ language, term, use: 'say' as const });
  await saveEntry(quillwick, {
    entry: { name: false, note: 'Of any size.', terms: [say('en', 'parcel'), say('de', 'Paket'), say('ar', 'طرد')] },
  });
  await saveEntry(quillwick, {
    entry: { name: true, note: '', terms: [say('en', 'Quillwick'), say('de', 'Quillwick')] },
  });
  await saveEntry(quillwick, { entry: { name: false, note: '', terms: [say('en', 'order')] } });
  await saveEntry(second, { entry: { name: false, note: '', terms: [say('de', 'Paket'), say('fr', 'colis')] } });
  const before = await entriesOf(second);
  const outcome = await bringAll(second, FROM_QUILLWICK, (i) => i.key === 'glossary');
  const after = await entriesOf(second);
  // An entry without a term in the store's own language has nothing to go by there.
  expect(after.map((e) => e.terms.find((t) => t.language === 'de')?.term)).toEqual(['Paket', 'Quillwick']);
  expect(after[0]).toMatchObject({ note: 'Of any size.' });
  expect(after[0]!.terms).toEqual(
    expect.arrayContaining([say('de', 'Paket'), say('en', 'parcel'), say('fr', 'colis')]),
  );
  expect(after[0]!.terms.some((t) => t.language === 'ar')).toBe(false);
  expect(stateOf((await lookAtSet(second, FROM_QUILLWICK, undefined)).items, 'glossary')).toBe('same');

  await removed.bringBack.run(second, { id: outcome.undo });
  const plain = (all: readonly { revision: number }[]) => all.map(({ revision: _, ...entry }) => entry);
  expect(plain(await entriesOf(second))).toEqual(plain(before));
});
