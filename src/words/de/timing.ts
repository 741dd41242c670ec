import type { say } from '../timing';
import type { TranslationOf } from '../speak';

export const timing: TranslationOf<typeof say> = {
  afterMinutes: '.input {$n :integer} .match $n one {{nach {$n} Minute}} * {{nach {$n} Minuten}}',
  minutes: '.input {$n :integer} .match $n one {{{$n} Minute}} * {{{$n} Minuten}}',
  afterHours: '.input {$n :integer} .match $n one {{nach {$n} Stunde}} * {{nach {$n} Stunden}}',
  hours: '.input {$n :integer} .match $n one {{{$n} Stunde}} * {{{$n} Stunden}}',
  afterDays: '.input {$n :integer} .match $n one {{nach {$n} Tag}} * {{nach {$n} Tagen}}',
  days: '.input {$n :integer} .match $n one {{{$n} Tag}} * {{{$n} Tage}}',
  afterWorkingDays: '.input {$n :integer} .match $n one {{nach {$n} Werktag}} * {{nach {$n} Werktagen}}',
  workingDays: '.input {$n :integer} .match $n one {{{$n} Werktag}} * {{{$n} Werktage}}',
  afterWeeks: '.input {$n :integer} .match $n one {{nach {$n} Woche}} * {{nach {$n} Wochen}}',
  weeks: '.input {$n :integer} .match $n one {{{$n} Woche}} * {{{$n} Wochen}}',
  at: 'um {$time}',
  onAWorkingDay: 'an einem Werktag',
  workingDay: 'Werktag',
  everyDayAt: 'täglich um {$time}',
  everyWorkingDayAt: 'an jedem Werktag um {$time}',
  everyWeekAt: 'jeden {$weekday} um {$time}',
  dailyShort: 'täglich, {$time}',
  workdaysShort: 'werktags, {$time}',
  atOnce: 'sofort',
  paid: 'bezahlt',
  cancelled: 'storniert',
  refunded: 'erstattet',
  dispatched: 'versandt',
  answered: 'beantwortet',
};
