import type { say } from '../replies';
import type { TranslationOf } from '../speak';

export const replies: TranslationOf<typeof say> = {
  replies: 'Antworten',
  repliesGoTo: 'Antworten gehen an {$address}.',
  repliedTo: 'auf {$notification}',
  fromAnotherAddress: 'Von einer anderen Adresse als der, an die die Nachricht ging.',
  automaticAnswer: 'Ein Programm hat sie geschrieben; sie wurde nicht weitergegeben.',
  cameBackAgain: 'Sie war schon weitergegeben und kam zurück; sie wurde nicht noch einmal weitergegeben.',
  passedOnTo: 'Weitergegeben an {$address}',
  notPassedOn: 'Nicht weitergegeben an {$address}: {$cause}',
  willBePassedOnSoon: 'Sie wird gleich weitergegeben.',
  nobodyToPassOnTo: 'Der Shop hat keinen Absender, an den sie weitergegeben werden könnte.',
  nAttachments: '.input {$n :integer} .match $n one {{{$n} Anhang: {$names}}} * {{{$n} Anhänge: {$names}}}',
  downloadReply: 'Antwort herunterladen',
  tooOldToShow: 'Ihr Text wird nicht mehr aufbewahrt.',
  keepReplies: 'Antworten kommen über Libellus',
  keepRepliesHint: 'Eine Antwort wird bei ihrer Bestellung aufbewahrt und an {$address} weitergegeben.',
  keepRepliesNeedsDomain:
    'Dafür muss Unzustellbares der sendenden Domain zu Libellus kommen: Bei {$domain} ist das noch nicht so.',
  aboutOrder: 'Zu Bestellung {$order}: {$link}',
  viaStore: '{$name} über {$store}',
};
