/** When a place is open: which days, from when until when (schema.org OpeningHoursSpecification), and how a language writes it. */
import { Type, type Static } from '@sinclair/typebox';
import type { SchemaProblem } from '../schema';
import { say } from '../../words/problems';

const timeOfDay = Type.String({ pattern: '^([01][0-9]|2[0-3]):[0-5][0-9]$' });

export const OpeningSchema = Type.Object(
  {
    /** From 1 for Monday to 7 for Sunday (ISO 8601). */
    days: Type.Array(Type.Integer({ minimum: 1, maximum: 7 }), { minItems: 1, maxItems: 7, uniqueItems: true }),
    opens: timeOfDay,
    /** Later than it opens. */
    closes: timeOfDay,
  },
  { additionalProperties: false },
);
export type Opening = Static<typeof OpeningSchema>;

/** A Monday, from which days of the week are counted. */
const MONDAY = Date.UTC(2024, 0, 1);
const DAY = 86_400_000;

/** Spaces that one machine's data of languages has and another's has not. */
const NARROW = /[\u2009\u202f]/g;

const minutesOf = (time: string): number => {
  const [hours = 0, minutes = 0] = time.split(':').map(Number);
  return hours * 60 + minutes;
};

/** Days that follow each other, each as its first and last. */
function runsOf(days: readonly number[]): [first: number, last: number][] {
  const runs: [number, number][] = [];
  for (const day of days.toSorted((a, b) => a - b)) {
    const run = runs.at(-1);
    if (run?.[1] === day - 1) run[1] = day;
    else runs.push([day, day]);
  }
  return runs;
}

/** How a language writes days and times: to make these takes longer than to use them. */
const formats = new Map<string, { weekday: Intl.DateTimeFormat; time: Intl.DateTimeFormat }>();

function formatsOf(locale: string): { weekday: Intl.DateTimeFormat; time: Intl.DateTimeFormat } {
  let made = formats.get(locale);
  if (!made) {
    made = {
      weekday: new Intl.DateTimeFormat(locale, { weekday: 'short', timeZone: 'UTC' }),
      time: new Intl.DateTimeFormat(locale, { hour: 'numeric', minute: '2-digit', timeZone: 'UTC' }),
    };
    formats.set(locale, made);
  }
  return made;
}

/** Opening hours as a language writes them: "Mon – Fri 09:00–17:30, Sat 10:00–14:00"; undefined without any. */
export function hoursIn(hours: readonly Opening[], locale: string): string | undefined {
  if (hours.length === 0) return undefined;
  const { weekday, time } = formatsOf(locale);
  const dayOf = (day: number): number => MONDAY + (day - 1) * DAY;
  const timeOf = (text: string): number => MONDAY + minutesOf(text) * 60_000;
  const spans = (days: readonly number[]): string =>
    runsOf(days)
      .map(([first, last]) =>
        first === last ? weekday.format(dayOf(first)) : weekday.formatRange(dayOf(first), dayOf(last)),
      )
      .join(', ');
  return hours
    .toSorted((a, b) => Math.min(...a.days) - Math.min(...b.days) || (a.opens < b.opens ? -1 : 1))
    .map(({ days, opens, closes }) => `${spans(days)} ${time.formatRange(timeOf(opens), timeOf(closes))}`)
    .join('; ')
    .replace(NARROW, ' ');
}

/** What is wrong with opening hours (JSON Pointer from `path`): they close before they open, or a place is open twice at a time. */
export function hoursProblems(hours: readonly Opening[], path: string): SchemaProblem[] {
  return hours.flatMap(({ days, opens, closes }, i): SchemaProblem[] => {
    if (closes <= opens) return [{ path: `${path}/${i}/closes`, message: say.closesBeforeItOpens }];
    const twice = hours
      .slice(0, i)
      .some((other) => other.days.some((d) => days.includes(d)) && opens < other.closes && other.opens < closes);
    return twice ? [{ path: `${path}/${i}/opens`, message: say.isOpenThenAlready }] : [];
  });
}
