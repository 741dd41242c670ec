import type { TranslationOf } from '../speak';
import type { say } from '../rehearsed';

export const rehearsed: TranslationOf<typeof say> = {
  serviceTook: 'Der Versanddienst {$service} hat sie angenommen: {$answer}',
  serviceRefused: 'Der Versanddienst {$service} hat sie nicht angenommen. {$words}',
  serviceAtLimit: 'Der Versanddienst {$service} ist für heute an seinem Limit, deshalb wurde sie nicht gesendet.',
  noServiceTook: 'Kein Versanddienst nimmt sie an. {$words}',
  inMailbox:
    '.input {$seconds :integer} .match $seconds one {{Sie lag nach {$seconds} Sekunde in {$folder} des echten Postfachs: {$said}.}} * {{Sie lag nach {$seconds} Sekunden in {$folder} des echten Postfachs: {$said}.}}',
  inJunk:
    '.input {$seconds :integer} .match $seconds one {{Das echte Postfach hat sie nach {$seconds} Sekunde in {$folder} gelegt, zu dem, was niemand will: {$said}.}} * {{Das echte Postfach hat sie nach {$seconds} Sekunden in {$folder} gelegt, zu dem, was niemand will: {$said}.}}',
  nothingVouched: 'sein Server sagt nichts zu SPF, DKIM und DMARC',
  notInMailbox: 'Eine Viertelstunde nachdem ihr Dienst sie angenommen hat, ist sie nicht im echten Postfach.',
  mailboxUnread: 'Ob sie im echten Postfach liegt, war nicht zu sehen. {$words}',
  nothingToDoItWith: 'Bis dahin ist nichts da, womit das ginge.',
  ownNoChannel: 'Diesen Kanal gibt es nicht mehr.',
  ownNoLanguage: 'In dieser Sprache kaufen Kunden nicht mehr ein.',
  ownNoProduct: 'Das Produkt {$sku} gibt es nicht mehr.',
  cameOnce: 'Sie kam an, einmal.',
  cameTimes:
    '.input {$times :integer} .match $times one {{Sie kam {$times}-mal an und sollte einmal ankommen.}} * {{Sie kam {$times}-mal an und sollte einmal ankommen.}}',
  neverPlanned: 'Sie kam nie: Für sie war nichts vorgesehen.',
  neverCame: 'Sie kam nie. {$words}',
  neverArrived: 'Sie wurde gesendet und kam nie an.',
  cameUnasked: 'Sie kam an, und erwartet war nichts. {$words}',
  keptBack: 'Sie wurde zurückgehalten, wie eingestellt. {$words}',
  wentTo: 'Sie ging an {$address}.',
  toNames: 'Ihr Feld To nennt {$to}.',
  toRight: 'Sie ging an {$address} und an niemanden sonst.',
  noDate: 'Sie hat kein lesbares Datum.',
  late: '.input {$minutes :integer} .match $minutes one {{Sie kam {$minutes} Minute zu spät.}} * {{Sie kam {$minutes} Minuten zu spät.}}',
  early:
    '.input {$minutes :integer} .match $minutes one {{Sie kam {$minutes} Minute zu früh.}} * {{Sie kam {$minutes} Minuten zu früh.}}',
  inTime: 'Sie kam rechtzeitig.',
  otherLanguage: 'Ihre Sprache sollte {$language} sein, und als Sprache nennt sie {$other}.',
  fellBack: 'Für {$wanted} fehlt die Übersetzung, darum kam sie auf {$language}.',
  inLanguage: 'Ihre Sprache ist {$language}.',
  agrees: 'Beträge, Summen, Waren, Tage und Namen stimmen mit Bestellung {$order} überein.',
  agreesWithAccount: 'Was sie sagt, stimmt mit dem Konto überein.',
  noSubject: 'Sie hat keinen Betreff.',
  noText: 'Sie hat keinen Textteil.',
  bothParts: 'Sie ist mit und ohne HTML lesbar.',
  textAlone: 'Sie ist nur Text, wie eingestellt.',
  headerTimes:
    '.input {$times :integer} .match $times one {{Das Feld {$name} steht {$times}-mal darin und sollte einmal darin stehen.}} * {{Das Feld {$name} steht {$times}-mal darin und sollte einmal darin stehen.}}',
  headerMissing: 'Das Feld {$name} fehlt.',
  longLine: 'Eine Zeile hat {$length :integer} Zeichen, erlaubt sind höchstens 998.',
  headersRight: 'Ihr Kopf ist, wie die Standards es verlangen.',
  headersWithUnsubscribe: 'Ihr Kopf ist, wie die Standards es verlangen, mit Abmelden durch einen Klick.',
  brokenLink: 'Dieser Link führt nirgendwohin: {$href}',
  linksRight:
    '.input {$links :integer} .match $links one {{{$links} Link ist eine vollständige Adresse.}} * {{{$links} Links sind vollständige Adressen.}}',
  linksAnswer:
    '.input {$links :integer} .match $links one {{{$links} Link wurde aufgerufen und antwortet.}} * {{{$links} Links wurden aufgerufen, und alle antworten.}}',
  picturesAnswer:
    '.input {$pictures :integer} .match $pictures one {{{$pictures} Bild wurde aufgerufen und ist da.}} * {{{$pictures} Bilder wurden aufgerufen, und alle sind da.}}',
  linkGone: 'Die Antwort ist {$status}, unter dieser Adresse ist also nichts: {$href}',
  linkAnswers: 'Die Antwort ist {$status}, ein Fehler der Gegenseite: {$href}',
  linkNoHost: 'Einen Host {$host} gibt es nicht: {$href}',
  linkCertificate: 'Das Zertifikat von {$host} ist ungültig ({$code}), und Browser warnen davor: {$href}',
  linkRound: 'Der Link führt immer wieder weiter und kommt nie an: {$href}',
  linkPrivate: '{$host} ist in einem privaten Netz, in das andere nicht gelangen: {$href}',
  linkSilent: '{$host} hat nicht rechtzeitig geantwortet: {$href}',
  linkUnreachable: '{$host} war nicht erreichbar ({$code}): {$href}',
  noPicture: 'Dieses Bild ist nicht zu finden: {$src}',
  noAlt: 'Dieses Bild hat keine Worte für alle, die es nicht sehen: {$src}',
  picturesRight:
    '.input {$pictures :integer} .match $pictures one {{{$pictures} Bild ist da, mit Worten für alle, die es nicht sehen.}} * {{{$pictures} Bilder sind da, mit Worten für alle, die sie nicht sehen.}}',
  linkWithoutWords: 'Wo Bilder aus sind, bleibt von diesem Link nichts: {$href}',
  faintWords:
    'Wörter heben sich nur mit {$ratio :number maximumFractionDigits=1} zu 1 vom Grund ab, gewünscht ist 4,5 zu 1: „{$words}“',
  contrastRight: 'Die Wörter heben sich mit {$ratio :number maximumFractionDigits=1} zu 1 oder mehr vom Grund ab.',
  faintInTheDark:
    'In dunklen Mailprogrammen heben sich Worte nur mit {$ratio :number maximumFractionDigits=1} zu 1 vom Grund ab, gewünscht sind 4,5 zu 1: „{$words}“',
  contrastInTheDark:
    'Im Dunkeln heben sich die Worte mit mindestens {$ratio :number maximumFractionDigits=1} zu 1 vom Grund ab.',
  clipped: 'Sie hat {$size :integer} kB HTML, und E-Mail-Programme schneiden ab, was über 102 kB liegt.',
  sizeRight: 'Sie hat {$size :integer} kB HTML und wird ganz gezeigt.',
  notSigned: 'Sie ist nicht signiert. Mailserver vertrauen signierten Nachrichten mehr.',
  signed: 'Sie ist für {$domain} signiert, und die Signatur stimmt.',
  signatureBroken: 'Sie ist für {$domain} signiert, und die Signatur stimmt nicht.',
  otherWords: 'Ihre Sprache sollte {$language} sein, und sie liest sich wie {$other}.',
  otherLetters: 'Ihre Sprache sollte {$language} sein, und die meisten Buchstaben sind einer anderen Schrift.',
};
