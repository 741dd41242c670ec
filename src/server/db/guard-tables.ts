/** What keeps guessing slow, and what the installation knows of itself. */
import { double, int, mysqlTable, primaryKey, text, varchar } from 'drizzle-orm/mysql-core';
import { time } from './columns';

/** Failed tries of a password or a code, by whom they are counted against. */
export const guesses = mysqlTable('guess', {
  /** SHA-256 of what is counted: an account, a network, or a browser that signed in to an account before. */
  key: varchar('key', { length: 64 }).primaryKey(),
  failures: int('failures').notNull().default(0),
  /** Nothing is tried before, by the database's clock. */
  waitUntil: time('wait_until').notNull(),
  lastAt: time('last_at').notNull(),
});

/** Figures of the installation, read each hour: what it grows by is worked out of them. */
export const readings = mysqlTable(
  'reading',
  {
    /** `database.bytes`, `disk.used`, `disk.size`. */
    name: varchar('name', { length: 40 }).notNull(),
    at: time('at').notNull(),
    value: double('value').notNull(),
  },
  (t) => [primaryKey({ columns: [t.name, t.at] })],
);

/** Until when a certificate that services or readers are met with holds; looked at once a day. */
export const certificates = mysqlTable('certificate', {
  /** `host:port`. */
  place: varchar('place', { length: 262 }).primaryKey(),
  until: time('until').notNull(),
  seenAt: time('seen_at').notNull(),
});

/** Facts of the installation by name: a sealed text that the secret must open, the lock of migrations, the newest backup. */
export const installation = mysqlTable('installation', {
  name: varchar('name', { length: 40 }).primaryKey(),
  value: text('value').notNull(),
});
