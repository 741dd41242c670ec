/** Entries for a calendar (RFC 5545), each in the time zone of where it takes place, with that zone's rules. */
import ICAL from 'ical.js';
import { tzlib_get_ical_block } from 'timezones-ical-library';
import type { Appointment } from '@/core/order';

export interface CalendarOf {
  appointments: readonly Appointment[];
  /** The store's own zone, for entries that name none. */
  timeZone: string;
  /** Who offers them, and a domain that identifiers are told apart by. */
  store: { name: string; domain: string };
  /** What goods to collect are called, and a line below each entry. */
  orderNumber: string;
  /** BCP 47. */
  language: string;
  /** When the message is made, in ms since the epoch. */
  now: number;
}

/** The text of a calendar file. Line ends are CRLF. */
export function calendarText({ appointments, timeZone, store, orderNumber, language, now }: CalendarOf): string {
  const calendar = new ICAL.Component('vcalendar');
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', `-//Libellus//${language.toUpperCase()}`);
  calendar.updatePropertyWithValue('method', 'PUBLISH');
  const zones = new Map<string, ICAL.Timezone>();
  for (const name of new Set(appointments.map((a) => a.timeZone ?? timeZone))) {
    const [rules = ''] = tzlib_get_ical_block(name);
    // A zone without rules of its own, such as UTC.
    if (rules === '') continue;
    const component = ICAL.Component.fromString(rules);
    calendar.addSubcomponent(component);
    zones.set(name, new ICAL.Timezone(component));
  }
  for (const a of appointments) {
    const zone = zones.get(a.timeZone ?? timeZone);
    const event = new ICAL.Component('vevent');
    const text = (name: string, value: string | undefined): void => {
      if (value) event.updatePropertyWithValue(name, value);
    };
    const time = (name: string, instant: string): void => {
      const at = ICAL.Time.fromJSDate(new Date(instant), true);
      const property = event.updatePropertyWithValue(name, zone ? at.convertToZone(zone) : at);
      if (zone) property.setParameter('tzid', zone.tzid);
    };
    text('uid', `${a.uid}@${store.domain}`);
    event.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(new Date(now), true));
    time('dtstart', a.startsAt);
    time('dtend', a.endsAt);
    text('summary', `${a.summary || `${store.name} ${orderNumber}`}${a.seats ? ` (${a.seats})` : ''}`);
    text('description', `${store.name}, ${orderNumber}`);
    text('location', a.place);
    text('url', a.url);
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
}
