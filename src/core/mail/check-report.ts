/** What a check of a service reports: kept with the service, and shown step by step. */
import type { CheckStep, Diagnosis } from './causes';

export interface StepReport {
  step: CheckStep;
  label: string;
  state: 'passed' | 'failed' | 'not reached' | 'not needed';
  ms: number;
  /** What was learnt: addresses, the certificate's names, the size allowed. */
  facts: string[];
  /** The lines said, "C: " by us and "S: " by the server. Passwords never stand in them. */
  lines: string[];
  diagnosis?: Diagnosis;
}

export interface CheckReport {
  passed: boolean;
  /** Against which settings: "smtp.example:587 as orders@example". */
  of: string;
  /** ISO 8601. */
  at: string;
  steps: StepReport[];
  /** The largest message it takes, in bytes (SIZE, RFC 1870), when it says so. */
  size?: number;
}

/** How one signs in to a service; \`auto\` takes the first that both sides know. */
export type SignInMethod = 'auto' | 'plain' | 'login' | 'cram-md5';
