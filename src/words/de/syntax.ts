import type { say } from '../syntax';
import type { TranslationOf } from '../speak';

export const syntax: TranslationOf<typeof say> = {
  notComplete:
    'Der Platzhalter, der in Zeile {$fromLine}, Zeichen {$fromColumn} beginnt, ist nicht vollständig (Ende bei Zeile {$line}, Zeichen {$column}). Als {$example} schreiben; eine Klammer im Text als {$escaped}.',
  noOpeningBrace:
    'Eine schließende Klammer in Zeile {$line}, Zeichen {$column} hat keine öffnende. Eine Klammer im Text als {$escaped} schreiben.',
  cannotBeRead: 'Der Text ist bei Zeile {$line}, Zeichen {$column} nicht lesbar.',
  selectorNeedsFunction: 'Der Wert, der zwischen Formen wählt, braucht eine Funktion: mit {$example} vereinbaren.',
  noFallback: 'Eine Form für alle übrigen Fälle fehlt: eine mit dem Schlüssel * hinzufügen.',
  keyMismatch: 'Eine Form hat mehr oder weniger Schlüssel, als es Werte zum Wählen gibt.',
  sameKeyTwice: 'Zwei Formen haben denselben Schlüssel.',
  declaredTwice: 'Ein Name ist zweimal vereinbart.',
  optionTwice: 'Eine Option ist zweimal angegeben.',
  formsCannotBeUsed: 'Die Formen sind nicht brauchbar: {$why}.',
  lineBreakMark: 'Eine neue Zeile wird {$example} geschrieben.',
  needsWords: '{$mark} braucht Text: {$example} schreiben.',
  paragraphInside: 'Ein Absatz kann nicht innerhalb von {$mark} beginnen.',
  beginsAgain: '{$mark} beginnt noch einmal, bevor es geendet hat.',
  linkNeedsAddress: 'Ein Link braucht eine Adresse: {$example}.',
  endsWhatIsNotOpen: '{$mark} beendet etwas, das dort nicht offen ist.',
  notEnded: '{$mark} wird nicht mit {$end} beendet.',
  unknownMark: '{$mark} ist hier nicht bekannt. Es gibt {$known}.',
  noFormattingHere: '{$mark} kann hier nicht stehen: Dieser Text wird ohne Formatierung gezeigt.',
  ownTagsHere: '{$mark} kann hier nicht stehen: Eigenes HTML wird mit seinen eigenen Tags geschrieben.',
  oneLineHere: '{$mark} kann hier nicht stehen: Dieser Text ist eine Zeile.',
};
