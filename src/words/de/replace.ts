import type { say } from '../replace';
import type { TranslationOf } from '../speak';

export const replace: TranslationOf<typeof say> = {
  alsoIn: 'ändert auch {$names}, das ihr dort folgt',
  findAndReplace: 'Suchen und ersetzen',
  findAndReplaceWords: 'suchen ändern Wort Text alle Nachrichten Sprachen umbenennen',
  note: 'In den Entwürfen aller Nachrichten und Textbausteine. Gesendet wird erst, was veröffentlicht ist.',
  find: 'Suchen',
  replaceWith: 'Ersetzen durch',
  matchCase: 'Groß- und Kleinschreibung beachten',
  wholeWords: 'Nur ganze Wörter',
  allLanguages: 'Alle Sprachen',
  show: 'Liste zeigen',
  searching: 'Es wird gesucht ...',
  enterWords: 'Geben Sie die gesuchten Wörter ein.',
  foundNone: 'In keiner Nachricht wurde etwas gefunden.',
  foundIn: '.input {$n :integer} .match $n one {{Gefunden an {$n} Stelle}} * {{Gefunden an {$n} Stellen}}',
  inMessages:
    '.input {$n :integer} .match $n one {{in einer Nachricht oder einem Textbaustein}} * {{in {$n} Nachrichten und Textbausteinen}}',
  unread: 'Nicht durchsucht, weil diese Wörter nicht gelesen werden können: {$places}. Berichtigen Sie sie am Pult.',
  all: 'Alle',
  replaceIn: '.input {$n :integer} .match $n one {{An {$n} Stelle ersetzen}} * {{An {$n} Stellen ersetzen}}',
  replacing: 'Es wird ersetzt ...',
  replaced:
    '.input {$n :integer} .match $n one {{An {$n} Stelle ersetzt. Es gilt, sobald es veröffentlicht ist.}} * {{An {$n} Stellen ersetzt. Sie gelten, sobald sie veröffentlicht sind.}}',
  publishThem: 'Veröffentlichen ...',
  putBack: 'Die Wörter sind wieder wie zuvor.',
  passage: 'Textbaustein',
  placeOf: '{$label} in {$name}, {$language}',
  translatedToo:
    'Nur in {$language} gefunden. Andere Sprachen sagen es mit eigenen Wörtern: sehen Sie nach, ob auch sie die Änderung brauchen.',
};
