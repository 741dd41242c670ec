/** A second factor: codes that a program on one's phone shows, and recovery codes. */
import { Type, type Static } from '@sinclair/typebox';

const strict = { additionalProperties: false } as const;

/** What proves that it is oneself: the password, of who has one. */
export const OwnPasswordSchema = Type.Object(
  { password: Type.Optional(Type.String({ minLength: 1, maxLength: 128 })) },
  strict,
);
export type OwnPassword = Static<typeof OwnPasswordSchema>;

export const FactorCodeSchema = Type.Object({ code: Type.String({ minLength: 1, maxLength: 20 }) }, strict);
export type FactorCode = Static<typeof FactorCodeSchema>;

/** A browser that somebody trusts is not asked for a code for so many days. */
export const TRUSTED_DAYS = 30;

/** How it stands with somebody's second factor. */
export interface FactorState {
  on: boolean;
  /** Recovery codes that were not used yet. */
  codesLeft: number;
  /** Names of the stores of theirs that ask for two factors. */
  requiredBy: string[];
  /** They have a password, which is asked for before anything of this is changed. */
  hasPassword: boolean;
}

/** A second factor that was begun: shown this once, and asked for once a code from it was entered. */
export interface FactorBegun {
  /** For a program that reads no pictures: base32 (RFC 4648), in groups of four. */
  key: string;
  /** The same as a QR code: a data address of a PNG. */
  picture: string;
  recoveryCodes: string[];
}

export const RequireFactorSchema = Type.Object({ required: Type.Boolean() }, strict);
export type RequireFactor = Static<typeof RequireFactorSchema>;
