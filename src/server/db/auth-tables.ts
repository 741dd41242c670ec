/** Who may sign in, and as what in which store. */
import { bigint, boolean, index, int, mysqlTable, primaryKey, text, varchar } from 'drizzle-orm/mysql-core';
import type { AlertChoices, AlertKind } from '../../contract/alerts';
import type { CameBy } from '../../contract/colleagues';
import { MOST_CREDENTIAL_ID } from '../../contract/passkeys';
import type { Role } from '../../contract/policy';
import { address, exact, id, json, time } from './columns';
import { ofStore } from './store-table';

export const memberships = mysqlTable(
  'membership',
  {
    userId: varchar('user_id', { length: 36 })
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    storeId: ofStore(),
    role: varchar('role', { length: 20 }).$type<Role>().notNull(),
    /** Of a translator: the languages they are given; null for all of the store's. */
    languages: json<string[] | null>('languages'),
    /** Of a translator: they publish what they translated. */
    publishes: boolean('publishes').notNull().default(false),
    /** Switched off: they cannot come in, and stay in the list until they are removed. */
    off: boolean('off').notNull().default(false),
    /** When they were last in this store, to some minutes. */
    seenAt: time('seen_at'),
    /** What they are told by mail, as far as they chose it: see `alertsOf`. */
    alerts: json<Partial<AlertChoices> | null>('alerts'),
  },
  (t) => [primaryKey({ columns: [t.userId, t.storeId] })],
);

/** What colleagues are told with the next mail of a day, in the language that each reads. */
export const waitingAlerts = mysqlTable(
  'waiting_alert',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    userId: varchar('user_id', { length: 36 })
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    kind: varchar('kind', { length: 12 }).$type<AlertKind>().notNull(),
    subject: varchar('subject', { length: 500 }).notNull(),
    text: text('text').notNull(),
    /** Of messages that failed: how many of each notification, so that all of a day are told of as one. */
    counts: json<Record<string, number> | null>('counts'),
    at: time('at').notNull(),
  },
  (t) => [index('waiting_alert_of').on(t.storeId, t.userId)],
);

/** Invitations to a store. Of the secret in the link only a digest is kept. */
export const invitations = mysqlTable(
  'invitation',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    email: address('email').notNull(),
    role: varchar('role', { length: 20 }).$type<Role>().notNull(),
    tokenHash: varchar('token_hash', { length: 64 }).notNull().unique(),
    by: varchar('by_whom', { length: 120 }).notNull(),
    at: time('at').notNull(),
    until: time('until').notNull(),
    /** It is over: somebody came by it, or it was taken back. */
    overAt: time('over_at'),
  },
  (t) => [index('invitation_open').on(t.storeId, t.overAt)],
);

/** Links by which somebody sets a new password: of the secret only a digest is kept. */
export const passwordLinks = mysqlTable(
  'password_link',
  {
    tokenHash: varchar('token_hash', { length: 64 }).primaryKey(),
    userId: varchar('user_id', { length: 36 })
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    until: time('until').notNull(),
  },
  (t) => [index('password_link_user').on(t.userId)],
);

// The tables of better-auth, with the names and columns it expects.
export const user = mysqlTable('user', {
  id: varchar('id', { length: 36 }).primaryKey(),
  name: varchar('name', { length: 255 }).notNull(),
  email: varchar('email', { length: 255 }).notNull().unique(),
  emailVerified: boolean('email_verified').notNull().default(false),
  image: text('image'),
  /** In which language they read the interface; empty until they choose one. */
  reads: varchar('reads', { length: 10 }).notNull().default(''),
  /** Signing in asks for a code besides the password. */
  twoFactorEnabled: boolean('two_factor_enabled').notNull().default(false),
  createdAt: time('created_at').notNull(),
  updatedAt: time('updated_at').notNull(),
});

export const session = mysqlTable(
  'session',
  {
    id: varchar('id', { length: 36 }).primaryKey(),
    expiresAt: time('expires_at').notNull(),
    token: varchar('token', { length: 255 }).notNull().unique(),
    createdAt: time('created_at').notNull(),
    updatedAt: time('updated_at').notNull(),
    ipAddress: text('ip_address'),
    userAgent: text('user_agent'),
    /** By what they came in. */
    by: varchar('by_what', { length: 10 }).$type<CameBy>().notNull().default('password'),
    userId: varchar('user_id', { length: 36 })
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
  },
  (t) => [index('session_user').on(t.userId)],
);

export const account = mysqlTable(
  'account',
  {
    id: varchar('id', { length: 36 }).primaryKey(),
    /** Who it is at the provider: its `sub`, of which every letter counts (OpenID Connect Core, 2). */
    accountId: exact('account_id', 255).notNull(),
    providerId: text('provider_id').notNull(),
    userId: varchar('user_id', { length: 36 })
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    accessToken: text('access_token'),
    refreshToken: text('refresh_token'),
    idToken: text('id_token'),
    accessTokenExpiresAt: time('access_token_expires_at'),
    refreshTokenExpiresAt: time('refresh_token_expires_at'),
    scope: text('scope'),
    password: text('password'),
    createdAt: time('created_at').notNull(),
    updatedAt: time('updated_at').notNull(),
  },
  (t) => [index('account_user').on(t.userId)],
);

/** A second factor: a secret that a program for codes shares (TOTP, RFC 6238), and recovery codes; both sealed by the library. */
export const twoFactor = mysqlTable(
  'two_factor',
  {
    id: varchar('id', { length: 36 }).primaryKey(),
    userId: varchar('user_id', { length: 36 })
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    secret: varchar('secret', { length: 700 }).notNull(),
    backupCodes: text('backup_codes').notNull(),
    /** A code was read off it and entered: until then it is asked for nowhere. */
    verified: boolean('verified').notNull().default(false),
    failedVerificationCount: int('failed_verification_count').notNull().default(0),
    lockedUntil: time('locked_until'),
  },
  (t) => [index('two_factor_user').on(t.userId)],
);

/** Codes that were used just now: each lets in once (RFC 6238, 5.2). */
export const usedCodes = mysqlTable(
  'used_code',
  {
    userId: varchar('user_id', { length: 36 })
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    code: exact('code', 20).notNull(),
    at: time('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.userId, t.code] })],
);

/** Passkeys (WebAuthn): what opens the door in place of password and code. */
export const passkey = mysqlTable(
  'passkey',
  {
    id: varchar('id', { length: 36 }).primaryKey(),
    name: varchar('name', { length: 255 }),
    userId: varchar('user_id', { length: 36 })
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    /** base64url, of which every letter counts. */
    credentialID: exact('credential_id', MOST_CREDENTIAL_ID).notNull().unique(),
    publicKey: text('public_key').notNull(),
    counter: bigint('counter', { mode: 'number' }).notNull(),
    deviceType: varchar('device_type', { length: 32 }).notNull(),
    backedUp: boolean('backed_up').notNull(),
    transports: varchar('transports', { length: 255 }),
    aaguid: varchar('aaguid', { length: 36 }),
    createdAt: time('created_at'),
    /** When somebody came in by it last. */
    usedAt: time('used_at'),
  },
  (t) => [index('passkey_user').on(t.userId)],
);

export const verification = mysqlTable('verification', {
  id: varchar('id', { length: 36 }).primaryKey(),
  identifier: varchar('identifier', { length: 255 }).notNull(),
  value: text('value').notNull(),
  expiresAt: time('expires_at').notNull(),
  createdAt: time('created_at').notNull(),
  updatedAt: time('updated_at').notNull(),
});

export const rateLimit = mysqlTable('rate_limit', {
  id: varchar('id', { length: 36 }).primaryKey(),
  key: varchar('key', { length: 255 }).notNull().unique(),
  count: int('count').notNull(),
  lastRequest: bigint('last_request', { mode: 'number' }).notNull(),
});
