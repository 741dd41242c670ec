/** What the screen of the living proof shows and sends. */
import { Type, type Static } from '@sinclair/typebox';
import { PROOF_EVERY, type Authentication, type ProofStanding } from '@/core/proof';

export const PROOF_READERS = ['listener', 'imap'] as const;
export type ProofReader = (typeof PROOF_READERS)[number];
export const PROOF_SECURITY = ['tls', 'starttls', 'none'] as const;
export type ProofSecurity = (typeof PROOF_SECURITY)[number];

const oneOf = <T extends string>(values: readonly T[]) => Type.Union(values.map((v) => Type.Literal(v)));

/** How a mailbox is reached. */
export const ProofMailboxSchema = Type.Object(
  {
    every: oneOf(PROOF_EVERY),
    reader: oneOf(PROOF_READERS),
    address: Type.String({ maxLength: 254 }),
    host: Type.String({ maxLength: 253 }),
    port: Type.Integer({ minimum: 1, maximum: 65_535 }),
    security: oneOf(PROOF_SECURITY),
    user: Type.String({ maxLength: 254 }),
    /** Left out to keep the one that is stored. */
    password: Type.Optional(Type.String({ maxLength: 500 })),
  },
  { additionalProperties: false },
);
export type ProofMailbox = Static<typeof ProofMailboxSchema>;

export interface ProofRow {
  id: string;
  service: string;
  serviceId: string;
  domain: string;
  recipient: string;
  standing: ProofStanding;
  /** When it was begun, ISO. */
  at: string;
  /** From its service taking it until it was in the mailbox, ms. */
  tookMs?: number;
  folder: string;
  authentication: Authentication;
  words: string;
  remedy: string;
}

export interface ProofPathView {
  serviceId: string;
  service: string;
  domain: string;
  sender: string;
  /** The newest first. */
  proofs: ProofRow[];
}

export interface ProofView {
  mailbox?: Omit<ProofMailbox, 'password'> & {
    hasPassword: boolean;
    nextAt?: string;
    readAt?: string;
    trouble?: { since: string; words: string; remedy: string };
  };
  /** The domain that proofs come back at to our own listener; none when no domain leads there. */
  listensAt?: string;
  paths: ProofPathView[];
  leftOut: { serviceId: string; service: string; why: 'paused' | 'no sender' }[];
}
