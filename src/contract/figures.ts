/** What a process counts of its own work, and how it fares; told with its heartbeat, so that one place can show all of them. */

/**
 * What is counted: tries of messages by how they ended, those that failed by cause, events by how they were answered, messages planned by
 * moment, and messages taken up of workers that ended.
 */
export type Counted = 'attempts' | 'causes' | 'events' | 'planned' | 'interrupted';

export type ProcessKind = 'worker' | 'web' | 'rehearser' | 'bounces';

export interface Figures {
  /** Since the process began, by what is counted and how it ended. */
  counts: Partial<Record<Counted, Record<string, number>>>;
  /** How late its timers were, of a hundred of them all but one, ms since the figures before. */
  loopLagMs: number;
  residentBytes: number;
  /** Connections to the database that were in use at once, of how many, and how many waited for one, since the figures before. */
  pool?: { used: number; waiting: number; most: number };
  /** When it began, ms since 1970. */
  begunAt: number;
}
