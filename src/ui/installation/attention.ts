/** What of the installation somebody should see to. */
import type { Ending, InstallationSeen, NodeSeen, ProcessSeen } from '@/contract/installation';
import { OVERDUE_MS } from '@/core/mail/state';
import { DAY_MS } from '@/core/trend';

/** What is reached within so many days is to be seen to. */
const SOON_DAYS = 30;
/** So much of what has no trend may be in use. */
const FULL = 0.8;
/** Clocks this far apart are wrong, as health has it. */
const SKEW_MS = 2_000;
const BACKUP_DAYS = 7;

export type Urgency = 'well' | 'soon' | 'now';

/** @param now ms since 1970 */
export function endingUrgency({ reaching, now, most }: Ending, at: number): Urgency {
  if (reaching?.at !== undefined) {
    if (reaching.at <= at) return 'now';
    return reaching.at < at + SOON_DAYS * DAY_MS ? 'soon' : 'well';
  }
  return now !== undefined && most !== undefined && now >= FULL * most ? 'soon' : 'well';
}

export const isSkewed = ({ clockAheadMs }: ProcessSeen): boolean => Math.abs(clockAheadMs) >= SKEW_MS;

export const isWell = (process: ProcessSeen): boolean => process.alive && !process.wrongSecret && !isSkewed(process);

export const isInStep = ({ state }: NodeSeen): boolean => state === 'single' || state === 'in-step';

/** For how many days there was no backup; undefined when there never was one. */
export const backupAge = ({ backup, at }: InstallationSeen): number | undefined =>
  backup && Math.floor((Date.parse(at) - Date.parse(backup.at)) / DAY_MS);

export const backupIsDue = (seen: InstallationSeen): boolean => (backupAge(seen) ?? Infinity) > BACKUP_DAYS;

/** Kinds of processes without which something stands still. */
const NEEDED = ['web', 'worker'] as const;

/** Of which none was heard of; one that ended is there to be seen itself. */
export const missingKinds = ({ processes }: InstallationSeen): ('web' | 'worker')[] =>
  NEEDED.filter((kind) => !processes.some((p) => p.kind === kind));

export const isOverdue = ({ waiting }: InstallationSeen): boolean => waiting.oldestMs > OVERDUE_MS;

/** How many things there are to see to. */
export function thingsToSee(seen: InstallationSeen): number {
  const at = Date.parse(seen.at);
  return (
    seen.ends.filter((e) => endingUrgency(e, at) !== 'well').length +
    seen.processes.filter((p) => !isWell(p)).length +
    missingKinds(seen).length +
    seen.nodes.filter((n) => !isInStep(n)).length +
    Number(backupIsDue(seen)) +
    Number(isOverdue(seen))
  );
}
