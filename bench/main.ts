/** `./libellus bench`: figures as ratios against real alternatives, all taken in this one run; `--crash` for the crash test. */
import { spawnSync } from 'node:child_process';
import { cpus } from 'node:os';
import { parseArgs } from 'node:util';
import { benchAttached } from './attached';
import { benchBoard } from './board';
import { benchFill } from './fill';
import { benchGrowth } from './growth';
import { benchSoak } from './soak';
import { benchHostile, printHostile } from './hostile';
import { benchHistory } from './history';
import { benchIntake } from './intake';
import { benchCustomers } from './customers';
import { benchLanguages } from './languages';
import { printTable } from './measure';
import { benchNodes } from './nodes';
import { benchPlanning } from './planning';
import { benchRehearsal } from './rehearsal';
import { benchSending } from './sending';
import { benchSets } from './sets';
import { benchSources } from './sources';
import { benchSuggestions } from './suggestions';
import { benchTruth, truthOf } from './truth';
import { benchTyping } from './typing';

const PARTS = [
  'fill',
  'planning',
  'hostile',
  'intake',
  'board',
  'sending',
  'growth',
  'nodes',
  'soak',
  'attached',
  'suggestions',
  'sets',
  'languages',
  'customers',
  'sources',
  'history',
  'rehearsal',
  'typing',
  'truth',
] as const;
const USAGE =
  'Usage: ./libellus bench [fill|planning|hostile|intake|board|sending|growth|nodes|soak|attached|suggestions|sets|languages|customers|sources|history|rehearsal|typing|truth] (truth: [--lives N]) or ./libellus bench --crash [--cluster] [--rounds N] [--events N] [--json]';
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    crash: { type: 'boolean' },
    cluster: { type: 'boolean', default: false },
    rounds: { type: 'string', default: '200' },
    // Each makes a message to the customer and those to staff: 2,000 deliveries and more.
    events: { type: 'string', default: '1000' },
    port: { type: 'string', default: '5930' },
    json: { type: 'boolean' },
    lives: { type: 'string', default: '100000' },
    from: { type: 'string' },
    to: { type: 'string' },
  },
});
const which = positionals[0] ?? 'all';
if (which !== 'all' && !(PARTS as readonly string[]).includes(which)) throw new Error(USAGE);
if (values.crash) await runCrash();
else await runFigures();

/** Each part in a process of its own: none finds what another left in memory. */
function runEach(): void {
  for (const part of PARTS) {
    const { status } = spawnSync(process.execPath, [...process.execArgv, 'bench/main.ts', part], { stdio: 'inherit' });
    if (status !== 0) process.exitCode = 1;
  }
}

async function runFigures(): Promise<void> {
  const wanted = (name: string): boolean => which === 'all' || which === name;
  if (which === 'truth' && values.from) {
    console.log(JSON.stringify(await truthOf(Number(values.from), Number(values.to))));
    return;
  }
  console.log(`Node ${process.version} on ${cpus()[0]?.model ?? 'an unknown processor'}`);
  if (which === 'all') return runEach();
  if (wanted('fill')) printTable(await benchFill());
  if (wanted('planning')) printTable(await benchPlanning());
  if (wanted('hostile')) printHostile(await benchHostile());
  if (wanted('attached')) for (const note of (await benchAttached()).notes) console.log(note);
  if (wanted('truth')) await runTruth();
  for (const [name, bench] of [
    ['intake', benchIntake],
    ['board', benchBoard],
    ['sending', benchSending],
    ['growth', benchGrowth],
    ['nodes', benchNodes],
    ['soak', benchSoak],
    ['suggestions', benchSuggestions],
    ['sets', benchSets],
    ['languages', benchLanguages],
    ['customers', benchCustomers],
    ['sources', benchSources],
    ['history', benchHistory],
    ['rehearsal', benchRehearsal],
    ['typing', benchTyping],
  ] as const) {
    if (!wanted(name)) continue;
    const { rows, notes } = await bench();
    if (rows.length > 0) printTable(rows);
    for (const note of notes) console.log(note);
  }
}

async function runCrash(): Promise<void> {
  const { crash, faultsOf } = await import('./crash');
  const [rounds, events, basePort] = [values.rounds, values.events, values.port].map(Number);
  const said = (round: number, victim: string): void => {
    if (!values.json) console.log(`${round} of ${rounds} rounds: ${victim}`);
  };
  const counts = await crash({
    ...{ rounds: rounds!, events: events!, basePort: basePort! },
    ...{ cluster: values.cluster, progress: said },
  });
  const faults = faultsOf(counts);
  if (values.json) console.log(JSON.stringify({ ...counts, faults }));
  else {
    console.table(counts);
    console.log(
      faults.length === 0 ? 'Nothing was lost, and nothing is on record that did not arrive.' : faults.join('\n'),
    );
  }
  process.exitCode = faults.length === 0 ? 0 : 1;
}

async function runTruth(): Promise<void> {
  const began = performance.now();
  const { lives, messages, contradictions } = await benchTruth(Number(values.lives));
  const seconds = Math.round((performance.now() - began) / 1000);
  console.log(`${lives} lives of orders, ${messages} messages read in ${seconds} s`);
  console.log(contradictions.length === 0 ? 'None says what is not so.' : contradictions.slice(0, 50).join('\n'));
  if (contradictions.length > 0) process.exitCode = 1;
}
