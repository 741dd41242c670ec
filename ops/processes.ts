/** Starting, watching, restarting and ending the processes that Libellus is made of. */
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { programArguments } from './program';
import { LogFile } from './log-file';

/** What a process is, and how it is begun again when it ended by itself. */
interface Job {
  name: string;
  start: () => ChildProcess | Promise<ChildProcess>;
  /** How long it is given to finish what is on the line when it is to end, ms. */
  patience: number;
  process: ChildProcess | undefined;
  /** When it was started, and how often it ended soon after. */
  startedAt: number;
  failures: number;
  /** When the present row of failures began. */
  failingSince: number;
  /** Others need it until they have ended. */
  last: boolean;
}

export interface HouseholdOptions {
  /** Folder for what the processes print. */
  logs: string;
  /** A process that kept failing for so long, ms, is given up, and everything with it. */
  giveUpAfter?: number;
  /** Called once when one was given up. */
  onGivenUp: (name: string) => void;
}

/** One that ran for so long has recovered. */
const STEADY_MS = 60_000;
const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 30_000;
const GIVE_UP_AFTER_MS = 10 * 60_000;

/** How long one waits before starting a process again that ended so often in a row, ms. */
export const waitBefore = (failures: number): number =>
  Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** Math.max(0, failures - 1));

/** As all scripts, by its path from the project's folder, in which everything runs. */
const WITH_PARENT = './ops/with-parent.mjs';

export class Household {
  private readonly jobs: Job[] = [];
  private ending = false;

  constructor(private readonly options: HouseholdOptions) {
    mkdirSync(options.logs, { recursive: true, mode: 0o700 });
  }

  /** Starts a TypeScript program. With `ready`, waits until it says so over the channel between us. */
  async script(
    name: string,
    file: string,
    env: Record<string, string>,
    options: { ready?: boolean; patience?: number } = {},
  ): Promise<void> {
    const ready = options.ready === true;
    const job = this.add(name, options.patience ?? 10_000, () =>
      this.launch(name, process.execPath, ['--import', WITH_PARENT, ...programArguments(file)], env),
    );
    const child = await this.begin(job);
    if (!ready) return;
    await new Promise<void>((resolve, reject) => {
      child.once('message', () => resolve());
      child.once('exit', (code) =>
        reject(new Error(`${name} did not start (exit ${code ?? 'by signal'}); see ${this.logOf(name)}`)),
      );
    });
  }

  /**
   * Watches a process that was started elsewhere, and starts it again in the same way.
   * @param again starts it and resolves once it works
   * @param last it is ended after all others, which need it until then
   */
  watch(name: string, child: ChildProcess, again: () => Promise<ChildProcess>, last = false): void {
    const job = this.add(name, 20_000, again, last);
    job.process = child;
    job.startedAt = Date.now();
    child.once('exit', (code, signal) => this.ended(job, code, signal));
  }

  /** The process that runs under a name now. */
  running(name: string): ChildProcess | undefined {
    return this.jobs.find((j) => j.name === name)?.process;
  }

  private logOf = (name: string): string => join(this.options.logs, `${name}.log`);

  private add(name: string, patience: number, start: Job['start'], last = false): Job {
    const job = { name, start, patience, process: undefined, startedAt: 0, failures: 0, failingSince: 0, last };
    this.jobs.push(job);
    return job;
  }

  private async begin(job: Job): Promise<ChildProcess> {
    const child = await job.start();
    job.process = child;
    job.startedAt = Date.now();
    child.once('exit', (code, signal) => this.ended(job, code, signal));
    return child;
  }

  private launch(name: string, command: string, args: string[], env: Record<string, string>): ChildProcess {
    const child = spawn(command, args, {
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
      detached: true,
    });
    const log = new LogFile(this.logOf(name));
    child.stdout?.on('data', (chunk: Buffer) => log.write(chunk));
    child.stderr?.on('data', (chunk: Buffer) => log.write(chunk));
    return child;
  }

  /** One that ended by itself is started again, each time after a longer wait, until it has failed for long. */
  private ended(job: Job, code: number | null, signal: string | null): void {
    job.process = undefined;
    if (this.ending) return;
    const now = Date.now();
    if (now - job.startedAt > STEADY_MS) job.failures = 0;
    if (job.failures === 0) job.failingSince = now;
    job.failures += 1;
    const how = signal ? `by ${signal}` : `with ${code ?? 0}`;
    if (now - job.failingSince > (this.options.giveUpAfter ?? GIVE_UP_AFTER_MS)) {
      console.error(
        `${job.name} ended ${how} and has failed for too long; see ${this.logOf(job.name)}. Ending everything.`,
      );
      this.options.onGivenUp(job.name);
      return;
    }
    const wait = waitBefore(job.failures);
    console.error(`${job.name} ended ${how}; starting it again in ${wait / 1000} s. See ${this.logOf(job.name)}.`);
    setTimeout(() => {
      if (this.ending) return;
      this.begin(job).catch((error: Error) => {
        console.error(`${job.name} could not be started: ${error.message}`);
        this.ended(job, null, null);
      });
    }, wait);
  }

  /** Ends everything started, each given time to finish; what others need comes last. */
  async end(): Promise<void> {
    this.ending = true;
    await Promise.all(this.jobs.filter((j) => !j.last).map(endJob));
    await Promise.all(this.jobs.filter((j) => j.last).map(endJob));
  }
}

function endJob({ process: child, patience }: Job): Promise<void> {
  return new Promise((resolve) => {
    if (!child || child.exitCode !== null || child.signalCode !== null) return resolve();
    const timer = setTimeout(() => child.kill('SIGKILL'), patience);
    child.once('exit', () => {
      clearTimeout(timer);
      resolve();
    });
    child.kill('SIGTERM');
  });
}

/** Rejects with the port and what to do when one cannot be had. */
export async function needPorts(wanted: Record<string, number>, option: string): Promise<void> {
  for (const [use, port] of Object.entries(wanted)) {
    const free = await new Promise<boolean>((resolve) => {
      const probe = createServer();
      probe.once('error', () => resolve(false));
      probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
    });
    if (!free)
      throw new Error(`Port ${port} (${use}) is taken. Choose others with ${option}: all ports follow from it.`);
  }
}
