import type { say } from '../removed';
import type { TranslationOf } from '../speak';

export const removed: TranslationOf<typeof say> = {
  removed: 'Entfernt',
  removedWords: 'gelöscht Papierkorb wiederherstellen rückgängig zurückholen',
  removedNote:
    '30 Tage lang kommt alles zurück mit dem, was es hatte: Versionen, Ausgaben, Wörter, Regeln. Danach ist es endgültig fort.',
  nothingRemoved: 'Nichts wurde entfernt',
  nothingRemovedNote: 'Benachrichtigungen, Versionen und Textbausteine bleiben nach dem Entfernen 30 Tage hier.',
  notification: 'Benachrichtigung',
  version: 'Version',
  passage: 'Textbaustein',
  set: 'Bevor ein Satz hereinkam',
  what: 'Was',
  kind: 'Art',
  removedWhen: 'Entfernt',
  removedBy: 'Von',
  until: 'Kommt zurück bis',
  bringBack: 'Zurückholen',
  bringNameBack: '{$name} zurückholen',
  isBack: '{$name} ist wieder da wie zuvor. Was sendet, bleibt aus, bis Sie es einschalten.',
  nameIsRemoved: '{$name} wurde entfernt und kann 30 Tage lang zurückkommen.',
  removeName: '{$name} entfernen?',
  versionsGo:
    '.input {$n :integer} .match $n one {{Der Entwurf und alle Ausgaben gehen mit.}} * {{Die {$n} Versionen gehen mit, samt Entwürfen und Ausgaben.}}',
  rulesGo:
    '.input {$n :integer} .match $n one {{Eine Regel, wer sie bekommt, geht mit.}} * {{{$n} Regeln, wer sie bekommt, gehen mit.}}',
  waitingGoes:
    '.input {$n :integer} .match $n one {{Eine Nachricht wartet. Sie wird nicht gesendet, auch nicht, wenn dies zurückkommt.}} * {{{$n} Nachrichten warten. Sie werden nicht gesendet, auch nicht, wenn dies zurückkommt.}}',
  sentStays: 'Was gesendet wurde, bleibt nachlesbar.',
  comesBack: '30 Tage lang kommt sie mit allem zurück, was sie hatte: Geschäft, Entfernt.',
  keepIt: 'Behalten',
};
