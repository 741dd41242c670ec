/** Titles of pages, and what is said where a page cannot be shown. */
import { speak } from './speak';

export const say = speak('pages', {
  theDatabaseDoesNotAnswer: 'The database does not answer, and nothing was changed. Try again in a minute.',
  somethingBrokeOnOurSide:
    'Something broke on our side and nothing was changed. If it happens again, look at the log of the web process.',
  libellusCannotMakeThisJust: 'Libellus cannot make this just now. Try again in a minute.',
  thereIsNothingAtThis: 'There is nothing at this address',
  goToToday: 'Go to Today',
  itMayHaveBeenIn: 'It may have been in another store, or the address was copied in part.',
  setUp: 'Set up',
  signIn: 'Sign in',
  editionAndVersionsLive:
    '.input {$others :integer} .match $others one {{Edition {$number} is live, and {$others} other version.}} * {{Edition {$number} is live, and {$others} other versions.}}',
  editionNumberIsLive: 'Edition {$number} is live.',
  thisScreenCouldNotBe: 'This screen could not be shown',
  nothingWasChangedIfThe:
    'Nothing was changed. If the database or the network was away for a moment, trying again is enough; otherwise the log of the web process says more.',
  tryAgain: 'Try again',
  skipToThePage: 'Skip to the page',
  deliveries: 'Deliveries',
  journey: 'Journey',
  look: 'Look',
  orders: 'Orders',
  phrasebook: 'Phrasebook',
  routing: 'Routing',
  today: 'Today',
  notificationToN: '{$notification} to {$n}',
  nameOnTheDesk: '{$name} on the Desk',
  howNameGoesOut: 'How {$name} goes out',
  connectTheShop: 'Connect the shop',
  importAndExport: 'Import and export',
  placeAnOrder: 'Place an order',
  writeAMessage: 'Write a message',
  nOrdersAreTooMany: '{$n} orders are too many at a time',
  mostOrders: 'A message goes to {$most} orders at most. Choose fewer on the list of orders.',
  noMessageUsesThisPassage: 'No message uses this passage yet.',
  fromNowOnItReads: 'From now on it reads like this in {$users}, also in what is published already.',
  channels: 'Channels',
  domains: 'Domains',
  senders: 'Senders',
  services: 'Services',
  doNotSend: 'Do not send',
  store: 'Store',
  theOrder: 'The order',
  stepsOfOrderNumber: 'Steps of order {$number}',
  connectAService: 'Connect a service',
  allServices: 'All services',
  passageLive:
    '.input {$n :integer} .match $n one {{Edition {$edition} of the passage is live. One message uses it.}} * {{Edition {$edition} of the passage is live. {$n} messages use it.}}',
  lookLive:
    '.input {$n :integer} .match $n one {{Edition {$edition} of the look is live: one message wears it.}} * {{Edition {$edition} of the look is live: {$n} messages wear it.}}',
});
