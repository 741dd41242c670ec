import type { TranslationOf } from '../speak';
import type { say } from '../sentAs';

export const sentAs: TranslationOf<typeof say> = {
  howItIsSent: 'Wie sie gesendet wird',
  sentAs: 'Gesendet als {$parts}',
  form: 'Form',
  htmlAndText: 'HTML mit Text',
  textAlone: 'Nur Text',
  textAloneNote: 'Ohne Aussehen, Bilder und Schaltflächen. Links stehen als Adressen da.',
  senderName: 'Name des Absenders',
  senderNameNote: 'Leer für {$name}.',
  senderAddress: 'Adresse des Absenders',
  senderAddressNote:
    'Leer für {$address}. Eine andere Adresse muss zu {$domains} gehören. Ein Mailkonto sendet nur als es selbst; andere Dienste nehmen jede Adresse einer Domain, die sie kennen.',
  ofAnotherDomain:
    '{$address} gehört zu einer Domain, von der dieser Shop nicht sendet. Geben Sie eine Adresse bei {$domains} ein.',
  replyTo: 'Antworten gehen an',
  replyToNote: 'Leer für das, was der Absender hat.',
  cc: 'Kopien (Cc)',
  ccNote: 'Der Kunde sieht sie. Bis zu 5 Adressen, eine je Zeile.',
  bcc: 'Blindkopien (Bcc)',
  bccNote: 'Der Kunde sieht sie nicht. Bis zu 5 Adressen, eine je Zeile.',
  copiesNote:
    'Jede Kopie ist für den Dienst eine eigene Nachricht und enthält, was der Kunde liest. Keine Kopien gehen von Tests, von erneut Gesendetem, von Mitteilungen an viele und an Adressen der Sperrliste.',
  countsOnceNote: 'Es gilt, sobald diese Version veröffentlicht ist. Andere Versionen haben ihre eigenen Angaben.',
  change: 'Ändern, wie sie gesendet wird',
  repliesTo: 'Antworten an {$address}',
  nCopies: '.input {$n :integer} .match $n one {{eine Kopie}} * {{{$n} Kopien}}',
  from: 'von {$address}',
  as: 'als {$name}',
  isNoAddress: '{$address} ist keine E-Mail-Adresse. Geben Sie eine ein wie orders@shop.example.',
  noCopiesOfSecrets: 'Entfernen Sie die Kopien: Ein Link dieser Nachricht ist nur für den Empfänger.',
  mostAddresses: 'Geben Sie höchstens 5 Adressen ein.',
  sentCopies: 'Kopien: {$addresses}.',
  copyRefused: 'Die Kopie an {$address} wurde nicht angenommen: {$why}',
};
