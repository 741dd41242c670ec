/** Faults of sending that are rehearsed: what goes wrong, for how long, and whether a message comes through it. */
import type { DeliveryState } from '../mail';

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
