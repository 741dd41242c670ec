/** The worker process. */
import { closeDatabase } from '../db/client';
import { leave } from '../operations/heartbeat';
import { Worker } from './worker';

const worker = new Worker();
process.on('SIGTERM', () => worker.stop());
process.on('SIGINT', () => worker.stop());
await worker.run();
await leave(worker.id).catch(() => undefined);
await closeDatabase();
