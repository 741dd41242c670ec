/** Links for translators without an account: what they open, until when, and that nothing else is behind them. */
import { eq } from 'drizzle-orm';
import { askByLinkAction, takeQuestionBackByLinkAction, translateByLinkAction } from '@/app/t/[token]/actions';
import { GET as memoryByLink } from '@/app/t/[token]/languages/[language]/memory/route';
import { linkAccess } from '@/server/auth/links';
import { database } from '@/server/db/client';
import { history, translationLinks } from '@/server/db/schema';
import { openQuestions } from '@/server/features/briefing/briefings';
import { template } from '@/server/features/templates/use-cases';
import { loadCoverage } from '@/server/features/languages/coverage';
import { loadLinks, makeLink, performByLink, takeLinkBack } from '@/server/features/languages/links';
import { loadTranslating } from '@/server/features/languages/translating';
import { languages } from '@/server/features/languages/use-cases';
import type { MakeLink } from '@/contract/languages';
import type { MemoryEntry } from '@/core/translation';
import { accessAs, SHOP, useDatabase } from './fixture';

jest.mock('next/cache', () => ({ revalidatePath: () => undefined }));

useDatabase();

const AGENCY: MakeLink = {
  name: 'Słowo & Co.',
  language: 'ar',
  days: 14,
  documents: [{ kind: 'template', slug: 'order-received' }],
};
const make = async (change: Partial<MakeLink> = {}) => makeLink(await accessAs(), { ...AGENCY, ...change });
const PLACE = { kind: 'template' as const, slug: 'order-received', segment: 'subject' };

async function seen(slug = 'order-received', segment = 'subject', language = 'ar') {
  const all = (await loadTranslating(await accessAs(), language, { kind: 'template', slug })).segments;
  const { source, words } = all.find((s) => s.id === segment)!;
  return { kind: 'template' as const, slug, segment, language, source, before: words, state: 'begun' as const };
}
const deeds = async (): Promise<string[]> =>
  (await database().select().from(history).where(eq(history.storeId, SHOP))).map((h) => `${h.who}: ${h.action}`);

it('opens its messages in its language, under the name it was made for', async () => {
  const { token } = await make();
  const { access } = (await linkAccess(token))!;
  const { languages: columns, documents } = await loadCoverage(access);
  expect(columns.map((l) => l.language)).toEqual(['ar']);
  expect(documents.filter((d) => d.kind === 'template').map((d) => d.slug)).toEqual(['order-received']);

  const words = { ...(await seen()), words: 'طلبك {$order.number}', state: 'done' as const };
  expect(await translateByLinkAction(token, words)).toMatchObject({ ok: true, value: { state: 'done' } });
  const done = (await loadTranslating(await accessAs(), 'ar', PLACE)).segments.find((s) => s.id === 'subject');
  expect(done).toMatchObject({ words: 'طلبك {$order.number}', said: { by: 'Słowo & Co.' } });
  expect(await deeds()).toEqual(
    expect.arrayContaining(['Marta Oyelaran: madeLink', 'Słowo & Co.: usedLink', 'Słowo & Co.: translated']),
  );
});

it('opens no other message, language, or deed', async () => {
  const { token } = await make();
  for (const other of [await seen('on-its-way'), await seen('order-received', 'subject', 'de')]) {
    const result = await translateByLinkAction(token, { ...other, words: 'x' });
    expect(result).toMatchObject({ ok: false, error: { code: expect.stringMatching(/not-found|forbidden/) } });
  }
  await expect(
    performByLink(template.save, token, { slug: 'order-received', revision: 1, template: {} }),
  ).rejects.toMatchObject({ code: 'forbidden' });
  await expect(performByLink(languages.makeLink, token, AGENCY)).rejects.toMatchObject({ code: 'forbidden' });
});

it('gives the memory of its messages, and of what ships', async () => {
  const { token } = await make({ documents: [{ kind: 'template', slug: 'delivered' }] });
  const ask = async (secret: string) =>
    memoryByLink(new Request('http://libellus.example/'), {
      params: Promise.resolve({ token: secret, language: 'ar' }),
    });
  const own = await ask(token);
  expect(own.status).toBe(200);
  const entries = (await own.json()) as MemoryEntry[];
  const ofStore = entries.filter((e) => !e.where.endsWith('(as it ships)'));
  expect(ofStore.filter((e) => !e.where.startsWith('Delivered: '))).toEqual([]);
  expect(entries.length).toBeGreaterThan(ofStore.length);
  expect((await ask('x'.repeat(43))).status).toBe(401);
});

it('asks the author, and takes its own questions back, but not those of others', async () => {
  const { token } = await make();
  const asked = await askByLinkAction(token, { place: PLACE, language: 'ar', question: 'Formal?' });
  expect(asked.ok).toBe(true);
  expect(await openQuestions(await accessAs())).toEqual([
    expect.objectContaining({ question: 'Formal?', asked: expect.objectContaining({ by: 'Słowo & Co.' }) }),
  ]);
  const id = asked.ok ? asked.value.id : '';
  const other = await make();
  expect(await takeQuestionBackByLinkAction(other.token, { id })).toMatchObject({ error: { code: 'forbidden' } });
  expect(await takeQuestionBackByLinkAction(token, { id })).toMatchObject({ ok: true });
});

describe('is over', () => {
  const opens = async (token: unknown): Promise<boolean> => (await linkAccess(token)) !== undefined;

  it('when it is taken back', async () => {
    const { id, token } = await make();
    expect((await loadLinks(await accessAs())).find((l) => l.id === id)).toMatchObject({
      ...{ name: AGENCY.name, language: 'ar', documents: ['Order received'] },
    });
    await takeLinkBack(await accessAs(), { id });
    expect(await opens(token)).toBe(false);
    expect(await translateByLinkAction(token, await seen())).toMatchObject({ error: { code: 'signed-out' } });
    expect((await loadLinks(await accessAs())).some((l) => l.id === id)).toBe(false);
    await expect(takeLinkBack(await accessAs(), { id })).rejects.toMatchObject({ code: 'not-found' });
  });

  it('when its day is over', async () => {
    const { id, token } = await make({ days: 1 });
    expect(await opens(token)).toBe(true);
    const past = new Date(Date.now() - 1_000);
    await database().update(translationLinks).set({ until: past }).where(eq(translationLinks.id, id));
    expect(await opens(token)).toBe(false);
  });

  it.each([
    ['nothing', undefined],
    ['a list', []],
    ['a long text', 'x'.repeat(100_000)],
    ['a guess', 'A'.repeat(43)],
  ])('when it is %s', async (_, token) => {
    expect(await opens(token)).toBe(false);
    expect(await translateByLinkAction(token as string, {})).toMatchObject({ error: { code: 'signed-out' } });
  });
});

it('says what of it cannot be, and breaks on nothing that comes in', async () => {
  await expect(make({ name: '  ' })).rejects.toMatchObject({ problems: [{ path: '/name' }] });
  await expect(make({ language: 'fr' })).rejects.toMatchObject({ code: 'not-found' });
  await expect(make({ documents: [{ kind: 'template', slug: 'none' }] })).rejects.toMatchObject({ code: 'invalid' });
  const { token } = await make();
  for (const input of [undefined, null, 7, [], { words: {} }, 'x'.repeat(100_000)]) {
    for (const action of [translateByLinkAction, askByLinkAction, takeQuestionBackByLinkAction]) {
      expect(await action(token, input)).toMatchObject({ ok: false, error: { code: 'invalid' } });
    }
  }
});

it('is kept as a digest alone', async () => {
  const { token } = await make();
  expect(JSON.stringify(await database().select().from(translationLinks))).not.toContain(token);
});
