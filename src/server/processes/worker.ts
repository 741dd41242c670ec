/** The worker process: sends what is due. */
import { speakToReaders } from '../base/reader';
import { closeDatabase } from '../db/client';
import { leave } from '../operations/heartbeat';
import { Worker } from '../worker/worker';

speakToReaders();
const worker = new Worker();
const stop = (): void => worker.stop();
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
await worker.run();
await leave(worker.id).catch(() => undefined);
await closeDatabase();
