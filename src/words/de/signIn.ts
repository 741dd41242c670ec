import type { say } from '../signIn';
import type { TranslationOf } from '../speak';

export const signIn: TranslationOf<typeof say> = {
  setUpLibellus: 'Libellus einrichten',
  theFirstStoreAndIts:
    'Der erste Shop und sein Inhaber. Seine Benachrichtigungen sind von Anfang an da, als Entwürfe zum Ansehen und Veröffentlichen.',
  theStore: 'Der Shop',
  theOwner: 'Der Inhaber',
  name: 'Name',
  yourName: 'Ihr Name',
  addressOnTheWeb: 'Adresse im Web',
  yourEmailAddress: 'Ihre E-Mail-Adresse',
  emailAddressForCustomers: 'E-Mail-Adresse für Kunden',
  password: 'Passwort',
  atLeast10Characters: 'Mindestens 10 Zeichen',
  ownLanguage: 'Eigene Sprache',
  alsoIn: 'Nachrichten auch auf',
  alsoInNote: 'Fertige Texte kommen mit. Weitere Sprachen können Sie später hinzufügen.',
  setUpCode: 'Einrichtungscode',
  printedByLibellusStart: 'Wird von ./libellus start ausgegeben',
  currency: 'Währung',
  timeZone: 'Zeitzone',
  makingTheStore: 'Shop wird angelegt ...',
  makeTheStore: 'Shop anlegen',
  libellusDoesNotAnswerLook:
    'Libellus antwortet nicht. Prüfen Sie, ob es läuft, und versuchen Sie es dann noch einmal.',
  libellusCannotSignAnybodyIn: 'Libellus kann gerade niemanden anmelden. Versuchen Sie es in einer Minute noch einmal.',
  tooManyTriesFailedWait:
    'Zu viele Versuche sind fehlgeschlagen. Warten Sie ein paar Minuten und versuchen Sie es noch einmal.',
  thisAddressAndPasswordDo: 'Adresse und Passwort gehören nicht zusammen. Geben Sie das Passwort noch einmal ein.',
  signingInDidNotWork:
    'Die Anmeldung hat nicht geklappt. Versuchen Sie es noch einmal; bleibt es dabei, sehen Sie im Protokoll des Webprozesses nach.',
  orderMessagesWrittenRoutedSent:
    'Nachrichten zu Bestellungen: geschrieben, verteilt, gesendet und nachweislich angekommen.',
  signingIn: 'Wird angemeldet ...',
  signIn: 'Anmelden',
  signInOnItsPage: 'Melden Sie sich auf der Seite von Libellus selbst an.',
  bothAreNeeded: 'E-Mail-Adresse und Passwort sind nötig.',
  tooManyTriesWait: 'Zu viele Versuche sind fehlgeschlagen. Warten Sie {$wait} und versuchen Sie es noch einmal.',
  doNotBelongTogether: 'Diese Adresse und dieses Passwort gehören nicht zusammen.',
  nSeconds: '.input {$n :integer} .match $n one {{eine Sekunde}} * {{{$n} Sekunden}}',
  nMinutes: '.input {$n :integer} .match $n one {{eine Minute}} * {{{$n} Minuten}}',
};
