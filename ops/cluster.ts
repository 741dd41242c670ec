/**
 * `./libellus cluster`: the demo on three nodes of one database, with two web processes behind a proxy and three workers, on one machine:
 * to see what happens when a part of it ends.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { userInfo } from 'node:os';
import { Galera } from './galera';
import { needPorts } from './processes';
import { setUp, type Setting } from './setting';

const WEBS = 2;
const WORKERS = 3;

/** The ports of what a cluster has besides a demo. */
const portsOf = (base: number): { webs: number[]; nodes: number } => ({
  webs: Array.from({ length: WEBS }, (_, i) => base + 41 + i),
  nodes: base + 50,
});

/** Where the nodes keep what they hold: a user of their own has to reach it when root runs them. */
const folderOf = (dataDir: string, base: number): string =>
  userInfo().uid === 0 ? `/var/tmp/libellus-cluster-${base}` : join(dataDir, 'nodes');

export async function startCluster({
  basePort,
  dataDir,
}: {
  basePort: number;
  dataDir: string;
}): Promise<{ setting: Setting; end: () => Promise<void> }> {
  const ports = portsOf(basePort);
  rmSync(dataDir, { recursive: true, force: true });
  await needPorts(
    { 'the proxy': basePort, ...Object.fromEntries(ports.webs.map((port, i) => [`web ${i + 1}`, port])) },
    '--port',
  );
  const galera = await Galera.start({
    dir: folderOf(dataDir, basePort),
    port: ports.nodes,
    logs: join(dataDir, 'logs'),
  });
  let setting: Setting | undefined;
  const end = async (): Promise<void> => {
    await setting?.end();
    await galera.stop();
  };
  try {
    await galera.makeDatabase('libellus');
    const url = galera.url('libellus');
    setting = await setUp({ basePort, dataDir, demo: true, databaseUrl: url, web: false, worker: false });
    const { household, env } = setting;
    for (let node = 0; node < galera.size; node += 1) {
      household.watch(`node-${node + 1}`, galera.processOf(node), () => galera.revive(node), true);
    }
    await Promise.all([
      ...ports.webs.map((port, i) =>
        household.script(
          `web-${i + 1}`,
          'src/server/web/main.ts',
          {
            ...env,
            NODE_ENV: 'production',
            LIBELLUS_WEB_PORT: String(port),
            LIBELLUS_TRUSTED_PROXIES: '127.0.0.1',
          },
          { ready: true },
        ),
      ),
      ...Array.from({ length: WORKERS }, (_, i) =>
        household.script(`worker-${i + 1}`, 'src/server/processes/worker.ts', env),
      ),
      household.script('rehearser', 'src/server/processes/rehearser.ts', env),
    ]);
    const config = join(dataDir, 'haproxy.cfg');
    writeFileSync(config, proxyConfig(basePort, ports.webs));
    household.watch('proxy', await proxy(config), () => proxy(config));
    return { setting, end };
  } catch (error) {
    await end();
    throw error;
  }
}

/** A proxy that sends requests to the web processes that say that they are ready. */
const proxyConfig = (port: number, webs: readonly number[]): string => `global
  maxconn 2000
defaults
  mode http
  option forwardfor
  option redispatch
  retries 3
  timeout connect 2s
  timeout client 60s
  timeout server 60s
frontend libellus
  bind 127.0.0.1:${port}
  default_backend webs
backend webs
  balance leastconn
  option httpchk GET /api/health/ready
${webs.map((web, i) => `  server web-${i + 1} 127.0.0.1:${web} check inter 1s fall 2 rise 1`).join('\n')}
`;

async function proxy(config: string): Promise<ChildProcess> {
  const child = spawn('haproxy', ['-db', '-f', config], { stdio: 'ignore', detached: true });
  await Promise.race([
    once(child, 'spawn'),
    once(child, 'error').then(() => {
      throw new Error('haproxy is not installed. It comes with Debian’s package haproxy: apt-get install haproxy');
    }),
  ]);
  return child;
}
