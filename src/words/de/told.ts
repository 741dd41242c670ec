import type { say } from '../told';
import type { TranslationOf } from '../speak';

export const told: TranslationOf<typeof say> = {
  subject: '{$store}: {$what}',
  line: '- {$what}: {$words}',
  andMore: '.input {$n :integer} .match $n one {{- und {$n} weitere}} * {{- und {$n} weitere}}',
  recordsSubject: 'Die DNS-Einträge von {$domain} brauchen Sie',
  recordsWere: 'Die DNS-Einträge von {$domain} waren richtig und sind es nicht mehr:',
  recordsMean: 'Bis das behoben ist, können Nachrichten im Spam-Ordner landen oder abgewiesen werden.',
  recordsWay: 'Was nötig ist, zum Kopieren: {$url}',
  failedSubject:
    '.input {$n :integer} .match $n one {{{$n} Nachricht ist nicht angekommen}} * {{{$n} Nachrichten sind nicht angekommen}}',
  failedWere:
    '.input {$n :integer} .match $n one {{Eine Nachricht ist gescheitert oder kam zurück:}} * {{{$n} Nachrichten sind gescheitert oder kamen zurück:}}',
  failedWay: 'Jede mit ihrer Ursache und dem, was zu tun ist: {$url}',
  limitSubject: '{$service} hat das Limit des Tages erreicht',
  limitReached:
    '.input {$n :integer} .match $n one {{{$service} hat die {$n} Nachricht angenommen, die an einem Tag erlaubt ist. Was fällig ist, geht über einen anderen Dienst hinaus oder wartet bis {$time}.}} * {{{$service} hat die {$n} Nachrichten angenommen, die an einem Tag erlaubt sind. Was fällig ist, geht über einen anderen Dienst hinaus oder wartet bis {$time}.}}',
  limitWay: 'Das Limit und weitere Dienste: {$url}',
  dailySubject: '.input {$n :integer} .match $n one {{{$n} Sache vom letzten Tag}} * {{{$n} Dinge vom letzten Tag}}',
  codePromisedBy: 'Nachrichten, die ihn versprechen:',
  codeOnHold: 'wird ohne ihn zurückgehalten',
  codeLeftOut: 'geht ohne den Block hinaus',
  codeWay: 'Verlängern Sie den Code, fügen Sie Codes hinzu, oder wählen Sie einen anderen: {$url}',
  rehearsalSubject:
    '.input {$n :integer} .match $n one {{{$n} Nachricht ist nicht richtig}} * {{{$n} Nachrichten sind nicht richtig}}',
  rehearsalFound:
    '.input {$n :integer} .match $n one {{Probelauf {$run} hat eine Nachricht gefunden, die nicht richtig ist. Niemand hat sie erhalten; echte gehen hinaus, wie sie sind.}} * {{Probelauf {$run} hat {$n} Nachrichten gefunden, die nicht richtig sind. Niemand hat sie erhalten; echte gehen hinaus, wie sie sind.}}',
  rehearsalMessage: '- {$name}, {$language}: {$words}',
  rehearsalWay: 'Was nicht stimmt, und der Weg, es zu beheben: {$url}',
  proofSubject:
    '.input {$n :integer} .match $n one {{Mail kommt auf einem Weg nicht an, wie sie soll}} * {{Mail kommt auf {$n} Wegen nicht an, wie sie soll}}',
  proofSubjectAgain: 'Mail kommt wieder an',
  proofMissing: 'der Dienst hat die Probe angenommen, und 15 Minuten später ist sie nicht im Postfach',
  proofJunk: 'die Probe kam in den Spam-Ordner',
  proofLate: 'die Probe hat mehr als 15 Minuten gebraucht',
  proofNotVouchedFor: 'das Postfach fand niemanden, der für die Probe bürgt (SPF, DKIM, DMARC)',
  proofReturned: 'die Probe kam zurück: {$words}',
  proofRefused: 'die Probe wurde nicht angenommen: {$words}',
  proofAgain: 'Proben kommen wieder an, wie sie sollen',
  proofMeans: 'Was Kunden auf diesem Weg bekommen, kann ebenso verloren gehen.',
  proofWay: 'Jede Probe, und was zu ihr gesagt wurde: {$url}',
  mailboxSubject: 'das Postfach für Proben lässt sich nicht lesen',
  mailboxTrouble: 'Das Postfach, das zeigt, ob Mail ankommt, lässt sich nicht lesen: {$words}',
  mailboxWay: 'Bis dahin ist nicht bekannt, ob Mail ankommt. Seine Einstellungen: {$url}',
};
