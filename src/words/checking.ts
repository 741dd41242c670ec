/** What a check of a sending service learns, and the search for its settings. */
import { speak } from './speak';

export const say = speak('checking', {
  hostIs: '{$host} is {$addresses}',
  portIsOpen: 'Port {$port} is open',
  greetedBy: 'Greeted by {$name}',
  canBeRead: 'Not offered: what is sent can be read on the way',
  offeredAre: 'Offered are {$ways}',
  signedInAs: 'Signed in as {$user} by {$method}',
  maySendAs: 'May send as {$sender}',
  takesUpTo: 'Takes messages up to {$n :integer} MB',
  takesInternational: 'Takes international addresses',
  takenFor: 'Taken for {$to}: {$answer}',
  certificateFor: '{$protocol}, certificate for {$names}',
  validUntil: 'Valid until {$date}',
  validUntilSoon:
    '.input {$n :integer} .match $n one {{Valid until {$date}: {$n} day left}} * {{Valid until {$date}: {$n} days left}}',
  signedBy: 'Signed by {$names}',
  namesItsService: '{$domain} names its submission service in DNS (SRV).',
  namesNoService: '{$domain} does not name a submission service in DNS (SRV).',
  mailTakenBy: 'Its mail is taken by {$servers} (MX).',
  noServerTakesMail: 'No server takes its mail (MX).',
  answersCode: 'answers {$code}',
  offersNoStarttls: 'offers no STARTTLS',
  isPrivate: 'is in a private network',
  hasNoAddress: 'has no address',
  doesNotListen: 'does not listen',
  doesNotAnswer: 'does not answer',
});
