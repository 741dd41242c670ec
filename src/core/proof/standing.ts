/** What a proof shows: a small true message that went out by one path, to a mailbox of the store's own where it is read back. */
import type { Authentication } from './authentication';

/**
 * How far a proof has come: it waits to go out, was taken by its service, was found in the mailbox, was refused for good, came back as a
 * bounce, or was left out because its service may take no more just now.
 */
export const PROOF_STATES = ['waiting', 'sent', 'arrived', 'refused', 'returned', 'unsent'] as const;
export type ProofState = (typeof PROOF_STATES)[number];

/** What is read off a proof. The first four are no fault. */
export const PROOF_STANDINGS = [
  'good',
  'under way',
  'unsent',
  'unread',
  'late',
  'junk',
  'not vouched for',
  'missing',
  'returned',
  'refused',
] as const;
export type ProofStanding = (typeof PROOF_STANDINGS)[number];

const HARMLESS: readonly ProofStanding[] = ['good', 'under way', 'unsent', 'unread'];

/** Whether owners have to hear of it. */
export const isBadProof = (standing: ProofStanding): boolean => !HARMLESS.includes(standing);

/** What has not arrived after so long is missing, ms; what arrives later is late. */
export const PROOF_LATE_MS = 15 * 60_000;
/** What is missing is still looked for until then, ms. */
export const PROOF_GIVEN_UP_MS = 86_400_000;

export interface ProofFacts {
  state: ProofState;
  /** When its service took it, ms since 1970. */
  sentAt?: number | undefined;
  /** When the mailbox got it. */
  arrivedAt?: number | undefined;
  /** The mailbox keeps the folder that it was put into for what nobody wants. */
  junk: boolean;
  authentication: Authentication;
  /** It went out signed. */
  signed: boolean;
}

/**
 * What a proof shows at a time.
 *
 * @param readAt when the mailbox was last read to its end, ms since 1970; what could not be read cannot be said to be missing
 */
export function proofStanding(proof: ProofFacts, now: number, readAt: number): ProofStanding {
  switch (proof.state) {
    case 'waiting':
      return 'under way';
    case 'unsent':
    case 'refused':
    case 'returned':
      return proof.state;
    case 'sent': {
      const late = (proof.sentAt ?? now) + PROOF_LATE_MS;
      if (now < late) return 'under way';
      return readAt >= late ? 'missing' : 'unread';
    }
    case 'arrived':
      if (!vouchedFor(proof)) return 'not vouched for';
      if (proof.junk) return 'junk';
      return (proof.arrivedAt ?? 0) - (proof.sentAt ?? 0) > PROOF_LATE_MS ? 'late' : 'good';
  }
}

/** A mailbox that says nothing of it is not held against the store; one that says "fail" is. */
function vouchedFor({ authentication: { spf, dkim, dmarc }, signed }: ProofFacts): boolean {
  if (spf === '' && dkim === '' && dmarc === '') return true;
  if (dmarc !== '' && dmarc !== 'none') return dmarc === 'pass' && (!signed || dkim === 'pass' || dkim === '');
  return signed ? dkim === 'pass' || (dkim === '' && spf === 'pass') : spf === 'pass' || dkim === 'pass';
}

/** How often proofs go out. */
export const PROOF_EVERY = ['off', 'hour', 'day'] as const;
export type ProofEvery = (typeof PROOF_EVERY)[number];

const HOUR_MS = 3_600_000;
export const PROOF_EVERY_MS: Record<Exclude<ProofEvery, 'off'>, number> = { hour: HOUR_MS, day: 24 * HOUR_MS };

/** How often proofs that wait are looked for, by the age of the youngest, ms: often while they may come any moment. */
export function nextProofLook(ageMs: number): number {
  if (ageMs < 60_000) return 4_000;
  if (ageMs < 300_000) return 15_000;
  if (ageMs <= PROOF_LATE_MS + 60_000) return 60_000;
  return 30 * 60_000;
}

/** What is put off is tried again after so long, by how often it was tried; after the last it is refused. */
export const PROOF_RETRIES_MS: readonly number[] = [60_000, 240_000];
