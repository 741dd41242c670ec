/** What readers of a language get where a message is not complete in it: another language as a whole, or what there is of it. */
import { eq } from 'drizzle-orm';
import type { Block } from '@/core/template';
import { loadCoverage } from '@/server/features/languages/coverage';
import { saveFallback } from '@/server/features/languages/fallbacks';
import { makePassage, loadPassage, publishPassage, savePassage } from '@/server/features/templates/passages';
import { loadDesk, publishTemplate, saveTemplate } from '@/server/features/templates/templates';
import { database } from '@/server/db/client';
import { deliveries } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { accessAs, connectService, mailbox, placedEvent, SHOP, textOf, useDatabase } from './fixture';
import { drain, reader } from './orders';

useDatabase();

beforeAll(() => connectService());

const SLUG = 'order-received';

/** The message that a customer gets who reads a language, with the codes of the reasons on record. */
async function arrives(language: string): Promise<{ subject: string; text: string; codes: string[] }> {
  const email = reader();
  const { deliveries: ids } = await receiveEvent(SHOP, placedEvent({ customer: { email }, language }));
  await drain();
  const mail = (await mailbox(email))[0]!;
  const rows = await Promise.all(ids.map((id) => database().select().from(deliveries).where(eq(deliveries.id, id))));
  const own = rows.flat().find((d) => d.role === 'customer');
  return {
    subject: mail.subject,
    text: await textOf(mail),
    codes: (own?.reasons ?? []).map((r) => r.code).filter((code) => code.startsWith('language')),
  };
}

async function publishWords(language: string, words: Record<string, string>, blocks?: Block[]): Promise<void> {
  const access = await accessAs();
  const { draft, revision } = await loadDesk(access, SLUG);
  const own = { ...draft.words[language], ...words };
  const next = { ...draft, words: { ...draft.words, [language]: own }, ...(blocks && { blocks }) };
  const saved = await saveTemplate(access, SLUG, revision, next);
  await publishTemplate(access, SLUG, saved.revision);
}

const choose = async (language: string, then: string[], partly = false): Promise<void> =>
  saveFallback(await accessAs(), { language, then, partly });
const arabic = async () => (await loadCoverage(await accessAs())).languages.find((l) => l.language === 'ar')!;

it('is the store’s own language while nothing is chosen', async () => {
  expect(await arrives('ar')).toMatchObject({ subject: /^Order /, codes: ['language-default'] } as object);
});

it('is the first language chosen that the message is complete in, from then on', async () => {
  const before = await arabic();
  expect(before.fallback).toEqual({ then: [], partly: false });
  expect(before.incomplete.completeIn.de).toBe(before.incomplete.messages);
  await choose('ar', ['de']);
  const { text, codes } = await arrives('ar-EG');
  expect(text).toContain('Bestellung');
  expect(codes).toEqual(['language-next']);
  expect((await arrives('de')).codes).toEqual(['language-of-order']);
  expect((await arabic()).fallback).toEqual({ then: ['de'], partly: false });
});

it('counts among the messages that went out in another language', async () => {
  const { wanted, elsewhere } = await arabic();
  expect(elsewhere).toBeGreaterThan(0);
  expect(elsewhere).toBe(wanted);
});

it.each([
  ['itself', ['ar']],
  ['a language that the store does not have', ['fr']],
  ['one twice', ['de', 'de']],
])('cannot be %s', async (_, then) => {
  await expect(choose('ar', then)).rejects.toThrow('cannot come next');
});

it('is nothing to choose for the store’s own language', async () => {
  await expect(choose('en', ['de'])).rejects.toMatchObject({ code: 'not-found' });
});

it('is not a part of words that cannot go out: they are named, and nothing changes', async () => {
  await publishWords('ar', { subject: 'طلبك {$order.numbr}' });
  await expect(choose('ar', ['de'], true)).rejects.toMatchObject({
    message: '1 published text in Arabic cannot go out as it is. Correct and publish it first.',
    problems: [{ path: '/partly', message: expect.stringMatching(/^Order received, Subject: /) }],
  });
  expect((await arabic()).fallback.partly).toBe(false);
});

it('is what there is, with the rest in the next language, where that is chosen', async () => {
  await publishWords('ar', { subject: 'طلبك {$order.number}' });
  await choose('ar', ['de'], true);
  const { subject, text, codes } = await arrives('ar');
  expect(subject).toMatch(/^طلبك /);
  expect(text).toContain('Bestellung');
  expect(codes).toEqual(['language-of-order', 'language-partly']);
});

it('is looked at before it is published, as every language that goes out', async () => {
  await expect(publishWords('ar', { subject: 'طلبك {$order.numbr}' })).rejects.toMatchObject({ code: 'invalid' });
  await publishWords('ar', { subject: 'طلبك {$order.number}' });
});

it('is another language as a whole where a passage of the message is not complete', async () => {
  const access = await accessAs();
  const words = { en: { w: 'Sheets travel flat.' } };
  const { id } = await makePassage(access, 'How we pack', [{ id: 'w', kind: 'text' }], words);
  const { draft } = await loadDesk(access, SLUG);
  const use: Block = { id: 'pack', kind: 'passage', passage: id };
  await publishWords('de', {}, draft.blocks.toSpliced(2, 0, use));
  const english = await arrives('de');
  expect(english.text).toContain('Sheets travel flat.');
  expect(english.text).not.toContain('Bestellung');
  expect(english.codes).toEqual(['language-default']);

  const passage = await loadPassage(access, id);
  const saved = await savePassage(access, id, passage.revision, {
    ...passage.draft,
    words: { ...words, de: { w: 'Bögen reisen flach.' } },
  });
  await publishPassage(access, id, saved.revision);
  const german = await arrives('de');
  expect(german.text).toContain('Bögen reisen flach.');
  expect(german.codes).toEqual(['language-of-order']);
});
