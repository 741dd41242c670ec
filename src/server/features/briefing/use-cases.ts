/** What can be done with notes for translators and their questions. */
import { AnswerSchema, AskSchema, SaveNoteSchema } from '@/contract/briefing';
import { ID, object } from '../shapes';
import { useCase } from '../use-case';
import { answer, ask, saveNote, takeQuestionBack } from './briefing';

export const briefing = {
  note: useCase({ name: 'briefing.note', permission: 'template.edit', input: SaveNoteSchema, run: saveNote }),
  ask: useCase({ name: 'briefing.ask', permission: 'words.translate', input: AskSchema, run: ask }),
  answer: useCase({ name: 'briefing.answer', permission: 'template.edit', input: AnswerSchema, run: answer }),
  takeBack: useCase({
    name: 'briefing.take-back',
    permission: 'words.translate',
    input: object({ id: ID }),
    run: takeQuestionBack,
  }),
};
