import type { say } from '../bench';
import type { TranslationOf } from '../speak';

export const bench: TranslationOf<typeof say> = {
  useBySChanges: 'Änderungen von {$by} übernehmen',
  useTheOtherChanges: 'Die anderen Änderungen übernehmen',
  keepMyChanges: 'Meine Änderungen behalten',
  stopBlockingNOther: '{$stop} verhindern die Veröffentlichung, {$n} weitere',
  findings: 'Befunde',
  noProblemsFound: 'Keine Mängel gefunden',
  publishing: 'Wird veröffentlicht ...',
  nFindingsStopIt:
    '.input {$n :integer} .match $n one {{{$n} Befund verhindert die Veröffentlichung}} * {{{$n} Befunde verhindern die Veröffentlichung}}',
  libellusDoesNotAnswerYour:
    'Libellus antwortet nicht. Ihr Text bleibt in diesem Fenster und wird gespeichert, sobald Libellus wieder antwortet.',
  whyForColleagues: 'Warum, für Kollegen (freiwillig)',
  wordsGone: 'weg:',
  wordsNew: 'neu:',
};
