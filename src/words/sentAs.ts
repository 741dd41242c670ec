/** How messages of a template are sent where that is not the usual: form, sender's name, reply address, copies. */
import { speak } from './speak';

export const say = speak('sentAs', {
  howItIsSent: 'How it is sent',
  sentAs: 'Sent as {$parts}',
  form: 'Form',
  htmlAndText: 'HTML with text',
  textAlone: 'Text alone',
  textAloneNote: 'Without look, pictures and buttons. Links stand as addresses.',
  senderName: 'Sender’s name',
  senderNameNote: 'Empty for {$name}.',
  senderAddress: 'Sender’s address',
  senderAddressNote:
    'Empty for {$address}. Another address has to be at {$domains}. A mail account sends as itself only; other services take any address of a domain that they know.',
  ofAnotherDomain: '{$address} is of a domain that this store does not send from. Enter an address at {$domains}.',
  replyTo: 'Replies go to',
  replyToNote: 'Empty for what the sender has.',
  cc: 'Copies (Cc)',
  ccNote: 'Seen by the customer. Up to 5 addresses, one per line.',
  bcc: 'Hidden copies (Bcc)',
  bccNote: 'Not seen by the customer. Up to 5 addresses, one per line.',
  copiesNote:
    'Each copy is a message of its own to the service and holds what the customer reads. No copies are sent of tests, of what is sent again, of notices to many, and to addresses on the do-not-send list.',
  countsOnceNote: 'It counts once this version is published. Other versions have their own.',
  change: 'Change how it is sent',
  repliesTo: 'replies to {$address}',
  nCopies: '.input {$n :integer} .match $n one {{one copy}} * {{{$n} copies}}',
  as: 'as {$name}',
  from: 'from {$address}',
  isNoAddress: '{$address} is no email address. Enter one such as orders@shop.example.',
  noCopiesOfSecrets: 'Remove the copies: a link of this message is for its reader alone.',
  mostAddresses: 'Enter at most 5 addresses.',
  sentCopies: 'Copies: {$addresses}.',
  copyRefused: 'The copy to {$address} was not taken: {$why}',
});
