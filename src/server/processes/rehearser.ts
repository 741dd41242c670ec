/** The process that rehearses: beside the worker, and giving way to whatever sends or answers. */
import { constants, setPriority } from 'node:os';
import { speakToReaders } from '../base/reader';
import { config } from '../base/config';
import { closeDatabase } from '../db/client';
import { Rehearsing } from '../rehearsal/rehearsing';
import { endWhenStuck } from './stuck';

// A rehearsal is a minute of computing that nobody's mail and no screen is to wait for.
setPriority(constants.priority.PRIORITY_LOW);
speakToReaders();
endWhenStuck(config().leaseMs);
const rehearsing = new Rehearsing();
const stop = (): void => rehearsing.stop();
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
await rehearsing.run();
await closeDatabase();
