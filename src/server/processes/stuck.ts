/** Ends a process whose event loop stands still: what it has in hand goes to others, and whoever supervises it starts it again. */
import { Worker } from 'node:worker_threads';

/** So many times the process is asked for a sign of life before it is ended. */
const LOOKS = 10;

/**
 * Has a thread of its own watch the event loop of this process. It counts its looks and reads no clock, so that neither a clock that
 * jumps nor a machine that slept ends anything.
 * @param limitMs after so long without a turn of the event loop, ms
 */
export function endWhenStuck(limitMs: number): void {
  const turns = new Int32Array(new SharedArrayBuffer(4));
  setInterval(() => Atomics.add(turns, 0, 1), limitMs / LOOKS / 2).unref();
  const watching = new Worker(WATCHING, { eval: true, workerData: { turns, everyMs: limitMs / LOOKS, looks: LOOKS } });
  watching.on('error', () => undefined);
  watching.unref();
}

// As text, so that it needs no file beside the compiled process.
const WATCHING = `
const { workerData: { turns, everyMs, looks } } = require('node:worker_threads');
const { writeSync } = require('node:fs');
let before = -1;
let still = 0;
setInterval(() => {
  const now = Atomics.load(turns, 0);
  still = now === before ? still + 1 : 0;
  before = now;
  if (still < looks) return;
  const msg = 'the event loop stood still for ' + Math.round((looks * everyMs) / 1000) + ' s: the process ends itself';
  writeSync(2, JSON.stringify({ level: 60, time: Date.now(), pid: process.pid, msg }) + '\\n');
  process.kill(process.pid, 'SIGKILL');
}, everyMs);
`;
