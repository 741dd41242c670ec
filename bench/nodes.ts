/** Three nodes of one database on this machine, against one database. */
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import type { Row } from './measure';

export async function benchNodes(): Promise<{ rows: Row[]; notes: string[] }> {
  const [theirs, ours] = [await rateOf(), await rateOf('--cluster')];
  return {
    rows: [
      {
        what: 'event accepted to 250 recorded on three nodes of one database, all on this machine, against one database',
        ...{ ours, theirs, atLeast: 0.5 },
      },
    ],
    notes: [],
  };
}

/** What `rate.ts` measures, in a process of its own. */
async function rateOf(...args: string[]): Promise<number> {
  // Nothing of the setting that is measured here.
  const own = ([name]: [string, unknown]): boolean => !/^(LIBELLUS_|DATABASE_URL$)/.test(name);
  const env = Object.fromEntries(Object.entries(process.env).filter(own)) as NodeJS.ProcessEnv;
  const { stdout } = await promisify(execFile)(process.execPath, ['--import', 'tsx', 'bench/rate.ts', ...args], {
    env,
  });
  return (JSON.parse(stdout.trim().split('\n').at(-1)!) as { rate: number }).rate;
}
