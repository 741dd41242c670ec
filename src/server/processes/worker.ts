/** The worker process: sends what is due. */
import { getPriority, setPriority } from 'node:os';
import { speakToReaders } from '../base/reader';
import { config } from '../base/config';
import { closeDatabase } from '../db/client';
import { leave } from '../operations/heartbeat';
import { Worker } from '../worker/worker';
import { endWhenStuck } from './stuck';
import { startTracing } from '../operations/tracing';

/** How far behind the other processes of its machine a worker stands, from 0 to 19: gets about a third of their time when all is wanted. */
const BEHIND = 5;

// What a shop tells, and who looks at a screen, goes before: a message can leave a moment later, a shop's request cannot come again.
setPriority(Math.max(getPriority(), BEHIND));
speakToReaders();
endWhenStuck(config().leaseMs);
const traced = startTracing('worker');
const worker = new Worker();
const stop = (): void => worker.stop();
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
await worker.run();
await leave(worker.id).catch(() => undefined);
await traced();
await closeDatabase();
