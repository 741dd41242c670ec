/** What the screens of Sending are given. */
import type {
  CheckReport,
  Forecast,
  Security,
  SenderKind,
  SenderTrouble,
  ServiceKind,
  SignInMethod,
  Candidate,
} from '@/core/mail';
import type { JudgedRecord } from '@/core/domain';

export interface ServiceOnScreen {
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

export interface SenderOnScreen {
  kind: SenderKind;
  name: string;
  address: string;
  replyTo: string;
  hint?: string;
  trouble?: SenderTrouble & { service: string };
}

export interface DomainOnScreen {
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

export interface WithheldOnScreen {
  id: string;
  pattern: string;
  reason: string;
  kinds: SenderKind[];
  source: 'hand' | 'bounce';
  deliveryId?: string;
  by: string;
  at: string;
}

export interface ChannelOnScreen {
  id: string;
  name: string;
  customerMail: boolean;
  maskedDomain: string;
  maskedKinds: SenderKind[];
}

export type PictureChoice = 'linked' | 'inline';
