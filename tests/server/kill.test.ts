import { spawn } from 'node:child_process';
import type { CrashCounts } from '../../bench/crash';

const ROUNDS = 16;
const EVENTS = 120;

/** The short form of `./libellus bench --crash`, in processes of its own. */
async function crashTest(): Promise<CrashCounts & { faults: string[] }> {
  // Clear of the ports of the other tests.
  const port = String(Number(process.env.LIBELLUS_TEST_SMTP) - 4 + 60);
  const options = ['--crash', '--rounds', String(ROUNDS), '--events', String(EVENTS), '--port', port, '--json'];
  // Nothing of the tests' own setting.
  const own = ([name]: [string, unknown]): boolean => !/^(LIBELLUS_|DATABASE_URL$|NODE_ENV$)/.test(name);
  const env = Object.fromEntries(Object.entries(process.env).filter(own)) as NodeJS.ProcessEnv;
  const child = spawn(process.execPath, ['--import', 'tsx', 'bench/main.ts', ...options], {
    env,
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let out = '';
  let err = '';
  child.stdout.on('data', (chunk: Buffer) => (out += chunk.toString()));
  child.stderr.on('data', (chunk: Buffer) => (err += chunk.toString()));
  await new Promise((resolve) => child.once('close', resolve));
  const line = out.trim().split('\n').at(-1) ?? '';
  if (!line.startsWith('{')) throw new Error(`The crash test did not end:\n${out}\n${err}`.slice(-3_000));
  return JSON.parse(line) as CrashCounts & { faults: string[] };
}

it('loses nothing when worker, web and database are killed at random moments', async () => {
  const counts = await crashTest();
  const { worker, web, database } = counts.kills;
  expect(worker + web + database).toBe(ROUNDS);
  expect(counts.deliveries).toBeGreaterThanOrEqual(2 * EVENTS);
  expect(counts.faults).toEqual([]);
}, 400_000);
