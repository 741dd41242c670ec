/** Finding and replacing across a store: what is found is what is changed, all of it or nothing, and what is no word stays. */
import { AppError } from '@/server/base/errors';
import { draftsOf, publishMany } from '@/server/features/notifications/many';
import { makePassage, loadPassage } from '@/server/features/templates/passages';
import { findWords, putWords } from '@/server/features/templates/replace';
import { loadDesk, saveTemplate } from '@/server/features/templates/templates';
import type { FindWords, FoundWords } from '@/contract/replace';
import { accessAs, useDatabase } from './fixture';

useDatabase();

const wanted = (search: string, replacement: string, more: Partial<FindWords> = {}): FindWords => ({
  search,
  replacement,
  matchCase: false,
  wholeWords: true,
  language: '',
  ...more,
});
const puts = (found: readonly FoundWords[]) =>
  found.map(({ kind, slug, revision, language, segment, after }) => ({
    kind,
    slug,
    revision,
    language,
    segment,
    source: after,
  }));

it('words are found in every version, passage and language, replaced in the chosen places, and published together', async () => {
  const access = await accessAs();
  const { id } = await makePassage(access, 'Who we are', [{ id: 'say', kind: 'text' }], {
    en: { say: '{#p}Follow us to the mill.{/p}' },
  });
  const { found, unread } = await findWords(access, wanted('Follow', 'See'));
  expect(unread).toEqual([]);
  expect(new Set(found.map((f) => f.language))).toEqual(new Set(['en']));
  expect(found.map((f) => f.slug)).toEqual(expect.arrayContaining(['order-received', 'order-received~guests', id]));
  const chosen = found.filter((f) => [id, 'order-received', 'order-received~guests'].includes(f.slug));
  const outcome = await putWords(access, puts(chosen));
  expect(outcome).toMatchObject({ documents: 3, notifications: ['order-received'] });
  expect((await loadPassage(access, id)).draft.words.en!.say).toContain('See us to the mill.');
  const drafts = await draftsOf(access, outcome.notifications);
  expect(drafts.map((d) => [d.slug, d.changes.length])).toEqual([
    ['order-received~guests', 1],
    ['order-received', 1],
  ]);
  expect((await publishMany(access, drafts)).refused).toEqual([]);
  expect((await loadDesk(access, 'order-received')).live!.template.words.en!.follow).toBe('See your order');
  // As it was, by putting the words back.
  await putWords(
    access,
    chosen.map(({ kind, slug, language, segment, before }) => ({
      kind,
      slug,
      language,
      segment,
      source: before,
      revision: outcome.revisions.find((r) => r.kind === kind && r.slug === slug)!.revision,
    })),
  );
  expect((await loadDesk(access, 'order-received')).draft.words.en!.follow).toBe('Follow your order');
});

it('nothing is replaced when one of the drafts changed since, or lacks the place', async () => {
  const access = await accessAs();
  const { found } = await findWords(access, wanted('Thank you', 'Thanks', { language: 'en' }));
  expect(found.length).toBeGreaterThan(1);
  const [first, ...rest] = found as [FoundWords, ...FoundWords[]];
  const desk = await loadDesk(access, first.slug);
  await saveTemplate(access, first.slug, desk.revision, desk.draft);
  await expect(putWords(access, puts([...rest, first]))).rejects.toMatchObject({ code: 'conflict' });
  const again = (await findWords(access, wanted('Thank you', 'Thanks', { language: 'en' }))).found;
  expect(again.map((f) => f.places)).toEqual(found.map((f) => f.places));
  await expect(putWords(access, [{ ...puts(again)[0]!, language: 'xx' }])).rejects.toThrow(/not there any more/);
});

it('a placeholder is no word: braces are refused at their field, and words that cannot be read are named', async () => {
  const access = await accessAs();
  const refused = await findWords(access, wanted('x', '{$order.number}')).catch((e: unknown) => e);
  expect(refused).toBeInstanceOf(AppError);
  expect((refused as AppError).problems.map((p) => p.path)).toEqual(['/replacement']);
  expect((await findWords(access, wanted('customer.firstName', 'x', { wholeWords: false }))).found).toEqual([]);
  const { draft, revision } = await loadDesk(access, 'delivered');
  const words = { ...draft.words, en: { ...draft.words.en, help: 'Broken {$' } };
  await saveTemplate(access, 'delivered', revision, { ...draft, words });
  const { unread } = await findWords(access, wanted('broken', 'x'));
  expect(unread).toEqual([{ name: 'Delivered', label: expect.stringMatching(/^Text/), language: 'English' }]);
});
