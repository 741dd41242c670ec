/** Starting, watching and ending the processes that Libellus is made of. */
import { spawn, type ChildProcess } from 'node:child_process';
import { createWriteStream, mkdirSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';

export interface Started {
  name: string;
  process: ChildProcess;
}

export class Household {
  private readonly started: Started[] = [];
  private ending = false;

  /** @param logs folder for what the processes print */
  constructor(
    private readonly logs: string,
    private readonly onLost: (name: string) => void,
  ) {
    mkdirSync(logs, { recursive: true });
  }

  /** Starts a TypeScript program. With `ready`, waits until it says so over the channel between us. */
  async script(
    name: string,
    file: string,
    env: Record<string, string>,
    options: { ready?: boolean; restart?: boolean } = {},
  ): Promise<ChildProcess> {
    const child = this.launch(name, process.execPath, ['--import', 'tsx', file], env, options.ready === true);
    if (options.restart) this.restartWhenLost(name, child, () => void this.script(name, file, env, options));
    else child.once('exit', () => this.lost(name));
    if (options.ready) {
      await new Promise<void>((resolve, reject) => {
        child.once('message', () => resolve());
        child.once('exit', (code) =>
          reject(
            new Error(`${name} did not start (exit ${code ?? 'by signal'}); see ${join(this.logs, `${name}.log`)}`),
          ),
        );
      });
    }
    return child;
  }

  /** Starts any program. */
  program(name: string, command: string, args: string[], env: Record<string, string>): ChildProcess {
    const child = this.launch(name, command, args, env, false);
    child.once('exit', () => this.lost(name));
    return child;
  }

  private launch(
    name: string,
    command: string,
    args: string[],
    env: Record<string, string>,
    channel: boolean,
  ): ChildProcess {
    const child = spawn(command, args, {
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe', ...(channel ? (['ipc'] as const) : [])],
      detached: true,
    });
    const log = createWriteStream(join(this.logs, `${name}.log`), { flags: 'a' });
    child.stdout?.pipe(log, { end: false });
    child.stderr?.pipe(log, { end: false });
    this.started.push({ name, process: child });
    return child;
  }

  private restartWhenLost(name: string, child: ChildProcess, again: () => void): void {
    child.once('exit', () => {
      if (this.ending) return;
      this.started.splice(
        this.started.findIndex((s) => s.process === child),
        1,
      );
      console.error(`${name} ended; starting it again.`);
      setTimeout(() => !this.ending && again(), 500);
    });
  }

  private lost(name: string): void {
    if (!this.ending) this.onLost(name);
  }

  /** Ends everything started, last first, each given time to finish. */
  async end(): Promise<void> {
    this.ending = true;
    await Promise.all(
      [...this.started].reverse().map(
        ({ process: child }) =>
          new Promise<void>((resolve) => {
            if (child.exitCode !== null || child.signalCode !== null) return resolve();
            const timer = setTimeout(() => child.kill('SIGKILL'), 10_000);
            child.once('exit', () => {
              clearTimeout(timer);
              resolve();
            });
            child.kill('SIGTERM');
          }),
      ),
    );
  }
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
