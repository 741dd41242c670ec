import type { TranslationOf } from '../speak';
import type { say } from '../stores';

export const stores: TranslationOf<typeof say> = {
  newStore: 'Neuer Shop',
  newStoreWords: 'hinzufügen anlegen Marke weiterer',
  newStoreNote:
    'Sie werden Inhaber. Es wird nichts von dort gesendet, bevor Sie einen Dienst verbinden und veröffentlichen.',
  whoMayMake: '{$who} können weitere Shops anlegen.',
  beginsWith: 'Beginnt mit',
  whatShips: 'den mitgelieferten Benachrichtigungen',
  whatShipsNote: 'Als Entwürfe, zum Ansehen und Veröffentlichen.',
  likeStore: 'den Nachrichten von {$name}',
  likeStoreNote:
    'Aussehen, Nachrichten, Textbausteine und Wortschatz als Entwürfe; Einstellungen, Kanäle und Empfänger im Team wie dort. Keine Dienste, Absender, Zahlungsarten, Produkte oder Bestellungen.',
};
