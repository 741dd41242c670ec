/** The steps of talking to a sending service, how one can fail, and what such a failure comes down to. */
import { say } from '../../words/diagnosis';
import { inEachLanguage } from '../../words/speak';
import type { SmtpReply } from './reply';

/** The steps of talking to a sending service, in order. */
export const CHECK_STEPS = ['resolve', 'connect', 'tls', 'sign-in', 'sender', 'recipient', 'message'] as const;
export type CheckStep = (typeof CHECK_STEPS)[number];

export const STEP_LABELS: Record<CheckStep, string> = inEachLanguage(() => ({
  resolve: say.stepResolve,
  connect: say.stepConnect,
  tls: say.stepTls,
  'sign-in': say.stepSignIn,
  sender: say.stepSender,
  recipient: say.stepRecipient,
  message: say.stepMessage,
}));

/** `offered`: STARTTLS when the server has it, and in clear when not. */
export type Security = 'tls' | 'starttls' | 'offered' | 'none';

export interface Failure {
  step: CheckStep;
  /** The server's answer, when it gave one. */
  reply?: SmtpReply;
  /** An error code of the connection, as Node.js names it: ENOTFOUND, ECONNREFUSED, CERT_HAS_EXPIRED ... */
  code?: string;
  /** The error's own text, for the cases nothing else is known of. */
  detail?: string;
  host: string;
  port: number;
  security: Security;
  user?: string | undefined;
  sender?: string;
}

/** What a failure comes down to; each has its own words and its own consequences for what happens next. */
export const CAUSE_KINDS = [
  'name unknown',
  'name not answered',
  'nothing listens',
  'unreachable',
  'silent',
  'dropped',
  'speaks plain',
  'speaks TLS',
  'not SMTP',
  'no STARTTLS',
  'certificate expired',
  'certificate for another name',
  'certificate self-signed',
  'certificate unknown',
  'no way to sign in',
  'sign-in needed',
  'wrong password',
  'sign-in refused',
  'needs TLS',
  'sender refused',
  'recipient refused',
  'refused by policy',
  'relay denied',
  'greylisted',
  'limit reached',
  'mailbox full',
  'too large',
  'content refused',
  'busy',
  'address not sendable',
  'other',
] as const;
export type CauseKind = (typeof CAUSE_KINDS)[number];

/** What is wrong and what to do about it, as kept words (`words/kept`): a check and an attempt are read later. */
export interface Diagnosis {
  kind: CauseKind;
  cause: string;
  remedy: string;
}
