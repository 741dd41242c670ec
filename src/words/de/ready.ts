import type { say } from '../ready';
import type { TranslationOf } from '../speak';

export const ready: TranslationOf<typeof say> = {
  stockMessages:
    '.input {$messages :integer} .input {$looked :integer} .match $messages $looked one one {{In den letzten 30 Tagen war es {$looked} Mal so, und {$messages} Nachricht wäre hinausgegangen.}} one * {{In den letzten 30 Tagen war es {$looked} Mal so, und {$messages} Nachricht wäre hinausgegangen.}} * one {{In den letzten 30 Tagen war es {$looked} Mal so, und {$messages} Nachrichten wären hinausgegangen.}} * * {{In den letzten 30 Tagen war es {$looked} Mal so, und {$messages} Nachrichten wären hinausgegangen.}}',
  summaryComes:
    'Sie kommt {$rhythm}, zuerst am {$day}, und geht an {$people}. Sie ist von den Bestellungen seit dem letzten Mal.',
  summaryForNobody:
    'Niemand ist dafür eingetragen, also geht nichts hinaus. Tragen Sie Personen unter Zuständigkeit ein.',
  nameIsOff: '{$name} ist ausgeschaltet.',
  seeItOnTheJourney: 'Auf dem Bestellweg ansehen',
  nameHasNeverBeenPublished: '{$name} wurde nie veröffentlicht.',
  openIt: 'Öffnen',
  nameIsLiveEditionNumber: '{$name} ist live, Ausgabe {$number}.',
  nameHasADraftThat: '{$name} hat einen Entwurf, der nicht veröffentlicht werden kann: {$message}',
  nameHasADraftThatIs: '{$name} hat einen Entwurf, der nicht veröffentlicht ist.',
  lookAndPublish: 'Ansehen und veröffentlichen',
  nameHasNoWordsIn: '{$name} hat keinen Text auf {$either}; diese Kunden bekommen {$languageName}.',
  nameHasNoStaffRecipients: '{$name} hat keine Empfänger im Team.',
  chooseWhoGetsIt: 'Wählen, wer sie bekommt',
  seeTheRules: 'Regeln ansehen',
  personWouldGetNameAnd:
    '{$person} bekäme {$name} und „{$other}“ vom Shopsystem selbst, zum Beispiel für Bestellung {$order}.',
  personWouldGetBothName: '{$person} bekäme {$name} und {$other}, zum Beispiel für Bestellung {$order}.',
  resolveIt: 'Beheben',
  seeThemOnTheJourney: 'Auf dem Bestellweg ansehen',
  noStaffRecipientsNames: 'Keine Empfänger im Team: {$names}.',
  nothingGoesOutYetNo: 'Noch geht nichts hinaus: keine Benachrichtigung ist veröffentlicht.',
  countNotificationsHaveNeverBeen: '{$count} Benachrichtigungen wurden nie veröffentlicht: {$names}.',
  customersHearNothing:
    'Kunden erfahren nichts von: {$moments}. Die Benachrichtigungen dafür sind aus oder wurden nie veröffentlicht.',
  countNotificationsAreOffNames: '{$count} Benachrichtigungen sind ausgeschaltet: {$names}.',
  countNotificationsLackWordsIn:
    'Bei {$count} Benachrichtigungen fehlt Text in einer Sprache des Shops, darunter {$names}; diese Kunden bekommen {$languageName}.',
  rulesSayWhichColleaguesGet: 'Regeln bestimmen, wer im Team {$count} Benachrichtigungen bekommt: {$names}.',
  countNotificationsAreLiveAmong: '{$count} Benachrichtigungen sind live, darunter {$names}.',
  andNMore: 'und {$n} weitere',
  connectAService: 'Dienst anbinden',
  nothingGoesOutAsAddress: 'Nichts geht mit {$address} hinaus ({$kind}): {$words}',
  seeSenders: 'Absender ansehen',
  seeThem: 'Ansehen',
  rightOfMustDnsRecords: '{$right} von {$must} DNS-Einträgen, die {$name} braucht, stimmen.',
  seeWhatIsMissing: 'Ansehen, was fehlt',
  nameIsPausedWhatIs: '{$name} ist pausiert; was für ihn bestimmt ist, wartet.',
  resume: 'Fortsetzen',
  nameFailedAndWillBe: '{$name} ist ausgefallen und wird wieder versucht: {$words}',
  seeWhy: 'Grund ansehen',
  nameIsConnectedAndNot: '{$name} ist angebunden und seit dem Speichern nicht geprüft.',
  checkIt: 'Prüfen',
  nameFailedItsCheckCause: '{$name} hat die Prüfung nicht bestanden: {$cause}',
  nameTakesMail: '{$name} nimmt Nachrichten an.',
  seeTheCheck: 'Prüfung ansehen',
  seeItsUse: 'Nutzung ansehen',
  giveYourMessagesTheirLook: 'Geben Sie den Nachrichten Ihr Logo und Ihre Farben',
  connectASendingService: 'Sendedienst anbinden',
  checkTheSendingService: 'Sendedienst prüfen',
  publishANotificationForCustomers: 'Eine Benachrichtigung für Kunden veröffentlichen und einschalten',
  chooseWhichColleaguesGetMessages: 'Wählen, wer im Team Nachrichten zu Bestellungen bekommt',
  placeOrImportAnOrder: 'Eine Bestellung aufgeben oder importieren',
  sendAFirstMessage: 'Eine erste Nachricht senden',
  somethingIsWrongWithHow: 'Mit dem Betrieb von Libellus stimmt etwas nicht: {$words}.',
  seeWhatWaits: 'Ansehen, was wartet',
  theWorkerThatSendsMail: 'Der Prozess, der Nachrichten sendet, läuft nicht: {$words}.',
  readWhy: 'Grund lesen',
  nothingFailedSinceYesterday: 'Seit gestern ist nichts fehlgeschlagen.',
  seeTheRecord: 'Verlauf ansehen',
  theWorkerThatSendsMail2: 'Der Sendeprozess',
  theWebProcess: 'Der Webprozess',
  overdue:
    '.input {$n :integer} .match $n one {{{$n} Nachricht ist überfällig und noch nicht hinausgegangen: {$what}, fällig am {$at}.}} * {{{$n} Nachrichten sind überfällig und noch nicht hinausgegangen, die erste: {$what}, fällig am {$at}.}}',
  messageAbout: '„{$notification}“ zu {$order}',
  theRehearser: 'Der Prozess, der probt,',
  theBounceListener: 'Der Prozess, der auf Unzustellbares wartet,',
  requestsWrong:
    '.input {$n :integer} .match $n one {{{$n} Anfrage von {$name} konnte nicht gelesen werden, und niemandem wurde dazu geschrieben.}} * {{{$n} Anfragen von {$name} konnten nicht gelesen werden, und niemandem wurde dazu geschrieben.}}',
  mendMapping: 'Zuordnung ausbessern',
  programUntold:
    '.input {$n :integer} .match $n one {{{$name} wurde {$n} Ereignis nicht gemeldet: Es hat drei Tage nicht geantwortet.}} * {{{$name} wurden {$n} Ereignisse nicht gemeldet: Es hat drei Tage nicht geantwortet.}}',
  seeCalls: 'Aufrufe ansehen',
  theShopSentASecond:
    'Der Shop hat eine zweite Bestellung {$number} gesendet, und niemandem wurde dazu geschrieben. {$differences}',
  seeTheFirstOrder: 'Die erste Bestellung ansehen',
  everyoneElse: 'Alle anderen',
  nameSentByTheShop: '{$name}, vom Shopsystem gesendet',
  byHand: 'von Hand',
  ruleSays:
    '.input {$n :integer} .match $n one {{{$n} Regel bestimmt, wer im Team {$name} bekommt.}} * {{{$n} Regeln bestimmen, wer im Team {$name} bekommt.}}',
  noServiceHeld:
    '.input {$n :integer} .match $n one {{Kein Sendedienst ist angebunden; eine Nachricht wartet, bis es einen gibt.}} * {{Kein Sendedienst ist angebunden; {$n} Nachrichten warten, bis es einen gibt.}}',
  noService: 'Kein Sendedienst ist angebunden, also kann nichts hinausgehen.',
  recordsRight: 'Die DNS-Einträge von {$name} stimmen.',
  recordsRightSince: 'Die DNS-Einträge von {$name} stimmen seit {$day}.',
  nearLimit: '{$name} hat heute {$used} von {$perDay} Nachrichten gesendet.',
  nearLimitUntil: '{$name} hat heute {$used} von {$perDay} Nachrichten gesendet; der Rest wartet bis {$at}.',
  nearLimitPace:
    '{$name} hat heute {$used} von {$perDay} Nachrichten gesendet; bei diesem Tempo ist das Limit um {$at} aufgebraucht.',
  failedSince:
    '.input {$n :integer} .match $n one {{Seit gestern ist eine Nachricht fehlgeschlagen.}} * {{Seit gestern sind {$n} Nachrichten fehlgeschlagen.}}',
  endedByItself:
    '.input {$n :integer} .match $n one {{{$process} ist seit gestern einmal von selbst beendet worden. Dabei geht nichts verloren; der Grund steht im Protokoll.}} * {{{$process} ist seit gestern {$n}-mal von selbst beendet worden. Dabei geht nichts verloren; der Grund steht im Protokoll.}}',
  customersPageIsClosed:
    'Fußzeilen führen Kunden zur Seite ihrer Einstellungen, und sie ist geschlossen: Die Benachrichtigung, die den Link sendet, ist aus oder wurde nie veröffentlicht.',
};
