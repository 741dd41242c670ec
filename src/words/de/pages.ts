import type { say } from '../pages';
import type { TranslationOf } from '../speak';

export const pages: TranslationOf<typeof say> = {
  theDatabaseDoesNotAnswer:
    'Die Datenbank antwortet nicht, und nichts wurde geändert. Versuchen Sie es in einer Minute noch einmal.',
  somethingBrokeOnOurSide:
    'Bei uns ist ein Fehler aufgetreten, und nichts wurde geändert. Wenn es wieder geschieht, sehen Sie im Protokoll des Webprozesses nach.',
  libellusCannotMakeThisJust: 'Libellus kann das gerade nicht erstellen. Versuchen Sie es in einer Minute noch einmal.',
  thereIsNothingAtThis: 'Unter dieser Adresse gibt es nichts',
  goToToday: 'Zu „Heute“',
  itMayHaveBeenIn: 'Vielleicht gehört sie zu einem anderen Shop, oder die Adresse wurde nur zum Teil kopiert.',
  setUp: 'Einrichten',
  signIn: 'Anmelden',
  editionAndVersionsLive:
    '.input {$others :integer} .match $others one {{Ausgabe {$number} ist veröffentlicht, und {$others} andere Version.}} * {{Ausgabe {$number} ist veröffentlicht, und {$others} andere Versionen.}}',
  editionNumberIsLive: 'Ausgabe {$number} ist live.',
  thisScreenCouldNotBe: 'Diese Seite konnte nicht angezeigt werden',
  nothingWasChangedIfThe:
    'Nichts wurde geändert. Waren Datenbank oder Netz nur kurz weg, genügt ein neuer Versuch; sonst steht mehr im Protokoll des Webprozesses.',
  tryAgain: 'Erneut versuchen',
  skipToThePage: 'Zum Inhalt springen',
  deliveries: 'Zustellungen',
  journey: 'Bestellweg',
  look: 'Gestaltung',
  orders: 'Bestellungen',
  phrasebook: 'Wortschatz',
  routing: 'Verteilung',
  today: 'Heute',
  notificationToN: '{$notification} an {$n}',
  nameOnTheDesk: '{$name} am Pult',
  howNameGoesOut: 'Wie {$name} hinausgeht',
  connectTheShop: 'Shop anbinden',
  importAndExport: 'Import und Export',
  placeAnOrder: 'Bestellung aufgeben',
  writeAMessage: 'Nachricht schreiben',
  nOrdersAreTooMany: '{$n} Bestellungen sind zu viele auf einmal',
  mostOrders:
    'Eine Nachricht geht an höchstens {$most} Bestellungen. Wählen Sie in der Liste der Bestellungen weniger aus.',
  noMessageUsesThisPassage: 'Noch verwendet keine Nachricht diesen Textbaustein.',
  fromNowOnItReads: 'Ab jetzt lautet er so in {$users}, auch in dem, was schon veröffentlicht ist.',
  channels: 'Verkaufskanäle',
  domains: 'Domains',
  senders: 'Absender',
  services: 'Dienste',
  doNotSend: 'Sperrliste',
  store: 'Shop',
  theOrder: 'Die Bestellung',
  stepsOfOrderNumber: 'Schritte der Bestellung {$number}',
  connectAService: 'Dienst anbinden',
  allServices: 'Alle Dienste',
  passageLive:
    '.input {$n :integer} .match $n one {{Ausgabe {$edition} des Textbausteins ist live. Eine Nachricht verwendet ihn.}} * {{Ausgabe {$edition} des Textbausteins ist live. {$n} Nachrichten verwenden ihn.}}',
  lookLive:
    '.input {$n :integer} .match $n one {{Ausgabe {$edition} der Gestaltung ist live: eine Nachricht hat sie.}} * {{Ausgabe {$edition} der Gestaltung ist live: {$n} Nachrichten haben sie.}}',
};
