/** Notes for translators and their questions: at the text in every language, in files, on Today, and by whom they are changed. */
import { loadToday } from '@/server/features/today/today';
import { answer, ask, saveNote, takeQuestionBack } from '@/server/features/briefing/briefing';
import { openQuestions } from '@/server/features/briefing/briefings';
import { saveEntry } from '@/server/features/glossary/entries';
import { takeOut } from '@/server/features/languages/files';
import { loadTranslating } from '@/server/features/languages/translating';
import { loadDesk } from '@/server/features/templates/templates';
import type { TextFormat } from '@/contract/languages';
import { accessAs, useDatabase } from './fixture';

useDatabase();

const PLACE = { kind: 'template' as const, slug: 'order-received', segment: 'subject' };
const NOTHING = { words: '' };
const NOTE = { words: 'Shown in the inbox, beside the shop’s name.', most: 40 };
const claire = () => accessAs('translator', 'Claire Aubin');
const jonas = () => accessAs('designer', 'Jonas Feld');
const subject = async (language: string) =>
  (await loadTranslating(await claire(), language, PLACE)).segments.find((s) => s.id === 'subject')!;
const file = async (as: TextFormat): Promise<string> =>
  String((await takeOut(await claire(), { language: 'ar', as, open: false })).body);

it('a note is at its text on the Desk and in every language, and not at others', async () => {
  await saveNote(await jonas(), { place: PLACE, note: NOTE, before: NOTHING });
  for (const language of ['de', 'ar']) {
    expect((await subject(language)).briefing?.note).toMatchObject({ ...NOTE, by: 'Jonas Feld' });
  }
  const { briefings } = await loadDesk(await jonas(), PLACE.slug);
  expect(Object.keys(briefings)).toEqual(['subject']);
});

it('a note that somebody else changed is not overwritten, and an empty one is gone', async () => {
  await expect(saveNote(await accessAs(), { place: PLACE, note: NOTHING, before: NOTHING })).rejects.toMatchObject({
    code: 'conflict',
    message: 'Jonas Feld changed this note meanwhile. Reload to see it.',
  });
  const preheader = { ...PLACE, segment: 'preheader' };
  await saveNote(await jonas(), { place: preheader, note: { words: 'x' }, before: NOTHING });
  await saveNote(await jonas(), { place: preheader, note: { words: '  ' }, before: { words: 'x' } });
  expect((await loadDesk(await jonas(), PLACE.slug)).briefings.preheader).toBeUndefined();
});

it('a text that is not in the message has none', async () => {
  const place = { ...PLACE, segment: 'nowhere' };
  await expect(saveNote(await jonas(), { place, note: NOTE, before: NOTHING })).rejects.toThrow(
    'no longer in the message',
  );
  await expect(ask(await claire(), { place, language: 'ar', question: '?' })).rejects.toThrow(
    'no longer in the message',
  );
});

it('a question waits on Today and in the list until it is answered, and its answer is there in every language', async () => {
  const { id } = await ask(await claire(), { place: PLACE, language: 'ar', question: ' Is the number a name? ' });
  expect(await openQuestions(await jonas())).toEqual([
    expect.objectContaining({
      id,
      document: 'Order received',
      label: 'Subject',
      question: 'Is the number a name?',
      place: PLACE,
    }),
  ]);
  const today = async (): Promise<string[]> => (await loadToday(await jonas())).lines.map((l) => l.fact);
  expect(await today()).toContain('Claire Aubin asks about Subject of Order received in Arabic.');

  await answer(await jonas(), { id, answer: 'No, it is a number.', before: '' });
  expect(await openQuestions(await jonas())).toEqual([]);
  expect((await today()).join(' ')).not.toContain('Claire Aubin asks');
  expect((await subject('de')).briefing?.questions).toEqual([
    expect.objectContaining({ answer: expect.objectContaining({ words: 'No, it is a number.', by: 'Jonas Feld' }) }),
  ]);
  await expect(answer(await accessAs(), { id, answer: 'Yes.', before: '' })).rejects.toThrow(
    'Jonas Feld answered meanwhile.',
  );
  await answer(await jonas(), { id, answer: '', before: 'No, it is a number.' });
  expect(await openQuestions(await jonas())).toHaveLength(1);
  await answer(await jonas(), { id, answer: 'No, it is a number.', before: '' });
});

it('is asked only of languages that the store translates into', async () => {
  await expect(ask(await claire(), { place: PLACE, language: 'fr', question: '?' })).rejects.toMatchObject({
    code: 'not-found',
  });
});

it('is taken back by who asked, or by who answers', async () => {
  const asked = async () => (await ask(await claire(), { place: PLACE, language: 'de', question: 'Why?' })).id;
  const first = await asked();
  const other = {
    ...(await accessAs('translator', 'Bruno Weiss')),
    person: { id: 'bruno', name: 'Bruno Weiss', email: 'b@quillwick.example' },
  };
  await expect(takeQuestionBack(other as Awaited<ReturnType<typeof claire>>, { id: first })).rejects.toMatchObject({
    code: 'forbidden',
  });
  await takeQuestionBack(await claire(), { id: first });
  await takeQuestionBack(await jonas(), { id: await asked() });
  await expect(takeQuestionBack(await claire(), { id: first })).rejects.toMatchObject({ code: 'not-found' });
});

it.each(['xliff', 'xliff12', 'po', 'table'] as const)('goes out as %s, with the terms of the glossary', async (as) => {
  if (as === 'xliff') {
    await saveEntry(await claire(), {
      entry: {
        ...{ name: false, note: 'What was bought.' },
        terms: [
          { language: 'en', term: 'order', use: 'say' },
          { language: 'ar', term: 'طلب', use: 'say' },
        ],
      },
    });
  }
  const text = await file(as);
  expect(text).toContain('Shown in the inbox, beside the shop’s name.');
  expect(text).toContain('Question: Is the number a name? Answer: No, it is a number.');
  expect(text).toContain('order: طلب. What was bought.');
  expect(text).toContain('At most 40 characters.');
  if (as === 'xliff12') expect(text).toMatch(/<trans-unit id="subject"[^>]* maxwidth="40" size-unit="char"/);
});
