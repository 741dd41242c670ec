import type { say } from '../writing';
import type { TranslationOf } from '../speak';

export const writing: TranslationOf<typeof say> = {
  messages: 'Nachrichten',
  forOfferedOfTheOrders: 'Für {$offered} der {$orders} Bestellungen.',
  toInPartName: 'An, {$partName}',
  asPublished: 'wie veröffentlicht',
  keepAsAMessage: 'Als Nachricht behalten',
  keepMessage: 'Nachricht behalten',
  keepWords:
    'Eine eigene Nachricht aus „{$message}“ und dem Text, den Sie geändert haben. Veröffentlichen Sie sie am Pult und schalten Sie sie ein, dann lässt sie sich hier wählen.',
  nameOfTheMessage: 'Name der Nachricht',
  wasKept: '„{$name}“ wurde als Entwurf behalten.',
  openOnTheDesk: 'Am Pult öffnen',
  whoGetsIt: 'Wer die Nachricht bekommt',
  theCustomer: '{$name}, Kunde der Bestellung',
  contact: '{$name}, {$label}',
  anotherAddress: 'Andere E-Mail-Adresse',
  add: 'Hinzufügen',
  withoutAddress: '{$address} entfernen',
  enterAnEmailAddress: 'Geben Sie eine E-Mail-Adresse mit Namen, @ und Domain ein.',
  copyFor: 'Eine Kopie für Kollegen',
  addAColleague: 'Kollegen hinzufügen',
  notTo: 'Nicht an',
  sendName: '„{$name}“ senden',
  sendIt: 'Senden',
  sendPeopleMessages: '{$people} Nachrichten senden',
  andNMore: 'und {$n} weitere',
  withoutPeopleDoNotGet:
    '.input {$without :integer} .match $without one {{{$without} Person bekommt sie nicht; die Gründe stehen neben dem Blatt.}} * {{{$without} Personen bekommen sie nicht; die Gründe stehen neben dem Blatt.}}',
  youChangedTheWordsIn:
    'Sie haben den Text nur auf {$adapted} geändert. Wer {$plain} liest, bekommt den veröffentlichten Text.',
  orderNumber: 'Bestellung {$number}',
  nOrders: '.input {$n :integer} .match $n one {{{$n} Bestellung}} * {{{$n} Bestellungen}}',
  writeAMessage: 'Nachricht schreiben',
  thereIsNoMessageTo: 'Es gibt keine Nachricht, die von Hand geschrieben wird',
  nobodyGetsThisMessage: 'Niemand bekommt diese Nachricht',
  makeANotificationForThe:
    'Legen Sie auf dem Bestellweg eine Benachrichtigung zum Anlass „Von Hand geschrieben“ an; dann kann sie hier gewählt werden.',
  noneOfTheMessagesIs: 'Keine der Nachrichten wird für die Auswahl angeboten. Die Gründe stehen jeweils daneben.',
  wordsThatWereNotSent: 'Text, der beim Schließen dieses Fensters nicht gesendet war, wurde wiederhergestellt.',
  asPublished2: 'Wie veröffentlicht',
  sendToN: 'An {$n} senden',
  sendToRecipientsPeople: 'An {$recipients} Personen senden',
  placeholder: 'Platzhalter',
  theMessage: 'Die Nachricht',
  width: 'Breite',
  desktop: 'Computer',
  phone: 'Telefon',
  theSheetCouldNotBe: 'Das Blatt konnte nicht erstellt werden: {$trouble}',
  planned: '.input {$n :integer} .match $n one {{{$n} Nachricht ist geplant.}} * {{{$n} Nachrichten sind geplant.}}',
  plannedAbout:
    '.input {$n :integer} .input {$orders :integer} .match $n $orders one one {{{$n} Nachricht zu {$orders} Bestellung ist geplant.}} one * {{{$n} Nachricht zu {$orders} Bestellungen ist geplant.}} * one {{{$n} Nachrichten zu {$orders} Bestellung sind geplant.}} * * {{{$n} Nachrichten zu {$orders} Bestellungen sind geplant.}}',
  asSomebodyGetsIt: '{$language}, wie {#name /} sie bekommt. Klicken Sie auf Text, um ihn zu ändern.',
  versionAsSomebodyGetsIt:
    '{$language}, {$version}, wie {#name /} sie bekommt. Klicken Sie auf Text, um ihn zu ändern.',
  adapted: 'angepasst',
};
