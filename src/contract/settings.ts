/** What a store has set about itself, as its screen shows and saves it, and what a change would mean. */
import { Type, type Static } from '@sinclair/typebox';
import { RetentionSchema } from '@/core/retention';
import { HolidaySchema, MOST_HOLIDAYS } from '@/core/time';

const strict = { additionalProperties: false } as const;

export const StoreSettingsSchema = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 80 }),
    url: Type.String({ format: 'uri', maxLength: 300 }),
    email: Type.String({ format: 'mail-address' }),
    /** Empty for none. */
    phone: Type.String({ maxLength: 60 }),
    /** One line; empty for none. */
    address: Type.String({ maxLength: 200 }),
    currency: Type.String({ format: 'currency' }),
    timeZone: Type.String({ format: 'time-zone' }),
    holidays: Type.Array(HolidaySchema, { maxItems: MOST_HOLIDAYS }),
    retention: RetentionSchema,
    /** How numbers of orders that are made here begin. */
    ownOrders: Type.String({ pattern: '^[A-Z][A-Z0-9]{0,9}-$' }),
  },
  strict,
);
export type StoreSettings = Static<typeof StoreSettingsSchema>;

/** What somebody saw and what they would have instead: saved only while the former still is what the store has. */
export const SaveSettingsSchema = Type.Object({ seen: StoreSettingsSchema, next: StoreSettingsSchema }, strict);
export type SaveSettings = Static<typeof SaveSettingsSchema>;

/** A calendar file as text. */
export const ReadHolidaysSchema = Type.Object({ text: Type.String({ maxLength: 2_000_000 }) }, strict);

/** What a calendar file holds: days to come, and how many entries are none: they have a time of day, or recur otherwise than yearly. */
export interface HolidaysFound {
  holidays: Static<typeof HolidaySchema>[];
  left: number;
}

/** Holidays are taken from a file for so many years after this one. */
export const HOLIDAYS_AHEAD_YEARS = 3;
