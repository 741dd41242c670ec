/** Faults of sending that are rehearsed: what goes wrong, for how long, and whether a message comes through it. */
import type { DeliveryState } from '../mail';
import { cover } from './cover';
import type { PlannedLife } from './plan';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

/** Where in a conversation (RFC 5321) something goes wrong. */
export type FaultStep = 'connect' | 'greeting' | 'certificate' | 'sign-in' | 'recipient' | 'message';

/** What a server does instead of what it should. */
export type Misdeed =
  | { code: number; says: string }
  | 'is away'
  | 'hangs up'
  | 'takes it and hangs up'
  | 'says nothing'
  | 'cannot be trusted';

export interface FaultKind {
  /** Of the service that is asked first; or of the reader's mail server, which answers the same whoever brings it. */
  of: 'service' | 'reader';
  step: FaultStep;
  does: Misdeed;
  /** For how long, ms. */
  lasts: number;
  /** Only so often. */
  times?: number;
}

/** What goes wrong after a message was taken. */
export type Afterwards = 'unsigned' | 'returned';

export const FAULT_KINDS = {
  away: { of: 'service', step: 'connect', does: 'is away', lasts: HOUR },
  later: { of: 'service', step: 'greeting', does: { code: 421, says: '4.3.2 Try again later' }, lasts: HOUR },
  silent: { of: 'service', step: 'recipient', does: 'says nothing', lasts: HOUR },
  'hangs-up': { of: 'service', step: 'message', does: 'hangs up', lasts: HOUR },
  'takes-twice': { of: 'service', step: 'message', does: 'takes it and hangs up', lasts: HOUR, times: 1 },
  certificate: { of: 'service', step: 'certificate', does: 'cannot be trusted', lasts: HOUR },
  'sign-in': {
    of: 'service',
    step: 'sign-in',
    does: { code: 535, says: '5.7.8 Credentials invalid' },
    lasts: HOUR,
  },
  limit: {
    of: 'service',
    step: 'message',
    does: { code: 450, says: '4.7.28 Rate limit of this account' },
    lasts: HOUR,
  },
  greylists: {
    of: 'reader',
    step: 'recipient',
    does: { code: 451, says: '4.7.1 Greylisted, come back later' },
    lasts: MINUTE,
  },
  full: { of: 'reader', step: 'recipient', does: { code: 452, says: '4.2.2 Mailbox full' }, lasts: 30 * DAY },
  'no-mailbox': {
    of: 'reader',
    step: 'recipient',
    does: { code: 550, says: '5.1.1 No such mailbox' },
    lasts: 30 * DAY,
  },
  unwanted: { of: 'reader', step: 'message', does: { code: 554, says: '5.7.1 Not wanted here' }, lasts: 30 * DAY },
} as const satisfies Record<string, FaultKind>;

export type Fault = keyof typeof FAULT_KINDS | Afterwards;

/** In the order in which they are shown. */
export const FAULTS: readonly Fault[] = [
  ...(Object.keys(FAULT_KINDS) as (keyof typeof FAULT_KINDS)[]),
  'returned',
  'unsigned',
];

/** What became of a message while something went wrong. */
export interface FaultFound {
  fault: Fault;
  /** How often it arrived. */
  came: number;
  /** So long after it was due it arrived, ms; undefined for what did not. */
  afterMs?: number;
  tries: number;
  /** The service that took it; empty for what none took. */
  via: string;
  state: DeliveryState;
  /** What stands in its record at the end, and what is to be done, in kept words. */
  words: string;
  remedy: string;
  /** What arrived is signed, and the signature holds. */
  signed: boolean;
}

/** All that was found, and the message that it was found with. */
export interface FaultsTried {
  notificationId: string;
  variantId: string;
  language: string;
  recipient: string;
  found: FaultFound[];
}

/** Ends that the store's people are shown until somebody sees to them. */
const TOLD: readonly DeliveryState[] = ['failed', 'held', 'bounced', 'withheld'];

/**
 * What is to be said of a message with a fault: it arrived; or it did not, or not as it should, and that is on record; or nobody would
 * know of it.
 */
export function faultOutcome({ fault, came, state, signed }: FaultFound): 'right' | 'noted' | 'wrong' {
  if (fault === 'returned') return state === 'bounced' ? 'noted' : 'wrong';
  if (came === 0) return TOLD.includes(state) ? 'noted' : 'wrong';
  if (came > 1) return 'noted';
  return fault === 'unsigned' && !signed ? 'noted' : 'right';
}

/** A message that did not arrive as it should while something went wrong. */
export interface FaultExample {
  notificationId: string;
  variantId: string;
  language: string;
  role: 'customer' | 'contact' | 'staff';
  recipient: string;
  outcome: 'noted' | 'wrong';
  came: number;
  state: DeliveryState;
  /** What stands in its record at the end, in kept words. */
  words: string;
  /** How many messages of the same version ended alike. */
  times: number;
}

/** What became of all messages of a rehearsal while something went wrong. */
export interface FaultTally {
  fault: Fault;
  right: number;
  noted: number;
  wrong: number;
  /** The longest from when one was due until it arrived, ms. */
  latestMs: number;
  mostTries: number;
  /** How many each service took. */
  via: Record<string, number>;
  /** Of what is not right, each version that ended alike once. */
  examples: FaultExample[];
}

export const emptyTally = (fault: Fault): FaultTally => ({
  ...{ fault, right: 0, noted: 0, wrong: 0, latestMs: 0, mostTries: 0, via: {}, examples: [] },
});

/** More examples of one fault than these are only counted. */
const MOST_EXAMPLES = 60;

/** Counts what became of one more message. */
export function tallied(
  tally: FaultTally,
  message: Pick<FaultExample, 'notificationId' | 'variantId' | 'language' | 'role' | 'recipient'>,
  found: FaultFound,
): FaultTally {
  const outcome = faultOutcome(found);
  const { came, afterMs = 0, tries, via, state, words } = found;
  const next = {
    ...tally,
    [outcome]: tally[outcome] + 1,
    latestMs: Math.max(tally.latestMs, came > 0 ? afterMs : 0),
    mostTries: Math.max(tally.mostTries, tries),
    via: via === '' ? tally.via : { ...tally.via, [via]: (tally.via[via] ?? 0) + 1 },
  };
  if (outcome === 'right') return next;
  const alike = tally.examples.findIndex(
    (e) =>
      e.variantId === message.variantId &&
      e.role === message.role &&
      e.outcome === outcome &&
      e.state === state &&
      e.came === came,
  );
  const known = tally.examples[alike];
  if (known) return { ...next, examples: tally.examples.with(alike, { ...known, times: known.times + 1 }) };
  if (tally.examples.length >= MOST_EXAMPLES) return next;
  const { notificationId, variantId, language, role, recipient } = message;
  const about = { notificationId, variantId, language, role, recipient };
  return { ...next, examples: [...tally.examples, { ...about, outcome, came, state, words, times: 1 }] };
}

/**
 * The lives that faults are tried with: the fewest that have each version to each kind of reader, at each place of a series. In which
 * language it is decides nothing of how it is sent.
 */
export function livesForFaults<T extends Pick<PlannedLife, 'expected'>>(lives: readonly T[]): T[] {
  const sets = lives.map(
    ({ expected }) =>
      new Set(expected.messages.map((m) => `${m.notificationId} ${m.variantId} ${m.recipient.role} ${m.turn}`)),
  );
  return cover(sets)
    .toSorted((a, b) => a - b)
    .map((i) => lives[i]!);
}

/** How far the faults are that are tried with all messages. */
export interface FaultsOfAll {
  /** Those that were tried to their end, in the order of {@link FAULTS}. */
  tallies: FaultTally[];
  /** Orders to live for each, and lived for the one that is being tried. */
  lives: number;
  lived: number;
  tookMs: number;
}
