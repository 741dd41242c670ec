/** `./libellus bench [fill|typing|sending]`: figures as ratios against real alternatives, all taken in this one run. */
import { cpus } from 'node:os';
import { benchFill } from './fill';
import { printTable } from './measure';
import { benchSending } from './sending';
import { benchTyping } from './typing';

const which = process.argv[2] ?? 'all';
if (!['all', 'fill', 'typing', 'sending'].includes(which)) {
  throw new Error('Usage: ./libellus bench [fill|typing|sending]');
}
const wanted = (name: string): boolean => which === 'all' || which === name;
console.log(`Node ${process.version} on ${cpus()[0]?.model ?? 'an unknown processor'}`);
if (wanted('fill')) printTable(await benchFill());
for (const [name, bench] of [
  ['sending', benchSending],
  ['typing', benchTyping],
] as const) {
  if (!wanted(name)) continue;
  const { rows, notes } = await bench();
  printTable(rows);
  for (const note of notes) console.log(note);
}
