/** What happens to the parts of an installation in a crash test, and what brings them back. */
import type { Galera } from '../ops/galera';

/** What something happens to. */
export const VICTIMS = [
  // One of them is killed.
  'worker',
  'web',
  // All of it is killed.
  'database',
  // A worker's clock jumps.
  'clock',
  // Of a cluster, one node is killed, and gets what it lacks from another when it is back (IST).
  'node',
  // One is killed and loses all that it held: another gives it everything (SST).
  'emptied',
  // Nobody reaches one for some seconds.
  'cut off',
  // One does not reach the others for some seconds, and is reached by all of ours.
  'apart',
  // One keeps all others waiting, for 2 s at a time (flow control).
  'slow',
  // One cannot write for some seconds.
  'full disk',
  // All nodes, workers and the web are ended and started, one after the other, as an update does.
  'update',
] as const;
export type Victim = (typeof VICTIMS)[number];

/** What makes every worker doubt what it was just about to write down. */
export const OF_DATABASE: readonly Victim[] = [
  'database',
  'node',
  'emptied',
  'cut off',
  'apart',
  'slow',
  'full disk',
  'update',
];

/** A cluster meets each of these once before chance decides: few rounds would leave some out. */
const OF_A_CLUSTER: readonly Victim[] = [
  'node',
  'apart',
  'worker',
  'emptied',
  'database',
  'cut off',
  'full disk',
  'clock',
  'slow',
  'web',
  'update',
];
const OF_ONE_DATABASE: readonly Victim[] = ['worker', 'worker', 'web', 'database', 'clock'];

/** For so long a node is cut off, ms: by then the others have gone on without it. */
const CUT_OFF_MS = 8_000;
/** A slow node stands still for so long and goes on for so long, ms, so often. */
const SLOW = { still: 2_000, going: 400, times: 4 };

/** What there is to strike. Processes have names: those of the workers, and "web". */
export interface Stage {
  workers: readonly string[];
  /** Ends a process by a signal, and waits until it has ended. */
  ended: (name: string, by: NodeJS.Signals) => Promise<void>;
  start: (name: string) => void;
  signal: (name: string, signal: NodeJS.Signals) => void;
  /** Instead of a cluster. */
  database: { kill: () => Promise<void>; begin: () => Promise<void> };
  galera: Galera | undefined;
}

/** Does something to a victim; answers with what brings it back. */
type Strike = () => Promise<() => Promise<void> | void>;

const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
export const oneOf = <T>(of: readonly T[]): T => of[Math.floor(Math.random() * of.length)]!;

/** The victims there are, and what happens to each. */
export function strikes(stage: Stage): { victims: readonly Victim[]; strike: Partial<Record<Victim, Strike>> } {
  const { galera } = stage;
  if (!galera) return { victims: OF_ONE_DATABASE, strike: { ...ofProcesses(stage), database: ofDatabase(stage) } };
  return {
    victims: OF_A_CLUSTER.filter((victim) => victim !== 'full disk' || galera.hasSmallDisk),
    strike: { ...ofProcesses(stage), ...ofNodes(galera), update: ofAll(stage, galera) },
  };
}

const ofProcesses = ({ workers, ended, start, signal }: Stage): Record<'worker' | 'web' | 'clock', Strike> => ({
  worker: async () => {
    const name = oneOf(workers);
    await ended(name, 'SIGKILL');
    return () => start(name);
  },
  web: async () => {
    await ended('web', 'SIGKILL');
    return () => start('web');
  },
  clock: () => {
    // What it is started with lets its clock jump (`jumping-clock.mjs`).
    signal(oneOf(workers), 'SIGUSR2');
    return Promise.resolve(() => undefined);
  },
});

const ofDatabase =
  ({ database }: Stage): Strike =>
  async () => {
    await database.kill();
    return database.begin;
  };

const ofAll =
  ({ workers, ended, start }: Stage, galera: Galera): Strike =>
  async () => {
    for (const name of [...workers, 'web']) {
      await ended(name, 'SIGTERM');
      start(name);
    }
    for (let node = 0; node < galera.size; node += 1) {
      await galera.end(node);
      await galera.begin(node);
    }
    return () => undefined;
  };

type OfNodes = 'database' | 'node' | 'emptied' | 'cut off' | 'apart' | 'slow' | 'full disk';

function ofNodes(galera: Galera): Record<OfNodes, Strike> {
  const nodes = Array.from({ length: galera.size }, (_, node) => node);
  /** The one that ours use when they can. */
  const FIRST = 0;
  return {
    database: async () => {
      await Promise.all(nodes.map((node) => galera.kill(node)));
      return () => galera.beginAgain();
    },
    node: async () => {
      const node = oneOf(nodes);
      await galera.kill(node);
      return () => galera.begin(node);
    },
    emptied: async () => {
      const node = oneOf(nodes);
      await galera.kill(node);
      galera.empty(node);
      // As somebody puts up another machine in its place: the others know by then that it is gone.
      await pause(CUT_OFF_MS);
      return () => galera.begin(node);
    },
    'cut off': async () => {
      const node = oneOf(nodes);
      galera.halt(node);
      await pause(CUT_OFF_MS);
      galera.goOn(node);
      return () => galera.untilSynced(node);
    },
    apart: async () => {
      await galera.isolate(FIRST);
      await pause(CUT_OFF_MS);
      return () => galera.rejoin(FIRST);
    },
    slow: async () => {
      const node = oneOf(nodes);
      for (let i = 0; i < SLOW.times; i += 1) {
        galera.halt(node);
        await pause(SLOW.still);
        galera.goOn(node);
        await pause(SLOW.going);
      }
      return () => galera.untilSynced(node);
    },
    'full disk': async () => {
      galera.fillDisk();
      await pause(CUT_OFF_MS);
      galera.freeDisk();
      return () => galera.revive(FIRST).then(() => undefined);
    },
  };
}
