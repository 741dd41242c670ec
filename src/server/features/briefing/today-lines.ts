/** What Today says of the questions of translators. */
import type { TodayLine } from '@/contract/today';
import { languageName } from '@/core/names';
import type { Access } from '../../auth/access';
import { openQuestions } from './briefings';
import { say } from '@/words/briefing';

/** A line for what waits for an answer. */
export async function questionLines(access: Access): Promise<TodayLine[]> {
  const open = await openQuestions(access);
  const [first] = open;
  if (!first) return [];
  const { asked, language, document, label } = first;
  const words = { who: asked.by, document, label, language: languageName(language) };
  return [
    {
      state: 'waiting',
      fact: open.length === 1 ? say.asksAuthor(words) : say.askAuthor({ n: open.length }),
      action: say.seeQuestions,
      href: '/languages#questions',
    },
  ];
}
