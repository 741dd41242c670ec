/** What Desk and Look share says: conflicts, findings, publishing. */
import { speak } from './speak';

export const say = speak('bench', {
  useBySChanges: 'Use {$by}’s changes',
  useTheOtherChanges: 'Use the other changes',
  keepMyChanges: 'Keep my changes',
  stopBlockingNOther: '{$stop} blocking, {$n} other',
  findings: 'Findings',
  noProblemsFound: 'No problems found',
  publishing: 'Publishing ...',
  nFindingsStopIt: '.input {$n :integer} .match $n one {{{$n} finding stops it}} * {{{$n} findings stop it}}',
  libellusDoesNotAnswerYour:
    'Libellus does not answer. Your words are kept in this window and saved as soon as it does.',
  whyForColleagues: 'Why, for colleagues (optional)',
  wordsGone: 'gone:',
  wordsNew: 'new:',
});
