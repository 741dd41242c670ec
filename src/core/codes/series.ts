/** Series of codes, from which each customer or each order gets one of its own. */
import type { CodeValue, CodeConditions } from './code';

export interface CodeSeries extends CodeValue, Omit<CodeConditions, 'customer'> {
  id: string;
  name: string;
  /** What made codes begin with. */
  prefix: string;
  /** Who gets one of their own: a person once, or each order. */
  per: 'customer' | 'order';
  /** Codes are made when they are needed, or were brought in and are handed out. */
  supply: 'made' | 'brought';
  /** Milliseconds since the epoch after which no code of it holds. */
  endsAt?: number;
  /** How many days a code holds from when it was given. */
  days?: number;
  /** Codes given. */
  given: number;
  /** Codes there are still to give; undefined where as many are made as are needed. */
  left?: number;
}

/** Letters and figures that are not taken for each other when they are read or said (Crockford's base 32). */
const ALPHABET = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const GROUP = 4;

/** Bytes of chance that a code is made from: with 8 of 32 letters, one in a million million is guessed. */
export const CODE_BYTES = 8;

/** A code out of bytes of chance: "LEAF-4F7K-9M2P". */
export function codeFrom(prefix: string, chance: Uint8Array): string {
  const letters = Array.from(chance.subarray(0, CODE_BYTES), (byte) => ALPHABET[byte % ALPHABET.length]).join('');
  const groups = [letters.slice(0, GROUP), letters.slice(GROUP)];
  return (prefix === '' ? groups : [prefix, ...groups]).join('-');
}

/** The code that stands on a sheet for those that customers get. */
export const sampleCodeOf = ({ prefix }: Pick<CodeSeries, 'prefix'>): string =>
  codeFrom(prefix, new Uint8Array([4, 15, 7, 19, 9, 20, 2, 22]));

const DAY_MS = 86_400_000;

/** Until when a code holds that is given at a time; undefined when it does not end. Both in ms since the epoch. */
export function endOfGiven({ endsAt, days }: Pick<CodeSeries, 'endsAt' | 'days'>, givenAt: number): number | undefined {
  const own = days === undefined ? undefined : givenAt + days * DAY_MS;
  return own === undefined || endsAt === undefined ? (own ?? endsAt) : Math.min(own, endsAt);
}
