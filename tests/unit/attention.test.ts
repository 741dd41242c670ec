/** What of the installation is said to need somebody. */
import type { Ending, InstallationSeen, ProcessSeen } from '@/contract/installation';
import { DAY_MS } from '@/core/trend';
import { endingUrgency, thingsToSee } from '@/ui/installation/attention';

const NOW = Date.UTC(2026, 11, 2);
const at = new Date(NOW).toISOString();
const process = (change: Partial<ProcessSeen> = {}): ProcessSeen => ({
  ...{ id: 'one', kind: 'worker', alive: true, seenAt: at, begunAt: at },
  ...{ clockAheadMs: 0, loopLagMs: 1, residentBytes: 1e8, wrongSecret: false },
  ...change,
});
const WELL: InstallationSeen = {
  at,
  ends: [],
  processes: [process(), process({ id: 'two', kind: 'web' })],
  nodes: [{ host: 'a', state: 'in-step', version: '10.11', behind: 0, waitedFor: 0, connections: undefined }],
  waiting: { due: 0, oldestMs: 0, planned: 3, deferred: 1, held: 2, sending: 0 },
  stores: [],
  otherStores: undefined,
  database: { bytes: 1, perDay: 1 },
  backup: { at, bytes: 1, ms: 1 },
  versions: { libellus: '1', node: '20', schema: 'x' },
};
const ending = (days: number): Ending => {
  const reached = NOW + days * DAY_MS;
  return {
    ...{ id: 'x', kind: 'limit', name: 'x', path: '', now: 1, most: 2, readings: [] },
    reaching: { at: reached, earliest: reached, latest: reached },
  };
};

it.each<[string, Partial<InstallationSeen>, number]>([
  ['nothing', {}, 0],
  ['a limit in a year', { ends: [ending(365)] }, 0],
  ['a limit in a week', { ends: [ending(7)] }, 1],
  ['a process that is gone', { processes: [...WELL.processes, process({ id: 'three', alive: false })] }, 1],
  ['no worker at all', { processes: [process({ kind: 'web' })] }, 1],
  ['a clock that is wrong', { processes: [process({ clockAheadMs: -9_000 }), process({ kind: 'web' })] }, 1],
  ['another secret', { processes: [process({ wrongSecret: true }), process({ kind: 'web' })] }, 1],
  ['a node that is cut off', { nodes: [{ ...WELL.nodes[0]!, state: 'cut-off' }] }, 1],
  ['no backup', { backup: undefined }, 1],
  ['an old backup', { backup: { at: new Date(NOW - 9 * DAY_MS).toISOString(), bytes: 1, ms: 1 } }, 1],
  ['messages that are late', { waiting: { ...WELL.waiting, due: 4, oldestMs: 3_600_000 } }, 1],
])('of %s', (_, change, things) => {
  expect(thingsToSee({ ...WELL, ...change })).toBe(things);
});

it('tells what is full from what will be', () => {
  expect(endingUrgency(ending(-1), NOW)).toBe('now');
  expect(endingUrgency(ending(10), NOW)).toBe('soon');
  const { reaching: _, ...still } = ending(0);
  expect(endingUrgency({ ...still, now: 130, most: 151 }, NOW)).toBe('soon');
  expect(endingUrgency({ ...still, now: 60, most: 151 }, NOW)).toBe('well');
});
