/** Making a further store. */
import { speak } from './speak';

export const say = speak('stores', {
  newStore: 'New store',
  newStoreWords: 'add make create shop brand another',
  newStoreNote: 'You become its owner. Nothing is sent from it before you connect a service and publish.',
  whoMayMake: '{$who} can make further stores.',
  beginsWith: 'Begins with',
  whatShips: 'The notifications that ship',
  whatShipsNote: 'As drafts, to look at and publish.',
  likeStore: 'The messages of {$name}',
  likeStoreNote:
    'Look, messages, passages and phrasebook as drafts; settings, channels and staff recipients as they are there. Not its services, senders, payment, products or orders.',
  stores: 'Stores',
  storesWords: 'all stores health overview close reopen shut',
  store: 'Store',
  yourRole: 'Your role',
  lastOrder: 'Last order',
  orders24: 'Orders, 24 hours',
  waiting: 'Waiting',
  onHold: 'On hold',
  failed7: 'Failed, 7 days',
  servicesOn: 'Services on',
  change: 'Change',
  noneYet: 'none yet',
  newStoreAsk: 'New store ...',
  closedBy: 'closed by {$by},',
  close: 'Close ...',
  closeName: 'Close ... {$name}',
  reopen: 'Reopen',
  reopenName: 'Reopen {$name}',
  isOpenAgain: '{$name} is open. Events are taken from now on.',
  closeTitle: 'Close {$name}?',
  closeIt: 'Close the store',
  isClosed: '{$name} is closed.',
  closeNote:
    'Nothing that the shop tells is taken any more, and nothing can be changed. Everything can still be read and saved as files. An owner can reopen the store.',
  closeSources:
    '.input {$n :integer} .match $n one {{{$n} webhook of a shop is on: what it sends is kept, and can be taken after reopening.}} * {{{$n} webhooks of shops are on: what they send is kept, and can be taken after reopening.}}',
  closeNotices:
    '.input {$n :integer} .match $n one {{{$n} notice to many is stopped.}} * {{{$n} notices to many are stopped.}}',
  nothingWaits: 'No message waits.',
  waitN:
    '.input {$n :integer} .match $n one {{{$n} message still waits to be sent.}} * {{{$n} messages still wait to be sent.}}',
  heldN:
    '.input {$n :integer} .match $n one {{{$n} of them is on hold and goes only if what holds it is mended.}} * {{{$n} of them are on hold and go only if what holds them is mended.}}',
  whatOfThem: 'What becomes of them',
  sendThem: 'Send them at their times',
  stopThem: 'Stop them',
  sendNote: 'They go at their times, as if the store were open.',
  stopNote: 'They are not sent, and stay stopped when the store is reopened.',
  storeWasClosed: '{$person} closed the store.',
  isClosedAlready: 'The store is closed already.',
  isOpenAlready: 'The store is open already.',
  bannerClosed: '{$name} is closed: nothing is taken from the shop, and nothing can be changed.',
  bannerReopen: 'Reopen it under Stores',
  refusedClosed: '{$name} is closed. An owner can reopen it under Store, Stores.',
});
