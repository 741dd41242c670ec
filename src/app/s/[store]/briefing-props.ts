/** What one may do with notes for translators and their questions, and how. */
import { may } from '@/contract/policy';
import type { Access } from '@/server/auth/access';
import { answerAction, askAction, saveNoteAction, takeQuestionBackAction } from './briefing-actions';

export const briefingProps = ({ store, role }: Access) => ({
  author: may(role, 'template.edit'),
  asks: may(role, 'words.translate'),
  onNote: saveNoteAction.bind(null, store.id),
  onAsk: askAction.bind(null, store.id),
  onAnswer: answerAction.bind(null, store.id),
  onTakeBack: takeQuestionBackAction.bind(null, store.id),
});
