import type { TranslationOf } from '../speak';
import type { say } from '../settings';

export const settings: TranslationOf<typeof say> = {
  settings: 'Einstellungen',
  settingsWords:
    'Einstellungen Shop Name Anschrift Währung Zeitzone Feiertage Kalender Aufbewahrung Löschfristen Datenschutz',
  theStore: 'Der Shop',
  theStoreNote: 'Das steht von nun an in Nachrichten, auch in denen, die warten.',
  name: 'Name',
  ordersMadeHere: 'Hier angelegte Bestellungen',
  ordersMadeHereNote: 'Sie zählen von selbst weiter. Keine Bestellung des Shops darf so nummeriert sein.',
  ownOrders: 'Ihre Nummern beginnen mit',
  ownOrdersHint: 'Buchstaben und Ziffern, dann ein Bindestrich: {$example}',
  ownOrdersReach:
    'Bestellungen, die von jetzt an hier angelegt werden, beginnen mit {$now}; die bisherigen behalten {$before}, das für den Shop gesperrt bleibt. Regeln und Bedingungen über Nummern ändern sich nicht.',
  shopNumbersSo:
    '.input {$n :integer} .match $n one {{{$n} Bestellung des Shops beginnt mit {$beginning}. Wählen Sie einen anderen Anfang.}} * {{{$n} Bestellungen des Shops beginnen mit {$beginning}. Wählen Sie einen anderen Anfang.}}',
  url: 'Link zum Shop',
  email: 'E-Mail-Adresse für Kunden',
  phone: 'Telefonnummer',
  address: 'Anschrift',
  addressHint: 'In einer Zeile, wie sie unter Nachrichten steht',
  moneyAndTime: 'Geld und Zeit',
  currency: 'Währung',
  timeZone: 'Zeitzone',
  workingDays: 'Freie Tage',
  workingDaysNote: 'Fristen in Werktagen und werktägliche Übersichten lassen Samstage, Sonntage und diese Tage aus.',
  holidays: 'Freie Tage',
  noHolidays: 'Es sind noch keine freien Tage eingetragen.',
  dayN: 'Tag {$n}',
  reasonN: 'Anlass für Tag {$n}',
  addDay: 'Tag hinzufügen',
  removeDayN: 'Tag {$n} entfernen',
  fromCalendar: 'Aus einer Kalenderdatei ...',
  fromCalendarNote: 'Ganztägige Einträge einer iCalendar-Datei (.ics), von heute an bis in drei Jahren.',
  daysFound:
    '.input {$n :integer} .match $n one {{{$n} Tag der Datei ist neu. Speichern Sie, um ihn zu behalten.}} * {{{$n} Tage der Datei sind neu. Speichern Sie, um sie zu behalten.}}',
  noneNew: 'Alle Tage der Datei sind schon da.',
  othersLeft:
    '.input {$n :integer} .match $n one {{{$n} Eintrag wurde ausgelassen: Er hat eine Uhrzeit oder wiederholt sich anders als jährlich.}} * {{{$n} Einträge wurden ausgelassen: Sie haben eine Uhrzeit oder wiederholen sich anders als jährlich.}}',
  howLong: 'Wie lange etwas aufbewahrt wird',
  howLongNote: 'Älteres wird jede Nacht gelöscht. Zahlen sind Tage.',
  bodies: 'Nachrichten, wie sie versandt wurden',
  dialogues: 'SMTP-Protokolle',
  events: 'Was der Shop berichtet hat',
  people: 'Kunden, Bestellungen und Adressen',
  saveSettings: 'Einstellungen speichern',
  discard: 'Änderungen verwerfen',
  saved: 'Die Einstellungen sind gespeichert.',
  whatFollows: 'Diese Einstellungen speichern?',
  lookAgain: 'Neuere Einstellungen laden',
  notSaved: 'Die Einstellungen wurden nicht gespeichert. Berichtigen Sie die markierten Felder.',
  changedSince:
    'Jemand hat die Einstellungen inzwischen geändert. Laden Sie die neueren Einstellungen und ändern Sie dann noch einmal.',
  nameTheStore: 'Geben Sie einen Namen für den Shop ein.',
  bodiesBeforePeople:
    'Geben Sie höchstens so viele Tage ein, wie Kunden aufbewahrt werden: In Nachrichten stehen deren Adressen.',
  noCalendar: 'Das ist keine Kalenderdatei. Wählen Sie eine iCalendar-Datei (.ics).',
  tooLargeCalendar: 'Diese Datei ist größer als 2 MB. Wählen Sie einen Kalender, der nur freie Tage enthält.',
  onlyOthers:
    '.input {$n :integer} .match $n one {{Der einzige Eintrag dieses Kalenders hat eine Uhrzeit oder wiederholt sich anders als jährlich. Freie Tage sind ganze Tage.}} * {{Alle {$n} Einträge dieses Kalenders haben eine Uhrzeit oder wiederholen sich anders als jährlich. Freie Tage sind ganze Tage.}}',
  noDaysToCome: 'Dieser Kalender enthält von heute an keinen ganztägigen Eintrag.',
  saidFromNow:
    '.input {$n :integer} .match $n 0 {{Nachrichten sagen es von nun an. Keine wartet.}} one {{Nachrichten sagen es von nun an, auch {$n}, die wartet.}} * {{Nachrichten sagen es von nun an, auch {$n}, die warten.}}',
  sendersKeepName:
    '.input {$n :integer} .match $n one {{{$n} Absender behält seinen eigenen Namen: Ändern Sie ihn unter Versand, Absender.}} * {{{$n} Absender behalten ihre eigenen Namen: Ändern Sie sie unter Versand, Absender.}}',
  lookKeepsName: 'Im Kopf der Nachrichten bleibt „{$name}“: Ändern Sie ihn in der Gestaltung.',
  linksSent: 'Links in versandten Nachrichten führen dorthin, wohin sie geführt haben.',
  currencyReaches:
    'Hier aufgegebene Bestellungen und Beispiele sind von nun an in {$currency}. Was der Shop berichtet, nennt seine eigene Währung.',
  ordersKeepCurrency:
    '.input {$n :integer} .match $n one {{{$n} Bestellung behält die Währung, in der sie aufgegeben wurde.}} * {{{$n} Bestellungen behalten die Währung, in der sie aufgegeben wurden.}}',
  pricesStay:
    '.input {$n :integer} .match $n one {{Der Preis von {$n} Produkt bleibt dieselbe Zahl: Er wird nicht umgerechnet.}} * {{Die Preise von {$n} Produkten bleiben dieselben Zahlen: Sie werden nicht umgerechnet.}}',
  zoneReaches: 'Uhrzeiten sind von nun an die der neuen Zeitzone, in Nachrichten und auf Bildschirmen.',
  daysReach: 'Was von nun an geplant wird, lässt diese Tage aus.',
  plannedStay:
    '.input {$n :integer} .match $n one {{{$n} Nachricht, die schon geplant ist, geht zu ihrer bisherigen Zeit.}} * {{{$n} Nachrichten, die schon geplant sind, gehen zu ihren bisherigen Zeiten.}}',
  summaryMoves: '{$name} kommt zu anderen Zeiten: {$rhythm}, wie es dann gilt.',
  bodiesGo:
    '.input {$n :integer} .match $n one {{Der Text von {$n} Nachricht, die älter als {$days} Tage ist, wird heute Nacht gelöscht.}} * {{Die Texte von {$n} Nachrichten, die älter als {$days} Tage sind, werden heute Nacht gelöscht.}}',
  dialoguesGo: 'SMTP-Protokolle, die älter als {$days} Tage sind, werden heute Nacht gelöscht.',
  eventsGo:
    '.input {$n :integer} .match $n one {{Was {$n} Ereignis berichtet hat, das älter als {$days} Tage ist, wird heute Nacht gelöscht.}} * {{Was {$n} Ereignisse berichtet haben, die älter als {$days} Tage sind, wird heute Nacht gelöscht.}}',
  peopleGo:
    '.input {$n :integer} .match $n one {{{$n} Bestellung kam vor mehr als {$days} Tagen: Ihr Kunde und ihre Adressen werden heute Nacht gelöscht, sofern seither nichts von ihr gehört wurde.}} * {{{$n} Bestellungen kamen vor mehr als {$days} Tagen: Ihre Kunden und Adressen werden heute Nacht gelöscht, sofern seither nichts von ihnen gehört wurde.}}',
  forGood: 'Was gelöscht ist, kommt nicht wieder.',
  keptLonger: 'Was schon gelöscht ist, kommt nicht zurück.',
};
