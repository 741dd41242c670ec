/** What the screen of the installation shows. */
import type { Reaching, Reading, Trend } from '@/core/trend';
import type { ProcessKind } from './figures';

/** A backup that was made. */
export interface Backup {
  /** RFC 3339. */
  at: string;
  bytes: number;
  /** How long it took. */
  ms: number;
}

/** Something that has an end, and when it will have come to it. */
export interface Ending {
  /** Tells it from others, for links. */
  id: string;
  kind: 'disk' | 'limit' | 'connections' | 'certificate';
  /** Of what: a service, a place of a certificate; empty for what there is one of. */
  name: string;
  /** Where it is seen to, from the store's own address; empty where that is no screen. */
  path: string;
  /** What of it is used now, and how much there is; none for a certificate. */
  now?: number;
  most?: number;
  /** One a day, oldest first. */
  readings: Reading[];
  /** None while there are too few readings. */
  trend?: Trend;
  reaching?: Reaching;
}

export interface ProcessSeen {
  id: string;
  kind: ProcessKind;
  /** It was heard of in the last seconds. */
  alive: boolean;
  /** RFC 3339. */
  seenAt: string;
  begunAt: string;
  clockAheadMs: number;
  loopLagMs: number;
  residentBytes: number;
  /** It has another secret than what is stored was sealed with. */
  wrongSecret: boolean;
}

/** How a node of the database stands with the others; `single` for a database of one. */
export type NodeState = 'single' | 'in-step' | 'joining' | 'giving' | 'cut-off' | 'away';

export interface NodeSeen {
  host: string;
  state: NodeState;
  /** Of MariaDB; empty for one that is away. */
  version: string;
  /** Writes of others that it has yet to take up. */
  behind: number;
  /** For which part of the last time it asked the others to wait for it, 0 to 1. */
  waitedFor: number;
  connections: { now: number; highest: number; most: number } | undefined;
}

export interface InstallationSeen {
  /** RFC 3339, by the database's clock. */
  at: string;
  /** What ends soonest first. */
  ends: Ending[];
  processes: ProcessSeen[];
  nodes: NodeSeen[];
  waiting: { due: number; oldestMs: number; planned: number; deferred: number; held: number; sending: number };
  /** Where there are several: those that the reader owns, and what of the others is due. Shares are of one sum. */
  stores: { id: string; name: string; due: number; oldestMs: number; share: number }[];
  otherStores: { due: number; oldestMs: number; share: number } | undefined;
  /** Its size, and how it changes a day; not known before the first reading, and the first days. */
  database: { bytes: number | undefined; perDay: number | undefined };
  /** Undefined when none was made. */
  backup: Backup | undefined;
  versions: { libellus: string; node: string; schema: string };
}
