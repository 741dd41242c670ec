import type { say } from '../sent';
import type { TranslationOf } from '../speak';

export const sent: TranslationOf<typeof say> = {
  notMade: 'Die Nachricht ließ sich nicht erstellen: {$detail}',
  correctAndPublish:
    'Die Benachrichtigung mit dieser Bestellung am Pult öffnen, berichtigen und veröffentlichen; dann diese Nachricht noch einmal versuchen.',
  secretDoesNotOpen:
    'Ein gespeichertes Passwort oder ein Schlüssel öffnet sich mit dem Geheimnis dieser Installation nicht.',
  startWithItsSecret:
    'Libellus mit dem Geheimnis starten, mit dem es eingerichtet wurde, oder das Passwort des Dienstes neu eingeben.',
  databaseDidNotAnswer: 'Die Datenbank hat nicht geantwortet, während diese Nachricht erstellt wurde.',
  seeTheLog: 'Es wird von selbst noch einmal versucht. Bleibt es so, im Protokoll des Workers nachsehen.',
  workersEnded:
    '.input {$times :integer} .match $times one {{Der Worker ist ausgefallen, während er diese Nachricht in Arbeit hatte.}} * {{{$times} Worker sind nacheinander ausgefallen, während sie diese Nachricht in Arbeit hatten, die letzten mit keiner anderen.}}',
  seeWhyWorkersEnded:
    'Sie ist beiseitegelegt, damit die anderen hinausgehen. Im Protokoll des Workers nachsehen, warum er ausgefallen ist; dann diese Nachricht noch einmal versuchen. Ein Versuch ohne Antwort kann angekommen sein.',
  failedOnOurSide: 'Auf unserer Seite ist etwas fehlgeschlagen, während diese Nachricht erstellt wurde: {$detail}',
  notWrittenToUntilAllowed:
    '{$remedy} An die Adresse wird nicht geschrieben, bis sie unter Versand wieder zugelassen ist.',
  givenUpRemedy:
    'Es wird nicht noch einmal versucht. Senden Sie sie von ihrem Eintrag aus noch einmal, wenn das behoben ist, oder erreichen Sie den Empfänger anders.',
  givenUp: '{$words} Nach fünf Tagen wurde es aufgegeben.',
  noLongerThere: 'Ihre Benachrichtigung oder ihre Bestellung gibt es nicht mehr.',
  lookedAtWhenDue: 'Als sie fällig war, wurde sie noch einmal angesehen.',
  releaseOrTakeOff: 'Diese Nachricht einmal freigeben oder die Adresse unter Versand von der Liste nehmen.',
  askedNotTo:
    'Nichts zu tun: So wurde es gewünscht. Nur diese Person selbst oder Sie auf ihre Bitte können das ändern.',
  noSenderYet: 'Der Shop hat noch keinen Absender.',
  giveASender: 'Unter Versand Name und Adresse angeben; was wartet, geht dann hinaus.',
  personStoppedIt: '{$person} hat sie gestoppt.',
  notificationTakenAway: '{$notification} wurde entfernt.',
};
