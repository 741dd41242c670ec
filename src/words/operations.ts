/** How the installation is, what the door refuses, and the demo’s clock. */
import { speak } from './speak';

export const say = speak('operations', {
  answers: 'answers',
  doesNotAnswer: 'does not answer',
  notKnownWithoutDatabase: 'not known without the database',
  nRunning: '.input {$n :integer} .match $n one {{running}} * {{{$n} are running}}',
  lastSeen: 'last seen {$seconds :integer} s ago',
  notSeen: 'not seen in the last hour',
  clocksAgree: "all agree with the database's",
  isAhead: '{$process} is {$seconds :integer} s ahead of the database',
  isBehind: '{$process} is {$seconds :integer} s behind the database',
  thisProcess: 'this process',
  opensWhatIsStored: 'opens what is stored',
  anotherSecret: 'LIBELLUS_SECRET is not the one that stored passwords and keys were sealed with.',
  needsLength: 'A body needs its length: send Content-Length.',
  tooLarge: 'This is too large: it has {$size}, and at most {$most} are taken here.',
  signedOut: 'You are signed out. Sign in again; what you typed is still here.',
  onlyDemoClock: 'Only the clock of the demo can be wound.',
  windForward: 'The clock is wound forward, by a year at most.',
  pictureTaken: '{$before}, {$sizeBefore}, now {$after}, {$sizeAfter}',
  noSuchChannel: '“{$channel}” is not a channel of this store.',
  moreThanOnce: '“{$key}” stands in the file more than once.',
  getsNotification: '{$who} gets {$notification}',
  codeGone: 'The discount code of the message does not hold any more.',
  orderGone: 'The order that this message is about is no longer there.',
});
