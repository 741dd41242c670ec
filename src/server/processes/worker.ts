/** The worker process: sends what is due, and rehearses beside it. */
import { closeDatabase } from '../db/client';
import { leave } from '../operations/heartbeat';
import { Rehearsing } from '../rehearsal/rehearsing';
import { Worker } from '../worker/worker';

const worker = new Worker();
const rehearsing = new Rehearsing();
const stop = (): void => {
  rehearsing.stop();
  worker.stop();
};
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
const rehearsed = rehearsing.run();
await worker.run();
await rehearsed;
await leave(worker.id).catch(() => undefined);
await closeDatabase();
