import type { say } from '../alerts';
import type { TranslationOf } from '../speak';

export const alerts: TranslationOf<typeof say> = {
  title: 'Mails, die Sie zu {$store} erhalten',
  note: 'In Ihrer Sprache, über den Versanddienst des Shops. Was einmal am Tag kommt, kommt in einer Mail um {$at}.',
  failures: 'Nachrichten, die scheiterten oder zurückkamen',
  limits: 'Ein Versanddienst an seinem Tageslimit',
  domains: 'DNS-Einträge, die nicht mehr richtig sind',
  codes: 'Versprochene Rabattcodes, die zu Ende gehen',
  rehearsals: 'Probeläufe, die etwas gefunden haben',
  proofs: 'Lebenszeichen, die nicht ankommen',
  atOnce: 'Sofort',
  daily: 'Einmal am Tag',
  never: 'Nicht',
  toldOthers:
    '.input {$n :integer} .match $n one {{{$n} weiterer Kollege erfährt es}} * {{{$n} weitere Kollegen erfahren es}}',
  toldOnlyYou: 'Nur Sie erfahren es',
  toldNobody: 'Niemand erfährt es',
  saved: 'Gespeichert.',
};
