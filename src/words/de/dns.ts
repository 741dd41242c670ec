import type { say } from '../dns';
import type { TranslationOf } from '../speak';

export const dns: TranslationOf<typeof say> = {
  didNotAnswer: 'Das DNS hat nicht geantwortet. Es wird von selbst noch einmal gefragt.',
  lowTtl:
    '.input {$seconds :integer} .match $seconds one {{Er darf nur {$seconds} Sekunde lang aufbewahrt werden. Diesen Wert (TTL) auf 3600 erhöhen, wenn alles stimmt: Empfänger fragen dann seltener.}} * {{Er darf nur {$seconds} Sekunden lang aufbewahrt werden. Diesen Wert (TTL) auf 3600 erhöhen, wenn alles stimmt: Empfänger fragen dann seltener.}}',
  domainAddedOnceMore:
    'Er steht bei {$name}.{$domain}: Die Domain wurde eingegeben und von der Seite des Registrars noch einmal angehängt. Als Host nur {$host} eingeben.',
  notThereYet: 'Noch nicht da. Nach dem Eintragen kann es Minuten bis Stunden dauern, bis er zu sehen ist.',
  quoted: 'Die Anführungszeichen wurden Teil davon. Ohne sie eingeben: Die Seite setzt ihre eigenen.',
  nSpfRecords:
    'Es gibt {$n :integer} SPF-Einträge, und bei mehr als einem zählt keiner. Alle entfernen und diesen eintragen, der enthält, was sie erlauben.',
  notATerm: '„{$term}“ ist kein Ausdruck von SPF, und der Eintrag zählt damit nicht.',
  doesNotHold: 'Er enthält {$terms} nicht; was über diesen Dienst hinausgeht, ist also nicht erlaubt.',
  nothingAfterIsRead: 'Nach {$end} wird nichts mehr gelesen. {$term} davor setzen.',
  tooManyLookUps:
    'Er braucht {$n :integer} Abfragen, und mehr als {$most :integer} werden nicht gemacht: Empfänger behandeln ihn als fehlerhaft. Nicht mehr benutzte Dienste entfernen.',
  letsAnybody: '{$all} lässt jeden als {$name} senden. Den Eintrag mit ~all beenden.',
  hardlyRoom: 'Er braucht {$n :integer} von {$most :integer} Abfragen. Für einen weiteren Dienst ist kaum noch Platz.',
  asItShouldBe: 'Wie er sein soll.',
  allowsServices: 'Erlaubt die Dienste dieses Shops.',
  nRecordsAtName:
    'Unter diesem Namen gibt es {$n :integer} Einträge, und Empfänger nehmen irgendeinen davon. Nur diesen behalten.',
  keyCutInTwo:
    'Der Schlüssel wurde zerteilt und zu zwei Einträgen. Ihn als einen Eintrag eingeben; eine Seite, die nur 255 Zeichen auf einmal nimmt, möchte beide Teile im selben Eintrag, jeden in Anführungszeichen.',
  backslashes: 'Vor den Strichpunkten stehen umgekehrte Schrägstriche. Ohne sie eingeben.',
  wrongVersion: 'Seine Version ist „{$version}“ statt DKIM1.',
  keyIsRight: 'Der Schlüssel stimmt.',
  markedAsTest: 'Er ist als Test gekennzeichnet (t=y). Das entfernen.',
  keyIsEmpty: 'Der Schlüssel ist leer, was bedeutet, dass er zurückgezogen ist.',
  keyEndsAfter:
    'Der Schlüssel endet nach {$n :integer} von {$wanted :integer} Zeichen. Vielleicht nimmt die Seite nur 255 auf einmal: den Rest in denselben Eintrag eingeben.',
  charactersMissing: 'Im Schlüssel fehlen Zeichen, oder es kamen welche hinzu. Ihn noch einmal kopieren.',
  earlierKey: 'Das ist ein früherer Schlüssel. Nachrichten werden mit dem neueren oben signiert.',
  anotherKey: 'Das ist ein anderer Schlüssel als der, mit dem Nachrichten signiert werden. Ihn noch einmal kopieren.',
  notDmarc: 'Was dort steht, ist kein DMARC-Eintrag: Er muss mit v=DMARC1 beginnen.',
  nDmarcRecords: 'Es gibt {$n :integer} DMARC-Einträge, und bei mehr als einem zählt keiner.',
  noPolicy: 'Er hat keine Richtlinie: p muss none, quarantine oder reject sein.',
  weakerPolicy: 'Er ist da, mit schwächerer Richtlinie.',
  onlyWatches:
    'p=none beobachtet nur: Gefälschte Mail in Ihrem Namen kommt weiter an. Auf quarantine ändern, sobald alle Mail signiert ist.',
  stricter: 'Strenger als nötig; das ist gut, denn alle Mail ist signiert.',
  saysWhatIsNeeded: 'Er sagt, was nötig ist.',
  holdsForShare: 'Er gilt nur für {$share} % der Mail (pct).',
  leadsToAddedTwice:
    'Er führt zu {$host}: Die Domain wurde noch einmal angehängt. Nach {$wanted} einen Punkt setzen oder es so eingeben, wie die Seite es verlangt.',
  leadsElsewhere: 'Er führt zu {$hosts}; Unzustellbares geht also dorthin und nicht ins Protokoll.',
  alsoLeadsTo: 'Er führt auch zu {$hosts}; dorthin ginge ein Teil des Unzustellbaren.',
  bouncesComeBack: 'Unzustellbares kommt zu Libellus zurück.',
};
