/** Days on which a store does not work besides Saturdays and Sundays: holidays, a closed week. */
import { Type, type Static } from '@sinclair/typebox';

export const HolidaySchema = Type.Object(
  {
    /** The calendar day in the store's zone: "2026-12-25". */
    on: Type.String({ format: 'date' }),
    name: Type.String({ maxLength: 120 }),
  },
  { additionalProperties: false },
);
export type Holiday = Static<typeof HolidaySchema>;

/** Most days of a store that can be off: ten years with two weeks closed in each. */
export const MOST_HOLIDAYS = 400;

/** Calendar days that are no working days, as "2026-12-25". */
export type DaysOff = ReadonlySet<string>;

export const NO_DAYS_OFF: DaysOff = new Set();

export const daysOffOf = (holidays: readonly Holiday[]): DaysOff =>
  holidays.length === 0 ? NO_DAYS_OFF : new Set(holidays.map((h) => h.on));

/** Whether anybody works on a calendar day: from Monday to Friday, unless it is off. */
export function isWorkingDay(day: string, off: DaysOff): boolean {
  const weekday = new Date(`${day}T12:00:00Z`).getUTCDay();
  return weekday !== 0 && weekday !== 6 && !off.has(day);
}
