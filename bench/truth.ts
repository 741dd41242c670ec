/** A hundred thousand lives of orders, and a judge who reads every message of them: in as many processes as there are processors. */
import { spawn } from 'node:child_process';
import { cpus } from 'node:os';
import { judge } from '../src/core/judge';
import { live, Press } from '../tests/truth/lives';

export interface TruthCounts {
  lives: number;
  messages: number;
  contradictions: string[];
}

/** Lives from one seed to another, in this process. */
export async function truthOf(from: number, to: number): Promise<TruthCounts> {
  const press = new Press();
  const counts: TruthCounts = { lives: 0, messages: 0, contradictions: [] };
  for (let seed = from; seed < to; seed += 1) {
    await live(seed, press, ({ message, truth, notification }) => {
      counts.messages += 1;
      // The HTML part is read in every tenth life: it is filled from the same values as the text.
      const { html: _html, ...textOnly } = message;
      for (const { words } of judge(seed % 10 === 0 ? message : textOnly, truth)) {
        counts.contradictions.push(`life ${seed}, ${notification} in ${message.language}: ${words}`);
      }
    });
    counts.lives += 1;
  }
  return counts;
}

/** The same in several processes; their counts together. */
export async function benchTruth(lives: number): Promise<TruthCounts> {
  const parts = cpus().length;
  const each = Math.ceil(lives / parts);
  const counts = await Promise.all(
    Array.from({ length: parts }, (_, i) => inProcess(1 + i * each, Math.min(1 + lives, 1 + (i + 1) * each))),
  );
  return {
    lives: counts.reduce((n, c) => n + c.lives, 0),
    messages: counts.reduce((n, c) => n + c.messages, 0),
    contradictions: counts.flatMap((c) => c.contradictions),
  };
}

function inProcess(from: number, to: number): Promise<TruthCounts> {
  return new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      [...process.execArgv, 'bench/main.ts', 'truth', '--json', '--from', String(from), '--to', String(to)],
      { stdio: ['ignore', 'pipe', 'inherit'] },
    );
    let out = '';
    child.stdout.on('data', (chunk: Buffer) => (out += chunk.toString()));
    child.on('error', reject);
    child.on('close', () => {
      try {
        resolve(JSON.parse(out.slice(out.indexOf('{'))) as TruthCounts);
      } catch (error) {
        reject(error instanceof Error ? error : new Error(String(error)));
      }
    });
  });
}
