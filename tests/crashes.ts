/** The crash test of `./libellus bench --crash`, in processes of its own. */
import { spawn } from 'node:child_process';
import type { CrashCounts } from '../bench/crash';

/** @param options as the bench takes them on its command line */
export async function crashTest(...options: string[]): Promise<CrashCounts & { faults: string[] }> {
  // Nothing of the tests' own setting.
  const own = ([name]: [string, unknown]): boolean => !/^(LIBELLUS_|DATABASE_URL$|NODE_ENV$)/.test(name);
  const env = Object.fromEntries(Object.entries(process.env).filter(own)) as NodeJS.ProcessEnv;
  const child = spawn(process.execPath, ['--import', 'tsx', 'bench/main.ts', '--crash', '--json', ...options], {
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
