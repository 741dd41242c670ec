/** What the screen of colleagues, invitations and one's own page are given. */
import { Type, type Static } from '@sinclair/typebox';
import type { OwnAlerts } from './alerts';
import { ROLES, type Role } from './policy';

const strict = { additionalProperties: false } as const;
const role = Type.Union(ROLES.map((r) => Type.Literal(r)));
const userId = Type.String({ minLength: 1, maxLength: 36 });

export interface Colleague {
  id: string;
  name: string;
  email: string;
  role: Role;
  /** Switched off: they cannot come in. */
  off: boolean;
  /** They sign in with two factors. */
  twoFactors: boolean;
  /** They have a passkey, which stands for both. */
  passkey: boolean;
  /** They signed in through the provider. */
  atProvider: boolean;
  /** When they were last here (ISO 8601), to some minutes. */
  seenAt?: string;
}

export interface Invitation {
  id: string;
  email: string;
  role: Role;
  by: string;
  until: string;
  /** Its time is over: it can be sent again. */
  over: boolean;
}

export interface Colleagues {
  colleagues: Colleague[];
  invitations: Invitation[];
  /** Who works here signs in with two factors. */
  required: boolean;
  /** Whoever asks would not shut themselves out by asking everybody for two. */
  mayRequire: boolean;
  /** What people call the provider through which one can sign in. */
  provider?: string;
}

/** An invitation as it was made: its link is told this once. */
export interface MadeInvitation {
  email: string;
  url: string;
  /** The store's sending service took it. */
  sent: boolean;
}

export const InviteSchema = Type.Object({ email: Type.String({ format: 'mail-address' }), role }, strict);
export type Invite = Static<typeof InviteSchema>;

export const InvitationIdSchema = Type.Object({ id: Type.String({ minLength: 1, maxLength: 40 }) }, strict);

export const ColleagueIdSchema = Type.Object({ id: userId }, strict);

export const ChangeColleagueSchema = Type.Object(
  { id: userId, role: Type.Optional(role), off: Type.Optional(Type.Boolean()) },
  strict,
);
export type ChangeColleague = Static<typeof ChangeColleagueSchema>;

/** What a colleague is in one of the stores of whoever asks; nothing without a role. */
export interface ColleagueStore {
  id: string;
  name: string;
  role?: Role;
  off: boolean;
}

/** Makes a colleague something in a store; without a role they are taken out of it. */
export const PlaceColleagueSchema = Type.Object({ id: userId, role: Type.Optional(role) }, strict);
export type PlaceColleague = Static<typeof PlaceColleagueSchema>;

/** What a link invites to, for who opens it. */
export interface OpenInvitation {
  store: { id: string; name: string };
  email: string;
  role: Role;
  by: string;
  until: string;
  zone: string;
  /** Somebody signs in with this address already. */
  known: boolean;
}

const password = Type.String({ minLength: 10, maxLength: 128 });

export const JoinSchema = Type.Object({ name: Type.String({ minLength: 1, maxLength: 120 }), password }, strict);
export type Join = Static<typeof JoinSchema>;

export const OwnNameSchema = Type.Object({ name: Type.String({ minLength: 1, maxLength: 120 }) }, strict);
export type OwnName = Static<typeof OwnNameSchema>;

export const NewPasswordSchema = Type.Object(
  { before: Type.String({ minLength: 1, maxLength: 128 }), password },
  strict,
);
export type NewPassword = Static<typeof NewPasswordSchema>;

export const EndSessionSchema = Type.Object({ id: userId }, strict);

/** By what somebody came in: a password alone, a code besides, a passkey, or a provider (OpenID Connect). */
export type CameBy = 'password' | 'code' | 'passkey' | 'provider';

export interface OwnSession {
  id: string;
  /** The one that asks. */
  here: boolean;
  since: string;
  lastAt: string;
  /** As the browser calls itself, in short. */
  browser: string;
  network: string;
  by: CameBy;
}

export interface OwnPage {
  name: string;
  email: string;
  /** They sign in by a password, or can. */
  hasPassword: boolean;
  /** Through what they can sign in besides (OpenID Connect), and whether they did. */
  provider?: { name: string; linked: boolean };
  sessions: OwnSession[];
  stores: { id: string; name: string; role: Role }[];
  /** Of the store in which the page is. */
  alerts: OwnAlerts;
}

export const SetPasswordSchema = Type.Object({ password }, strict);
export type SetPassword = Static<typeof SetPasswordSchema>;
