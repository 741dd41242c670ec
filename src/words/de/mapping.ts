import type { TranslationOf } from '../speak';
import type { say } from '../mapping';

export const mapping: TranslationOf<typeof say> = {
  pathBegins: 'Beginnen Sie einen Pfad mit $ für die ganze Anfrage oder mit @ für einen Eintrag der Liste.',
  pathTooWide: 'Benutzen Sie „..“ oder „?“ höchstens einmal in einem Pfad, und nicht beides.',
  searchInList:
    'Beginnen Sie diesen Pfad mit @, oder führen Sie ihn zu einem einzelnen Wert: Er wird für jeden Eintrag der Liste gelesen.',
  tooManySearches: 'Benutzen Sie „..“ in höchstens {$most} Pfaden. Führen Sie die anderen zu ihren Werten.',
  pathWrong: 'Das ist kein Pfad, den JSONPath (RFC 9535) kennt.',
  pathWrongAt: 'Das ist kein Pfad, den JSONPath (RFC 9535) kennt: siehe Zeichen {$n}.',
  entryOfNoList: 'Sagen Sie zuerst, woher die Einträge der Liste kommen, oder beginnen Sie diesen Pfad mit $.',
  noSuchPlace: 'Eine Bestellung hat keine Stelle {$to}.',
  placeTwice: 'Die Stelle {$to} wird zweimal gefüllt. Entfernen Sie eine der beiden.',
  noSuchChoice: '„{$word}“ ist nichts davon: {$choices}.',
  aList: 'eine Liste',
  anObject: 'ein Objekt',
  notText: '{$value} ist kein Text. Wählen Sie einen einzelnen Wert.',
  notMoney: '„{$value}“ ist kein Betrag in {$currency}.',
  notTime: '„{$value}“ ist keine Zeit.',
  notWhole: '„{$value}“ ist keine ganze Zahl.',
  notNumber: '„{$value}“ ist keine Zahl.',
  notYesNo: '„{$value}“ heißt weder ja noch nein. Sagen Sie mit einer Tabelle, was es bedeutet.',
  nothingFound: 'Dafür wurde nichts gefunden, und es wird gebraucht.',
};
