/** What an owner gives a translator: languages, and publishing what they translated, and nothing besides. */
import { accessOf, type Access } from '@/server/auth/access';
import { database } from '@/server/db/client';
import * as t from '@/server/db/schema';
import { ask } from '@/server/features/briefing/briefing';
import { deleteEntry, saveEntry } from '@/server/features/glossary/entries';
import { bringGlossaryIn, lookAtGlossary } from '@/server/features/glossary/files';
import { loadCoverage } from '@/server/features/languages/coverage';
import { takeOut } from '@/server/features/languages/files';
import { loadTranslating, translate } from '@/server/features/languages/translating';
import { allowTranslator, loadTranslators } from '@/server/features/languages/translators';
import { savePhrase } from '@/server/features/templates/phrasebook';
import { loadDesk, publishTemplate, saveTemplate } from '@/server/features/templates/templates';
import { loadTerms, saveTerms } from '@/server/features/terms/terms';
import { accessAs, SHOP, useDatabase } from './fixture';

useDatabase();

const CLAIRE = { id: 'claire', name: 'Claire Aubin', email: 'claire@quillwick.example' };
const PLACE = { kind: 'template' as const, slug: 'order-received', segment: 'subject' };

beforeAll(async () => {
  const now = new Date();
  await database()
    .insert(t.user)
    .values({ ...CLAIRE, emailVerified: true, createdAt: now, updatedAt: now });
  await database().insert(t.memberships).values({ userId: CLAIRE.id, storeId: SHOP, role: 'translator' });
});

const claire = (action: Parameters<typeof accessOf>[2] = 'words.translate'): Promise<Access> =>
  accessOf(CLAIRE, SHOP, action);
const allow = async (languages: string[] | undefined, publishes = false): Promise<void> =>
  allowTranslator(await accessAs(), { id: CLAIRE.id, publishes, ...(languages && { languages }) });

async function write(access: Access, language: string, words: string): Promise<void> {
  const subject = (await loadTranslating(await accessAs(), language, PLACE)).segments.find((s) => s.id === 'subject')!;
  const seen = { source: subject.source, before: subject.words };
  await translate(access, { ...PLACE, ...seen, language, words, state: 'done' });
}
const publish = async (access: Access): Promise<{ number: number }> =>
  publishTemplate(access, PLACE.slug, (await loadDesk(access, PLACE.slug)).revision);

it('without being given any, a translator has all languages, and publishes nothing', async () => {
  expect(await loadTranslators(await accessAs())).toEqual([{ id: CLAIRE.id, name: CLAIRE.name, publishes: false }]);
  expect((await loadCoverage(await claire())).languages.map((l) => l.language)).toEqual(['de', 'ar']);
  await expect(claire('words.publish')).rejects.toMatchObject({ code: 'forbidden' });
});

describe('with Arabic', () => {
  beforeAll(() => allow(['ar']));
  const WHY = 'German is not among the languages that you are given. An owner can give it to you.';

  it('a translator sees and changes Arabic alone', async () => {
    expect((await loadCoverage(await claire())).languages.map((l) => l.language)).toEqual(['ar']);
    await write(await claire(), 'ar', 'طلبك {$order.number}');
  });

  it.each([
    ['translates no German text', (who: Access) => write(who, 'de', 'Ihre Bestellung {$order.number}')],
    ['takes no German file out', (who: Access) => takeOut(who, { language: 'de', as: 'po', open: false })],
    ['asks nothing about German', (who: Access) => ask(who, { place: PLACE, language: 'de', question: '?' })],
    [
      'changes no German phrase',
      (who: Access) => savePhrase(who, { phrase: 'total', language: 'de', source: 'Summe' }),
    ],
  ])('%s', async (_, deed) => {
    await expect(claire().then(deed as (who: Access) => Promise<unknown>)).rejects.toMatchObject({
      code: 'forbidden',
      message: WHY,
    });
  });

  it('names the store’s things in Arabic, and not in German', async () => {
    const page = await loadTerms(await claire());
    expect(page.languages.map((l) => l.id)).toEqual(['ar']);
    const named = (words: Record<string, string>) => ({
      ...page.terms,
      names: page.terms.names.map((n, i) => (i === 0 ? { ...n, words: { ...n.words, ...words } } : n)),
    });
    if (page.terms.names.length === 0) throw new Error('The store of the tests has no names.');
    await expect(saveTerms(await claire(), page.revision, named({ de: 'Anders' }))).rejects.toThrow(WHY);
    await saveTerms(await claire(), page.revision, named({ ar: 'اسم' }));
  });

  it('changes terms in Arabic, and nothing else of an entry', async () => {
    const terms = [{ language: 'en', term: 'order', use: 'say' as const }];
    const own = await saveEntry(await accessAs(), { entry: { name: false, note: '', terms } });
    const arabic = { language: 'ar', term: 'طلب', use: 'say' as const };
    const entry = { name: false, note: '', terms: [...terms, arabic] };
    const { revision } = await saveEntry(await claire(), { entry, seen: own });
    const seen = { id: own.id, revision };
    const german = { language: 'de', term: 'Bestellung', use: 'say' as const };
    for (const deed of [
      async () => saveEntry(await claire(), { entry: { ...entry, terms: [...terms, german] }, seen }),
      async () => saveEntry(await claire(), { entry: { ...entry, note: 'Other.' }, seen }),
      async () => saveEntry(await claire(), { entry: { ...entry, terms: [{ ...terms[0]!, term: 'purchase' }] } }),
      async () => deleteEntry(await claire(), seen),
      async () => {
        const file = Buffer.from('language,term\nen,invoice\n');
        const { stamp } = await lookAtGlossary(await claire(), file);
        return bringGlossaryIn(await claire(), { stamp, name: 'x.csv' }, file);
      },
    ]) {
      await expect(deed()).rejects.toMatchObject({ code: 'forbidden' });
    }
  });
});

describe('who publishes what they translated', () => {
  beforeAll(() => allow(['ar'], true));

  it('publishes a draft in which nothing but their words has changed', async () => {
    await write(await claire(), 'ar', 'طلبك {$order.number} عندنا');
    const { number } = await publish(await claire('words.publish'));
    expect((await loadDesk(await accessAs(), PLACE.slug)).live?.number).toBe(number);
  });

  it('does not publish what others changed', async () => {
    await write(await claire(), 'ar', 'طلبك {$order.number} وصلنا');
    await write(await accessAs(), 'de', 'Bestellung {$order.number} ist da');
    await expect(publish(await claire('words.publish'))).rejects.toMatchObject({
      code: 'forbidden',
      message: 'The draft changes more than your translations: Subject. Who may publish messages has to publish it.',
    });
    await publish(await accessAs());
    const { draft, revision } = await loadDesk(await accessAs(), PLACE.slug);
    await saveTemplate(await accessAs(), PLACE.slug, revision, { ...draft, blocks: draft.blocks.toSpliced(2, 1) });
    await expect(publish(await claire('words.publish'))).rejects.toMatchObject({ code: 'forbidden' });
  });

  it('may not do what publishing messages allows besides', async () => {
    await expect(claire('template.publish')).rejects.toMatchObject({ code: 'forbidden' });
    await expect(claire('template.edit')).rejects.toMatchObject({ code: 'forbidden' });
  });
});

it('is given only languages that there are, and only to translators', async () => {
  await expect(allow(['fr'])).rejects.toMatchObject({ code: 'invalid' });
  await expect(allow(['en'])).rejects.toMatchObject({ code: 'invalid' });
  await expect(allowTranslator(await accessAs(), { id: 'marta', publishes: true })).rejects.toMatchObject({
    code: 'not-found',
  });
  await allow(undefined);
  expect((await claire()).translates).toEqual({ publishes: false });
});
