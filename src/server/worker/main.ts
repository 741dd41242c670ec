/** The worker process. */
import { closeDatabase } from '../db/client';
import { Worker } from './worker';

const worker = new Worker();
process.on('SIGTERM', () => worker.stop());
process.on('SIGINT', () => worker.stop());
await worker.run();
await closeDatabase();
