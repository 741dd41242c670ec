/** What customers answer to messages, and what becomes of it. */
import { speak } from './speak';

export const say = speak('replies', {
  replies: 'Replies',
  repliesGoTo: 'Replies go to {$address}.',
  repliedTo: 'to {$notification}',
  fromAnotherAddress: 'From another address than the message went to.',
  automaticAnswer: 'It was written by a program and was not passed on.',
  cameBackAgain: 'It had been passed on before and came back, so it was not passed on again.',
  passedOnTo: 'Passed on to {$address}',
  notPassedOn: 'Not passed on to {$address}: {$cause}',
  willBePassedOnSoon: 'It is passed on in a moment.',
  nobodyToPassOnTo: 'The store has no sender that it could be passed on to.',
  nAttachments: '.input {$n :integer} .match $n one {{{$n} attachment: {$names}}} * {{{$n} attachments: {$names}}}',
  downloadReply: 'Download the reply',
  tooOldToShow: 'Its text is no longer kept.',
  keepReplies: 'Replies come through Libellus',
  keepRepliesHint: 'A reply is kept with its order and passed on to {$address}.',
  keepRepliesNeedsDomain: 'Needs a sending domain whose bounces come back to Libellus: {$domain} has none yet.',
  aboutOrder: 'About order {$order}: {$link}',
  viaStore: '{$name} via {$store}',
});
