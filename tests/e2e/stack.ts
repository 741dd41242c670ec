/**
 * A Libellus of its own for each project of browser tests: its own ports, database, stand-ins and mailboxes, begun from a copy of a
 * demo store that was filled once. What one project does to its store, no other sees, so that projects can run side by side.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { programArguments } from '../../ops/program';
import { cpSync, existsSync, readFileSync, rmSync } from 'node:fs';

/** The place of this worker among those that run side by side, from 0. */
const PLACE = Number(process.env.TEST_PARALLEL_INDEX ?? 0);
/** Ports that one worker uses: its own store's, and those of stores that tests make from nothing. */
const PORTS_EACH = 60;
export const PORT = Number(process.env.LIBELLUS_E2E_PORT ?? 5810) + PLACE * PORTS_EACH;

const DATA = `.libellus/e2e/${PLACE}`;
/** The demo store as it is at first, with its sending service connected; ports stand in it, so each place has its own. */
const FILLED = `.libellus/e2e/filled-${PLACE}`;

/** What the tests of a file begin with: the demo store with a sending service, the demo as it comes, or what they start themselves. */
export type Beginning = 'connected' | 'demo' | 'nothing';

export interface Stack {
  url: string;
  /** Where its data is. */
  data: string;
  end: () => Promise<void>;
}

export const stackUrl = `http://127.0.0.1:${PORT}`;

export const dataFile = (name: string): string => readFileSync(`${DATA}/${name}`, 'utf8');

/** Everything up for a project of tests; ends with what was said when it does not come up. */
export async function startStack(beginning: Beginning): Promise<Stack> {
  rmSync(DATA, { recursive: true, force: true });
  if (beginning === 'nothing') return { url: stackUrl, data: DATA, end: () => Promise.resolve() };
  if (beginning === 'connected') {
    if (!existsSync(FILLED)) await filled();
    cpSync(FILLED, DATA, { recursive: true });
  }
  const libellus = run('ops/serve.ts', ['demo', '--port', String(PORT), '--data', DATA]);
  await libellus.until('Libellus is ready at');
  return { url: stackUrl, data: DATA, end: libellus.end };
}

async function filled(): Promise<void> {
  const filling = run('tests/e2e/fill.ts', [String(PORT), FILLED]);
  await filling.done;
}

/** Runs a script of this project; `until` waits for words on its output, `done` for its end. */
export function run(program: string, args: string[], env: Record<string, string> = {}) {
  const child: ChildProcess = spawn(process.execPath, [...programArguments(program), ...args], {
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, ...env },
  });
  let said = '';
  const waiting = new Set<() => void>();
  const hear = (chunk: Buffer): void => {
    said += chunk.toString();
    for (const look of waiting) look();
  };
  child.stdout!.on('data', hear);
  child.stderr!.on('data', hear);
  const ended = new Promise<number | null>((resolve) => child.once('close', resolve));
  const failed = (code: number | null): Error => new Error(`${program} ended with ${code}:\n${said}`);
  const done = ended.then((code) => {
    if (code !== 0) throw failed(code);
    return said;
  });
  // Who waits for words hears of an early end there.
  done.catch(() => undefined);
  const until = (words: string): Promise<string> =>
    new Promise((resolve, reject) => {
      const look = (): void => {
        if (!said.includes(words)) return;
        waiting.delete(look);
        resolve(said);
      };
      waiting.add(look);
      look();
      void ended.then((code) => reject(failed(code)));
    });
  const end = async (): Promise<void> => {
    child.kill('SIGTERM');
    await ended;
  };
  return { until, done, end };
}
