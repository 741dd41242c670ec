/** `./libellus demo`, `cluster` and `start`: everything up, in the foreground, until Ctrl-C. */
import { parseArgs } from 'node:util';
import { resolve } from 'node:path';
import { startCluster } from './cluster';
import { PARTS, setUp, type Part, type Setting } from './setting';

const USAGE =
  'Usage: ./libellus demo [--port N] [--data DIR] [--reset]   or   ./libellus cluster [--port N]   or   ./libellus start [--only PARTS] [--port N] [--data DIR]';

const CLUSTER = `Three nodes of the database, two web processes behind a proxy, and three workers run here. End any of them and see:
  pgrep -af 'mariadbd.*wsrep-node-name=node-1'    a node of the database, by its number
  pgrep -af 'web/main|processes/worker'           web processes and workers
What ends is started again. docs/operations.md, Several nodes of the database, says what becomes of messages meanwhile.`;

/** The parts named after `--only`, such as "web" or "worker,bounces". Throws for one that there is not. */
function partsOf(only: string | undefined): Part[] | undefined {
  if (only === undefined) return undefined;
  const named = only.split(',').map((p) => p.trim());
  const unknown = named.find((p) => !PARTS.some((x) => x === p));
  if (unknown !== undefined) throw new Error(`--only ${unknown} is no part: ${PARTS.join(', ')}. ${USAGE}`);
  return PARTS.filter((p) => named.includes(p));
}

// Nobody reads what is said any more: that is no reason to leave processes behind.
process.stdout.on('error', () => undefined);
process.stderr.on('error', () => undefined);

async function main(): Promise<void> {
  const kind = process.argv[2];
  const { values } = parseArgs({
    args: process.argv.slice(3),
    options: {
      port: { type: 'string', default: '4310' },
      data: { type: 'string' },
      reset: { type: 'boolean', default: false },
      only: { type: 'string' },
    },
  });
  const basePort = Number(values.port);
  if (!Number.isInteger(basePort) || basePort < 1024 || basePort > 65_000) {
    throw new Error(`--port ${values.port} is not a port: a whole number from 1024 to 65000. ${USAGE}`);
  }
  const cluster = kind === 'cluster';
  const demo = kind === 'demo' || cluster;
  const only = partsOf(values.only);
  // It is made anew at each start: a folder that somebody names may hold what they need.
  if (cluster && values.data !== undefined) throw new Error(`A cluster has a folder of its own. ${USAGE}`);
  if (only && demo) throw new Error(`The demo is started as a whole. ${USAGE}`);
  const dataDir = resolve(values.data ?? (demo ? `.libellus/${kind}-${basePort}` : '.libellus/production'));
  const { setting, end: endAll } = cluster
    ? await startCluster({ basePort, dataDir })
    : await started(
        setUp({
          basePort,
          dataDir,
          demo,
          reset: demo && values.reset,
          ...(only && { only }),
          ...(!demo && process.env.DATABASE_URL && { databaseUrl: process.env.DATABASE_URL }),
        }),
      );
  let ending = false;
  const end = (): void => {
    if (ending) return;
    ending = true;
    console.log('\nEnding ...');
    void endAll().then(() => process.exit(0));
  };
  process.on('SIGINT', end);
  process.on('SIGTERM', end);
  process.on('SIGHUP', end);
  if (demo) await sayDemo(setting);
  if (cluster) console.log(CLUSTER);
  else {
    console.log(
      only && !only.includes('web') ? `Libellus runs here: ${only.join(', ')}` : `Libellus is ready at ${setting.url}`,
    );
    if (setting.setUpCode)
      console.log(`Nobody can sign in yet. Open ${setting.url}/set-up with the code ${setting.setUpCode}`);
  }
}

async function started(setting: Promise<Setting>): Promise<{ setting: Setting; end: () => Promise<void> }> {
  const made = await setting;
  return { setting: made, end: made.end };
}

async function sayDemo(setting: Setting): Promise<void> {
  const { ACCOUNTS, PROVIDER_HOST } = await import('../standins/scenery');
  const facts = setting.demo!;
  const account = ACCOUNTS[0]!;
  console.log(`
Libellus is ready at ${setting.url}
Sign in as ${facts.signIn.email} with the password ${facts.signIn.password}
Events key: ${facts.eventsKey}
Reading key: ${facts.readKey}

A sending service to connect: host ${PROVIDER_HOST}, port ${setting.ports.smtp.starttls} with STARTTLS,
  user ${account.user}, password ${account.password}
Everybody's mailboxes: http://127.0.0.1:${setting.ports.mailboxes}
The registrar, where DNS records are entered: http://127.0.0.1:${setting.ports.registrar}
The shop, with a checkout and an account page: http://127.0.0.1:${setting.ports.shop}
For passkeys, open http://localhost:${setting.ports.web}
Ctrl-C ends everything.
`);
}

main().catch((error: Error) => {
  console.error(error.message);
  process.exit(1);
});
