/** Messages that a colleague writes. */
import { speak } from './speak';

export const say = speak('writing', {
  messages: 'Messages',
  forOfferedOfTheOrders: 'For {$offered} of the {$orders} orders.',
  toInPartName: 'To, in {$partName}',
  asPublished: 'as published',
  notTo: 'Not to',
  sendName: 'Send “{$name}”',
  sendIt: 'Send it',
  sendPeopleMessages: 'Send {$people} messages',
  andNMore: 'and {$n} more',
  withoutPeopleDoNotGet:
    '.input {$without :integer} .match $without one {{{$without} person does not get it; the reasons stand beside the sheet.}} * {{{$without} people do not get it; the reasons stand beside the sheet.}}',
  youChangedTheWordsIn: 'You changed the words in {$adapted} only. Who reads {$plain} gets the published words.',
  orderNumber: 'Order {$number}',
  nOrders: '.input {$n :integer} .match $n one {{{$n} order}} * {{{$n} orders}}',
  writeAMessage: 'Write a message',
  thereIsNoMessageTo: 'There is no message to write by hand',
  nobodyGetsThisMessage: 'Nobody gets this message',
  makeANotificationForThe:
    'Make a notification for the moment “Written by hand” on the Journey, and it can be chosen here.',
  noneOfTheMessagesIs: 'None of the messages is offered for what is chosen. The reasons stand beside each.',
  wordsThatWereNotSent: 'Words that were not sent when this window was closed have been put back.',
  asPublished2: 'As published',
  sendToN: 'Send to {$n}',
  sendToRecipientsPeople: 'Send to {$recipients} people',
  placeholder: 'Placeholder',
  theMessage: 'The message',
  width: 'Width',
  desktop: 'desktop',
  phone: 'phone',
  theSheetCouldNotBe: 'The sheet could not be made: {$trouble}',
  planned: '.input {$n :integer} .match $n one {{{$n} message is planned.}} * {{{$n} messages are planned.}}',
  plannedAbout:
    '.input {$n :integer} .input {$orders :integer} .match $n $orders one one {{{$n} message is planned, about {$orders} order.}} one * {{{$n} message is planned, about {$orders} orders.}} * one {{{$n} messages are planned, about {$orders} order.}} * * {{{$n} messages are planned, about {$orders} orders.}}',
  asSomebodyGetsIt: '{$language}, as {#name /} gets it. Click on words to change them.',
  versionAsSomebodyGetsIt: '{$language}, {$version}, as {#name /} gets it. Click on words to change them.',
  adapted: 'adapted',
});
