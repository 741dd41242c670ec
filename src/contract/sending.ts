/** What the screens of Sending are given: services, senders, domains, addresses not written to, channels. */
import type { JudgedRecord } from '@/core/domain';
import type {
  Candidate,
  CheckReport,
  Forecast,
  Security,
  SenderKind,
  SenderTrouble,
  ServiceKind,
  SignInMethod,
} from '@/core/mail';

export interface ServiceView {
  id: string;
  name: string;
  kind: ServiceKind;
  host: string;
  port: number;
  security: Security;
  signIn: SignInMethod;
  user: string;
  hasPassword: boolean;
  ehloName: string;
  connections: number;
  messagesPerConnection: number;
  perMinute: number | null;
  perDay: number | null;
  renewsAt: string;
  timeout: number;
  domains: string[];
  spf: string;
  paused: boolean;
  resting?: { until: string; words: string };
  check?: CheckReport;
  use: {
    used: number;
    lastHours: number;
    day: { from: number; until: number };
    hours: { start: number; taken: number }[];
  };
  forecast?: Forecast;
  refuses: { address: string; trouble: SenderTrouble }[];
}

export interface Found {
  found: Candidate | undefined;
  looked: { candidate: Candidate; trouble?: string }[];
  said: string[];
}

export interface SenderView {
  kind: SenderKind;
  name: string;
  address: string;
  replyTo: string;
  /** Answers are kept with their order and passed on. */
  takesReplies: boolean;
  /** What comes back to its domain comes to us, so answers can, too. */
  mayTakeReplies: boolean;
  hint?: string;
  /** Why no service sends as it, with the ways out. */
  trouble?: SenderTrouble & { service: string };
}

export interface DomainView {
  name: string;
  good: boolean;
  signing: boolean;
  bouncing: boolean;
  records: JudgedRecord[];
  right: number;
  must: number;
  selector: string;
  nextSelector: string;
  lookedAt?: string;
  nextLookAt: string;
  goodSince?: string;
}

export interface WithheldView {
  id: string;
  pattern: string;
  reason: string;
  kinds: SenderKind[];
  /** For messages that are no sender's kind: in words. */
  only?: string;
  source: 'hand' | 'bounce' | 'refusal' | 'reader';
  deliveryId?: string;
  by: string;
  at: string;
}

export interface ChannelView {
  id: string;
  name: string;
  /** Whether its customers may be written to at all. */
  customerMail: boolean;
  /** Domain of the addresses it gives instead of the customers' own; empty when it gives real ones. */
  maskedDomain: string;
  /** What may go to those addresses; empty for all kinds. */
  maskedKinds: SenderKind[];
}

export type PictureWay = 'linked' | 'inline';
