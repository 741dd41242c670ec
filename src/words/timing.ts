/** When something goes out, and what ends its waiting. */
import { speak } from './speak';

export const say = speak('timing', {
  afterMinutes: '.input {$n :integer} .match $n one {{after {$n} minute}} * {{after {$n} minutes}}',
  minutes: '.input {$n :integer} .match $n one {{{$n} minute}} * {{{$n} minutes}}',
  afterHours: '.input {$n :integer} .match $n one {{after {$n} hour}} * {{after {$n} hours}}',
  hours: '.input {$n :integer} .match $n one {{{$n} hour}} * {{{$n} hours}}',
  afterDays: '.input {$n :integer} .match $n one {{after {$n} day}} * {{after {$n} days}}',
  days: '.input {$n :integer} .match $n one {{{$n} day}} * {{{$n} days}}',
  afterWorkingDays: '.input {$n :integer} .match $n one {{after {$n} working day}} * {{after {$n} working days}}',
  workingDays: '.input {$n :integer} .match $n one {{{$n} working day}} * {{{$n} working days}}',
  afterWeeks: '.input {$n :integer} .match $n one {{after {$n} week}} * {{after {$n} weeks}}',
  weeks: '.input {$n :integer} .match $n one {{{$n} week}} * {{{$n} weeks}}',
  at: 'at {$time}',
  onAWorkingDay: 'on a working day',
  workingDay: 'working day',
  everyDayAt: 'every day at {$time}',
  everyWorkingDayAt: 'every working day at {$time}',
  everyWeekAt: 'every {$weekday} at {$time}',
  dailyShort: 'daily, {$time}',
  workdaysShort: 'workdays, {$time}',
  atOnce: 'at once',
  paid: 'paid',
  cancelled: 'cancelled',
  refunded: 'refunded',
  dispatched: 'dispatched',
  answered: 'answered',
});
