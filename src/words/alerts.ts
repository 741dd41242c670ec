/** What one is told by mail. */
import { speak } from './speak';

export const say = speak('alerts', {
  title: 'Mails you get about {$store}',
  note: 'In your language, by the store’s own sending service. What comes once a day comes in one mail at {$at}.',
  failures: 'Messages that failed or came back',
  limits: 'A sending service at its limit for the day',
  domains: 'DNS records that are not right any more',
  codes: 'Promised discount codes that run out',
  rehearsals: 'Rehearsals that found something',
  proofs: 'Living proofs that do not arrive',
  atOnce: 'At once',
  daily: 'Once a day',
  never: 'Not',
  toldOthers:
    '.input {$n :integer} .match $n one {{{$n} other colleague is told}} * {{{$n} other colleagues are told}}',
  toldOnlyYou: 'You are the only one who is told',
  toldNobody: 'Nobody is told',
  saved: 'Saved.',
});
