/** A log that only its owner can read and that does not grow without end: full, it becomes `.1`, and what was `.1` becomes `.2`. */
import { chmodSync, closeSync, existsSync, fstatSync, openSync, renameSync, writeSync } from 'node:fs';

const MOST_BYTES = 10_000_000;
const KEPT = 3;

export class LogFile {
  private file: number;
  private size: number;

  constructor(
    private readonly path: string,
    private readonly most = MOST_BYTES,
  ) {
    this.file = openLog(path);
    this.size = fstatSync(this.file).size;
  }

  write(chunk: Buffer): void {
    if (this.size > 0 && this.size + chunk.length > this.most) this.turn();
    writeSync(this.file, chunk);
    this.size += chunk.length;
  }

  private turn(): void {
    closeSync(this.file);
    for (let n = KEPT - 1; n >= 0; n -= 1) {
      const from = n === 0 ? this.path : `${this.path}.${n}`;
      if (existsSync(from)) renameSync(from, `${this.path}.${n + 1}`);
    }
    this.file = openLog(this.path);
    this.size = 0;
  }
}

function openLog(path: string): number {
  const file = openSync(path, 'a', 0o600);
  // One of an earlier version may be open to others.
  chmodSync(path, 0o600);
  return file;
}
