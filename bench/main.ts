/** `./libellus bench`: figures as ratios against real alternatives, all taken in this one run. */
import { cpus } from 'node:os';
import { benchFill } from './fill';
import { printTable } from './measure';

console.log(`Node ${process.version} on ${cpus()[0]?.model ?? 'an unknown processor'}`);
printTable(await benchFill());
