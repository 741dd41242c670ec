/** Everything up: database, migrations, stand-ins and demo data when asked for, worker, web. Used by demo, start and tests. */
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import type { DemoFacts } from '../demo/seed';
import { portsFrom, type Ports } from '../standins/ports';
import { ensureDatabase, startMariaDb, type MariaDb } from './mariadb';
import { Household, needPorts } from './processes';

/** What Libellus is made of, which can run on several machines: each any number of times, with one database. */
export const PARTS = ['web', 'worker', 'rehearser', 'bounces'] as const;
export type Part = (typeof PARTS)[number];

export interface SettingOptions {
  basePort: number;
  dataDir: string;
  /** Stand-ins and demo data. */
  demo: boolean;
  reset?: boolean;
  /** An outside database instead of our own. */
  databaseUrl?: string;
  /** Demo data; off for tests that bring their own. */
  seed?: boolean;
  /** Without the web, for tests that only need what is behind it. */
  web?: boolean;
  worker?: boolean;
  /** Only these, of an installation whose others run elsewhere; all without it, with the worker listening for bounces. */
  only?: readonly Part[];
  leaseMs?: number;
  /** How long a process may keep failing, ms. */
  giveUpAfter?: number;
}

export interface Setting {
  ports: Ports;
  url: string;
  env: Record<string, string>;
  household: Household;
  mariadb: MariaDb | undefined;
  /** What the demo's visitor needs to know. */
  demo: DemoFacts | undefined;
  /** For making the first owner, while there is nobody. */
  setUpCode: string | undefined;
  end: () => Promise<void>;
}

/** The installation's secret: from the environment, or a key file that only its owner can read. */
export function installationSecret(dataDir: string): string {
  if (process.env.LIBELLUS_SECRET) return process.env.LIBELLUS_SECRET;
  mkdirSync(dataDir, { recursive: true });
  const file = join(dataDir, 'secret');
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('base64url'), { mode: 0o600 });
  return readFileSync(file, 'utf8').trim();
}

export async function setUp(options: SettingOptions): Promise<Setting> {
  const ports = portsFrom(options.basePort);
  const { dataDir, only } = options;
  if (only && !options.databaseUrl) throw new Error('DATABASE_URL is not set: parts need the database of the whole.');
  if (only && !process.env.LIBELLUS_SECRET)
    throw new Error('LIBELLUS_SECRET is not set: parts need the secret of the whole.');
  if (only?.includes('bounces') && !process.env.LIBELLUS_BOUNCE_PORT)
    throw new Error('LIBELLUS_BOUNCE_PORT is not set: it says where to listen for bounces.');
  const runs = (part: Part): boolean => (only ? only.includes(part) : part !== 'bounces');
  const web = options.web !== false && runs('web');
  if (options.reset) rmSync(dataDir, { recursive: true, force: true });
  mkdirSync(dataDir, { recursive: true });
  await needPorts(
    {
      ...(web && { 'the web': ports.web }),
      ...((!options.databaseUrl || options.demo) && { 'the database': ports.database }),
      ...(options.demo && {
        'the mailboxes': ports.mailboxes,
        'the name server': ports.dns,
        'mail with STARTTLS': ports.smtp.starttls,
        'mail with TLS': ports.smtp.tls,
        'the relay': ports.relay,
        'the local server': ports.local,
        bounces: ports.bounces,
        'the registrar': ports.registrar,
        'the shop': ports.shop,
        'the mailboxes by IMAP': ports.imap,
        'the sign-in of an organisation': ports.openid,
        'the proxy to the web': ports.proxy,
      }),
    },
    '--port',
  );
  let mariadb: MariaDb | undefined;
  const household = new Household({
    logs: join(dataDir, 'logs'),
    onGivenUp: () => void end().then(() => process.exit(1)),
    ...(options.giveUpAfter !== undefined && { giveUpAfter: options.giveUpAfter }),
  });
  const end = async (): Promise<void> => {
    await household.end();
    await mariadb?.stop();
  };
  try {
    const secretGiven = process.env.LIBELLUS_SECRET !== undefined;
    const databaseUrl = options.databaseUrl ?? (await ownDatabase());
    const url = process.env.LIBELLUS_URL ?? `http://127.0.0.1:${ports.web}`;
    const env: Record<string, string> = {
      DATABASE_URL: databaseUrl,
      LIBELLUS_URL: url,
      LIBELLUS_SECRET: installationSecret(dataDir),
      LIBELLUS_DATA: dataDir,
      ...(options.leaseMs && { LIBELLUS_LEASE_MS: String(options.leaseMs) }),
      ...passedOn(PASSED_ON),
    };
    // What does not depend on each other comes up side by side; the first that fails ends all of it.
    const ready: Promise<unknown>[] = [];
    if (options.demo) ready.push(...(await standIns(env)));
    Object.assign(process.env, env);
    const { migrateDatabase } = await import('../src/server/db/migrate');
    const { oneNode } = await import('../src/server/db/nodes');
    await migrateDatabase(await oneNode(databaseUrl));
    if (!secretGiven) {
      // A change of the secret that was interrupted is finished before anything starts with the old one.
      const { settleSecret } = await import('./installation');
      const settled = await settleSecret(dataDir, await oneNode(databaseUrl));
      if (settled) env.LIBELLUS_SECRET = process.env.LIBELLUS_SECRET = settled;
    }
    if (web) {
      const patienceOfWeb = 10_000 + (Number(process.env.LIBELLUS_DRAIN_MS ?? 0) || 0);
      const own = { ...env, NODE_ENV: 'production', LIBELLUS_WEB_PORT: String(ports.web) };
      ready.push(
        watched(household.script('web', 'src/server/web/main.ts', own, { ready: true, patience: patienceOfWeb })),
      );
    }
    if (options.worker !== false) {
      // What is on the line may take as long as half a lease; killed before, it would be sent a second time.
      const patience = (options.leaseMs ?? LEASE_MS) / 2 + 5_000;
      // Where bounces have a process of their own, workers leave the port to it.
      const sending = only ? { ...env, LIBELLUS_BOUNCE_LISTEN: 'off' } : env;
      if (runs('worker'))
        ready.push(watched(household.script('worker', 'src/server/processes/worker.ts', sending, { patience })));
      if (runs('rehearser'))
        ready.push(watched(household.script('rehearser', 'src/server/processes/rehearser.ts', env)));
      if (runs('bounces'))
        ready.push(watched(household.script('bounces', 'src/server/processes/bounces.ts', env, { ready: true })));
    }
    if (options.seed !== false) await newlyShipped();
    const code = options.demo ? undefined : await codeForFirst();
    const demo = options.demo && options.seed !== false ? await seed() : undefined;
    await Promise.all(ready);
    // Its own port: the public address may lead here only once a proxy is up.
    if (web) await answering(`http://127.0.0.1:${ports.web}/api/health`);
    return { ports, url, env, household, mariadb, demo, setUpCode: code, end };
  } catch (error) {
    await end();
    throw error;
  }

  async function newlyShipped(): Promise<void> {
    const { addNewlyShipped } = await import('../src/server/features/stores/stores');
    const { closeDatabase, database } = await import('../src/server/db/client');
    await addNewlyShipped(database());
    await closeDatabase();
  }

  async function codeForFirst(): Promise<string | undefined> {
    const { needsSetUp, setUpCode } = await import('../src/server/features/stores/stores');
    const { closeDatabase } = await import('../src/server/db/client');
    const code = (await needsSetUp()) ? setUpCode() : undefined;
    await closeDatabase();
    return code;
  }

  async function seed(): Promise<DemoFacts> {
    const { seedDemo } = await import('../demo/seed');
    const { closeDatabase } = await import('../src/server/db/client');
    const facts = await seedDemo(ports);
    await closeDatabase();
    writeFileSync(join(dataDir, 'demo.json'), JSON.stringify(facts), { mode: 0o600 });
    return facts;
  }

  async function ownDatabase(): Promise<string> {
    const server = await ownServer();
    await ensureDatabase(server, 'libellus');
    return server.url('libellus');
  }

  async function ownServer(): Promise<MariaDb> {
    const start = (): Promise<MariaDb> => startMariaDb(dataDir, ports.database, { lasting: !options.demo });
    const server = (mariadb = await start());
    const again = async (): Promise<MariaDb['process']> => {
      mariadb = await start();
      return mariadb.process;
    };
    household.watch('database', server.process, again, true);
    return server;
  }

  /** Starts the stand-ins and sets where they are; resolves before they are up, with what waits for them. */
  async function standIns(env: Record<string, string>): Promise<Promise<unknown>[]> {
    const { certificateFiles } = await import('../standins/certificate');
    const { BOUNCE_HOST, OPENID_CLIENT } = await import('../standins/scenery');
    // They are others' machines: where Libellus has a database elsewhere, they have one of their own.
    const server = mariadb ?? (await ownServer());
    await ensureDatabase(server, 'libellus_standins');
    const tls = await certificateFiles(join(dataDir, 'tls'));
    Object.assign(env, {
      LIBELLUS_DEMO: '1',
      LIBELLUS_DNS: `127.0.0.1:${ports.dns}`,
      LIBELLUS_EXTRA_CA: tls.cert,
      LIBELLUS_MAILBOXES: `http://127.0.0.1:${ports.mailboxes}`,
      LIBELLUS_REGISTRAR: `http://127.0.0.1:${ports.registrar}`,
      LIBELLUS_BOUNCE_HOST: BOUNCE_HOST,
      LIBELLUS_BOUNCE_PORT: String(ports.bounces),
      LIBELLUS_OIDC_ISSUER: `http://127.0.0.1:${ports.openid}`,
      LIBELLUS_OIDC_CLIENT_ID: OPENID_CLIENT.id,
      LIBELLUS_OIDC_CLIENT_SECRET: OPENID_CLIENT.secret,
      LIBELLUS_OIDC_NAME: OPENID_CLIENT.name,
      LIBELLUS_WEB_PROXY: `http://127.0.0.1:${ports.proxy}`,
      // The stand-ins are on this machine.
      LIBELLUS_PRIVATE_NETWORKS: '127.0.0.0/8',
    });
    const own = {
      STANDIN_DATABASE_URL: server.url('libellus_standins'),
      STANDIN_TLS_KEY: tls.key,
      STANDIN_TLS_CERT: tls.cert,
      STANDIN_DNS_PORT: String(ports.dns),
      STANDIN_MAILBOXES_PORT: String(ports.mailboxes),
      STANDIN_IMAP_PORT: String(ports.imap),
      STANDIN_SMTP_PORT: String(ports.smtp.starttls),
      STANDIN_SMTPS_PORT: String(ports.smtp.tls),
      STANDIN_RELAY_PORT: String(ports.relay),
      STANDIN_LOCAL_PORT: String(ports.local),
      STANDIN_BOUNCE_PORT: String(ports.bounces),
      STANDIN_REGISTRAR_PORT: String(ports.registrar),
      STANDIN_SHOP_PORT: String(ports.shop),
      STANDIN_OPENID_PORT: String(ports.openid),
      STANDIN_WEB_PORT: String(ports.proxy),
      STANDIN_SHOP_KEYS: join(dataDir, 'demo.json'),
      LIBELLUS_URL: env.LIBELLUS_URL!,
    };
    return [
      household.script('standin-dns', 'standins/dns.ts', own, { ready: true }),
      household.script('standin-smtp', 'standins/smtp.ts', own, { ready: true }),
      household.script('standin-mailboxes', 'standins/mailboxes.ts', own, { ready: true }),
      household.script('standin-registrar', 'standins/registrar.ts', own, { ready: true }),
      household.script('standin-openid', 'standins/openid.ts', own, { ready: true }),
      household.script('standin-shop', 'standins/shop.ts', own, { ready: true }),
    ].map(watched);
  }
}

/** The lease of a delivery when nothing else is set, ms; see src/server/config.ts. */
const LEASE_MS = 180_000;

const PASSED_ON = [
  'LIBELLUS_DNS',
  'LIBELLUS_BOUNCE_HOST',
  'LIBELLUS_BOUNCE_PORT',
  'LIBELLUS_BOUNCE_LISTEN',
  'LIBELLUS_TRUSTED_PROXIES',
  'LIBELLUS_PRIVATE_NETWORKS',
  'LIBELLUS_WEB_PROXY',
  'LIBELLUS_CHROMIUM',
  'LIBELLUS_METRICS_KEY',
  'LIBELLUS_DRAIN_MS',
  'LIBELLUS_SLOTS',
  'LIBELLUS_WEB_HOST',
  'LIBELLUS_OIDC_ISSUER',
  'LIBELLUS_OIDC_CLIENT_ID',
  'LIBELLUS_OIDC_CLIENT_SECRET',
  'LIBELLUS_OIDC_NAME',
  'LIBELLUS_OIDC_ADDRESSES',
];

/** Settings that are handed through as they were set. */
function passedOn(names: readonly string[]): Record<string, string> {
  return Object.fromEntries(names.flatMap((name) => (process.env[name] ? [[name, process.env[name]]] : [])));
}

/** What is waited for later: its failure is heard there, and is no failure of nobody's until then. */
function watched<T>(promise: Promise<T>): Promise<T> {
  promise.catch(() => undefined);
  return promise;
}

/** Waits until an address answers 200; the health page says 503 until the worker has shown itself. */
async function answering(address: string): Promise<void> {
  const deadline = Date.now() + 60_000;
  for (;;) {
    try {
      const response = await fetch(address);
      if (response.status === 200) return;
    } catch {
      // Not listening yet.
    }
    if (Date.now() > deadline) throw new Error(`${address} does not answer.`);
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
}
