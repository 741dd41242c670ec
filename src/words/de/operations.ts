import type { say } from '../operations';
import type { TranslationOf } from '../speak';

export const operations: TranslationOf<typeof say> = {
  answers: 'antwortet',
  doesNotAnswer: 'antwortet nicht',
  notKnownWithoutDatabase: 'ohne die Datenbank nicht bekannt',
  nRunning: '.input {$n :integer} .match $n one {{läuft}} * {{{$n} laufen}}',
  lastSeen: 'zuletzt vor {$seconds :integer} s gesehen',
  notSeen: 'in der letzten Stunde nicht gesehen',
  clocksAgree: 'alle gehen wie die der Datenbank',
  isAhead: '{$process} geht der Datenbank {$seconds :integer} s vor',
  isBehind: '{$process} geht der Datenbank {$seconds :integer} s nach',
  thisProcess: 'dieser Prozess',
  opensWhatIsStored: 'öffnet, was gespeichert ist',
  anotherSecret: 'LIBELLUS_SECRET ist nicht das, mit dem gespeicherte Passwörter und Schlüssel versiegelt wurden.',
  needsLength: 'Ein Inhalt braucht seine Länge: Content-Length senden.',
  tooLarge: 'Das ist zu groß: Es hat {$size}, und hier werden höchstens {$most} genommen.',
  signedOut: 'Sie sind abgemeldet. Melden Sie sich wieder an; was Sie getippt haben, ist noch da.',
  onlyDemoClock: 'Nur die Uhr der Demo lässt sich vorstellen.',
  windForward: 'Die Uhr wird vorgestellt, höchstens um ein Jahr.',
  pictureTaken: '{$before}, {$sizeBefore}, jetzt {$after}, {$sizeAfter}',
  noSuchChannel: '„{$channel}“ ist kein Verkaufskanal dieses Shops.',
  moreThanOnce: '„{$key}“ steht mehr als einmal in der Datei.',
  getsNotification: '{$who} bekommt {$notification}',
  codeGone: 'Der Rabattcode der Nachricht gilt nicht mehr.',
  orderGone: 'Die Bestellung, um die es geht, gibt es nicht mehr.',
};
