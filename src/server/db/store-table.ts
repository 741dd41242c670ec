/** The stores of an installation. */
import { boolean, int, mysqlTable, varchar } from 'drizzle-orm/mysql-core';
import type { Fallbacks } from '@/core/plan';
import type { StoreFacts } from '@/core/snapshot';
import type { Terms } from '@/core/terms';
// By its path: this file is also read where no aliases are known.
import { ANY_CONTACTS, type ContactLimits } from '../../core/order/contacts';
import { OWN_ORDERS } from '../../core/order/contradiction';
import { DEFAULT_RETENTION, type Retention } from '../../core/retention';
import type { Holiday } from '../../core/time/holidays';
import { json, lookColumn, time } from './columns';

export const stores = mysqlTable('store', {
  id: varchar('id', { length: 40 }).primaryKey(),
  name: varchar('name', { length: 80 }).notNull(),
  language: varchar('language', { length: 20 }).notNull(),
  languages: json<string[]>('languages').notNull(),
  /** Locale that figures and dates are written in, by language: { en: "en-GB" }. */
  locales: json<Record<string, string>>('locales').notNull(),
  /** What readers of a language get where a message is not complete in it, by language. */
  fallbacks: json<Fallbacks>('fallbacks')
    .notNull()
    .$defaultFn(() => ({})),
  currency: varchar('currency', { length: 3 }).notNull(),
  timeZone: varchar('time_zone', { length: 60 }).notNull(),
  /** Days that are no working days, besides Saturdays and Sundays, in order. */
  holidays: json<Holiday[]>('holidays')
    .notNull()
    .$defaultFn(() => []),
  facts: json<Omit<StoreFacts, 'terms' | 'ordersUrl' | 'preferences'>>('facts').notNull(),
  /** Payment, shipping, carriers, and what its own names are in each language. */
  terms: json<Terms>('terms')
    .notNull()
    .$defaultFn(() => ({ payments: [], shipping: [], carriers: [], names: [], withoutParcel: [] })),
  /** Grows by one with each change of the terms. */
  termsRevision: int('terms_revision').notNull().default(1),
  /** Whether pictures travel in the message or are fetched when it is opened. */
  pictures: varchar('pictures', { length: 8 }).$type<'linked' | 'inline'>().notNull().default('linked'),
  /** The published look: what messages wear now. */
  look: lookColumn('look').notNull(),
  /** Grows by one with each change of what planning reads, so that a planner prepared once is used until then. */
  settingsRevision: int('settings_revision').notNull().default(1),
  /** How many contacts a customer may have, and which labels there are. */
  contactLimits: json<ContactLimits>('contact_limits')
    .notNull()
    .$defaultFn(() => ANY_CONTACTS),
  /** Domains that addresses which an order names for its messages may have, in small letters. */
  peopleDomains: json<string[]>('people_domains')
    .notNull()
    .$defaultFn(() => []),
  /** Its customers have a page where they keep language, contacts and wanted messages. */
  preferencesPage: boolean('preferences_page').notNull().default(false),
  /** It rehearses by itself: after changes, each night. */
  rehearsesChanges: boolean('rehearses_changes').notNull().default(false),
  rehearsesNights: boolean('rehearses_nights').notNull().default(false),
  /** Pictures are taken of what was rehearsed. */
  rehearsesPictures: boolean('rehearses_pictures').notNull().default(false),
  /** It is asked whether what rehearsed messages lead to answers. */
  rehearsesLinks: boolean('rehearses_links').notNull().default(false),
  /** Versions are published only once a rehearsal of them has passed. */
  requiresRehearsal: boolean('requires_rehearsal').notNull().default(false),
  /** How numbers of orders that are made here begin, the one in force first; those of before stay theirs. */
  ownOrders: json<string[]>('own_orders')
    .notNull()
    .$defaultFn(() => [OWN_ORDERS]),
  /** Who works in it signs in with two factors. */
  requiresTwoFactors: boolean('requires_two_factors').notNull().default(false),
  /** Its part of what workers send while other stores wait as well: a whole number from 1, against theirs. */
  sendingShare: int('sending_share').notNull().default(1),
  /** A worker sees to what colleagues are to be told until then; others may afterwards. */
  alertsUntil: time('alerts_until'),
  /** When colleagues were last told that messages failed. */
  failuresToldAt: time('failures_told_at'),
  /** Since when it is closed: no event is taken, nothing is changed. */
  closedAt: time('closed_at'),
  closedBy: varchar('closed_by', { length: 120 }).notNull().default(''),
  /** How long what is kept of customers is kept. */
  retention: json<Retention>('retention')
    .notNull()
    .$defaultFn(() => DEFAULT_RETENTION),
});

/** Of what belongs to a store: gone when the store is deleted. */
export const ofStore = () =>
  varchar('store_id', { length: 40 })
    .notNull()
    .references(() => stores.id, { onDelete: 'cascade' });
