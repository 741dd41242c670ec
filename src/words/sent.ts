/** What the worker writes down of a delivery. */
import { speak } from './speak';

export const say = speak('sent', {
  notMade: 'The message could not be made: {$detail}',
  correctAndPublish:
    'Open the notification on the Desk with this order, correct it and publish; then try this message again.',
  secretDoesNotOpen: 'A stored password or key does not open with the secret of this installation.',
  startWithItsSecret: 'Start Libellus with the secret it was set up with, or enter the password of the service again.',
  databaseDidNotAnswer: 'The database did not answer while this message was made.',
  seeTheLog: 'It is tried again by itself. If it stays so, see the log of the worker.',
  workersEnded:
    '.input {$times :integer} .match $times one {{The worker ended while it had this message in hand.}} * {{{$times} workers ended one after the other while they had this message in hand, the last ones with no other.}}',
  seeWhyWorkersEnded:
    'It is put aside so that the others go out. See the log of the worker for why it ended; then try this message again. An attempt without an answer may have reached its recipient.',
  failedOnOurSide: 'Something failed on our side while this message was made: {$detail}',
  notWrittenToUntilAllowed: '{$remedy} The address is not written to until it is allowed again under Sending.',
  givenUpRemedy: 'It is not tried again. Send it again from its record once that is mended, or reach them another way.',
  givenUp: '{$words} It was given up after five days.',
  noLongerThere: 'Its notification or its order is no longer there.',
  lookedAtWhenDue: 'It was looked at again when it was due.',
  releaseOrTakeOff: 'Release this message once, or take the address off the list under Sending.',
  askedNotTo: 'Nothing to do: they asked for that. Only they themselves, or you when they ask you, can change it.',
  noSenderYet: 'The store has no sender yet.',
  giveASender: 'Give a name and address under Sending; what is on hold goes out then.',
  personStoppedIt: '{$person} stopped it.',
  notificationTakenAway: '{$notification} was removed.',
});
