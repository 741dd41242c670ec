/** What Libellus tells a store's colleagues by mail. */
import { speak } from './speak';

export const say = speak('told', {
  subject: '{$store}: {$what}',
  line: '- {$what}: {$words}',
  andMore: '.input {$n :integer} .match $n one {{- and {$n} more}} * {{- and {$n} more}}',
  // DNS records fell back
  recordsSubject: 'DNS records of {$domain} need you',
  recordsWere: 'The DNS records of {$domain} were right and are not any more:',
  recordsMean: 'Until that is mended, messages may be put into Junk or refused.',
  recordsWay: 'What is needed, to copy: {$url}',
  // Messages that failed
  failedSubject:
    '.input {$n :integer} .match $n one {{{$n} message did not arrive}} * {{{$n} messages did not arrive}}',
  failedWere:
    '.input {$n :integer} .match $n one {{A message failed or came back:}} * {{{$n} messages failed or came back:}}',
  failedWay: 'Each with its cause and what to do: {$url}',
  // A service at its limit
  limitSubject: '{$service} has reached its limit for the day',
  limitReached:
    '.input {$n :integer} .match $n one {{{$service} has taken the {$n} message that it may take in a day. What is due goes out by another service, or waits until {$time}.}} * {{{$service} has taken the {$n} messages that it may take in a day. What is due goes out by another service, or waits until {$time}.}}',
  limitWay: 'Its limit, and further services: {$url}',
  // Several in one mail
  dailySubject:
    '.input {$n :integer} .match $n one {{{$n} thing to know of the last day}} * {{{$n} things to know of the last day}}',
  // A code that messages promise
  codePromisedBy: 'Messages that promise it:',
  codeOnHold: 'is on hold without it',
  codeLeftOut: 'goes out without the block',
  codeWay: 'Extend the code, add codes, or choose another one: {$url}',
  // A rehearsal
  rehearsalSubject:
    '.input {$n :integer} .match $n one {{{$n} of its messages is not right}} * {{{$n} of its messages are not right}}',
  rehearsalFound:
    '.input {$n :integer} .match $n one {{Rehearsal {$run} found a message that is not right. Nobody got it; real ones go out as they are.}} * {{Rehearsal {$run} found {$n} messages that are not right. Nobody got them; real ones go out as they are.}}',
  rehearsalMessage: '- {$name}, {$language}: {$words}',
  rehearsalWay: 'What is wrong, and the way to mend it: {$url}',
  // Proofs
  proofSubject:
    '.input {$n :integer} .match $n one {{mail does not arrive as it should by one path}} * {{mail does not arrive as it should by {$n} paths}}',
  proofSubjectAgain: 'mail arrives again',
  proofMissing: 'its service took the proof, and it is not in the mailbox 15 minutes later',
  proofJunk: 'the proof was put into Junk',
  proofLate: 'the proof took more than 15 minutes',
  proofNotVouchedFor: 'the mailbox found nobody who vouches for the proof (SPF, DKIM, DMARC)',
  proofReturned: 'the proof came back: {$words}',
  proofRefused: 'the proof was not taken: {$words}',
  proofAgain: 'proofs arrive again as they should',
  proofMeans: 'What customers get by it may go the same way.',
  proofWay: 'Each proof, and what was said to it: {$url}',
  mailboxSubject: 'the mailbox for proofs cannot be read',
  mailboxTrouble: 'The mailbox that shows whether mail arrives cannot be read: {$words}',
  mailboxWay: 'Until then nothing is known of whether mail arrives. Its settings: {$url}',
});
