/** What a store has set about itself: its facts, money and time, working days, and how long things are kept. */
import { speak } from './speak';

export const say = speak('settings', {
  settings: 'Settings',
  settingsWords: 'settings preferences store name address currency time zone holidays calendar retention keep privacy',
  theStore: 'The store',
  theStoreNote: 'Messages say this from now on, those that wait as well.',
  name: 'Name',
  ordersMadeHere: 'Orders made here',
  ordersMadeHereNote: 'They count up by themselves. No order of the shop may be numbered so.',
  ownOrders: 'Their numbers begin with',
  ownOrdersHint: 'Letters and digits, then a hyphen: {$example}',
  ownOrdersReach:
    'Orders that are made here from now on begin with {$now}; those of before keep {$before}, which stays closed to the shop. Rules and conditions about numbers are not changed.',
  shopNumbersSo:
    '.input {$n :integer} .match $n one {{{$n} order of the shop begins with {$beginning}. Choose another beginning.}} * {{{$n} orders of the shop begin with {$beginning}. Choose another beginning.}}',
  url: 'Link to the shop',
  email: 'Email address for customers',
  phone: 'Telephone number',
  address: 'Postal address',
  addressHint: 'In one line, as it stands below messages',
  moneyAndTime: 'Money and time',
  currency: 'Currency',
  timeZone: 'Time zone',
  workingDays: 'Days off',
  workingDaysNote:
    'Delays in working days, and summaries of working days, leave out Saturdays, Sundays and these days.',
  holidays: 'Days off',
  noHolidays: 'No days off are entered yet.',
  dayN: 'Day {$n}',
  reasonN: 'Reason for day {$n}',
  addDay: 'Add a day',
  removeDayN: 'Remove day {$n}',
  fromCalendar: 'From a calendar file ...',
  fromCalendarNote: 'Whole-day entries of an iCalendar file (.ics), from today until three years ahead.',
  daysFound:
    '.input {$n :integer} .match $n one {{{$n} day of the file is new. Save to keep it.}} * {{{$n} days of the file are new. Save to keep them.}}',
  noneNew: 'All days of the file are there already.',
  othersLeft:
    '.input {$n :integer} .match $n one {{{$n} entry was left out: it has a time of day, or recurs otherwise than yearly.}} * {{{$n} entries were left out: they have a time of day, or recur otherwise than yearly.}}',
  howLong: 'How long things are kept',
  howLongNote: 'Older ones are removed every night. Numbers are days.',
  bodies: 'Messages as they were sent',
  dialogues: 'SMTP logs',
  events: 'What the shop reported',
  people: 'Customers, orders and addresses',
  saveSettings: 'Save settings',
  discard: 'Discard changes',
  saved: 'The settings are saved.',
  whatFollows: 'Save these settings?',
  lookAgain: 'Load the newer settings',
  notSaved: 'The settings were not saved. Correct the marked fields.',
  changedSince: 'Somebody changed the settings meanwhile. Load the newer settings and make the change again.',
  nameTheStore: 'Enter a name for the store.',
  bodiesBeforePeople: 'Enter at most as many days as customers are kept: messages hold their addresses.',
  noCalendar: 'This is no calendar file. Choose an iCalendar file (.ics).',
  tooLargeCalendar: 'This file is larger than 2 MB. Choose a calendar that holds days off only.',
  onlyOthers:
    '.input {$n :integer} .match $n one {{The only entry of this calendar has a time of day, or recurs otherwise than yearly. Days off are whole days.}} * {{All {$n} entries of this calendar have a time of day, or recur otherwise than yearly. Days off are whole days.}}',
  noDaysToCome: 'This calendar holds no whole-day entry from today on.',
  saidFromNow:
    '.input {$n :integer} .match $n 0 {{Messages say it from now on. None waits.}} one {{Messages say it from now on, {$n} that waits as well.}} * {{Messages say it from now on, {$n} that wait as well.}}',
  sendersKeepName:
    '.input {$n :integer} .match $n one {{{$n} sender keeps its own name: change it under Sending, Senders.}} * {{{$n} senders keep their own names: change them under Sending, Senders.}}',
  lookKeepsName: 'The masthead of messages keeps “{$name}”: change it in the Look.',
  linksSent: 'Links in messages that were sent lead where they led before.',
  currencyReaches:
    'Orders placed here and samples are in {$currency} from now on. What the shop reports names its own currency.',
  ordersKeepCurrency:
    '.input {$n :integer} .match $n one {{{$n} order keeps the currency that it was made in.}} * {{{$n} orders keep the currency that they were made in.}}',
  pricesStay:
    '.input {$n :integer} .match $n one {{The price of {$n} product stays the same number: it is not converted.}} * {{The prices of {$n} products stay the same numbers: they are not converted.}}',
  zoneReaches: 'Times of day are those of the new time zone from now on, in messages and on screens.',
  daysReach: 'What is planned from now on leaves out these days.',
  plannedStay:
    '.input {$n :integer} .match $n one {{{$n} message that is planned already goes when it was to go.}} * {{{$n} messages that are planned already go when they were to go.}}',
  summaryMoves: '{$name} comes at other times: {$rhythm}, as it is then.',
  bodiesGo:
    '.input {$n :integer} .match $n one {{The text of {$n} message older than {$days} days is removed tonight.}} * {{The texts of {$n} messages older than {$days} days are removed tonight.}}',
  dialoguesGo: 'SMTP logs older than {$days} days are removed tonight.',
  eventsGo:
    '.input {$n :integer} .match $n one {{What {$n} event older than {$days} days reported is removed tonight.}} * {{What {$n} events older than {$days} days reported is removed tonight.}}',
  peopleGo:
    '.input {$n :integer} .match $n one {{{$n} order came more than {$days} days ago: its customer and addresses are removed tonight, unless something was heard of it since.}} * {{{$n} orders came more than {$days} days ago: their customers and addresses are removed tonight, unless something was heard of them since.}}',
  forGood: 'What is removed cannot be brought back.',
  keptLonger: 'What was removed already does not come back.',
});
