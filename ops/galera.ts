/**
 * Nodes of one database (MariaDB with Galera) on one machine, each with an address of its own on loopback: for trying a cluster, and for
 * tests of what happens when nodes go. What they hold need not survive the end of the machine.
 */
import { execFileSync, spawnSync, type ChildProcess } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import {
  chmodSync,
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readFileSync,
  rmSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { userInfo } from 'node:os';
import { createConnection } from 'mysql2/promise';
import { LogFile } from './log-file';
import { launch, program, untilAnswering, end } from './mariadb';

const PROVIDER = ['/usr/lib/galera/libgalera_smm.so', '/usr/lib64/galera-4/libgalera_smm.so'];
/** Loopback addresses of the nodes; all of them are this machine (RFC 1122, 3.2.1.3). */
const hostOf = (node: number): string => `127.0.0.${11 + node}`;

export interface GaleraOptions {
  /** Folder of what the nodes hold; the user that runs them must be able to reach it. */
  dir: string;
  /** Of the first of four: the next three are for what nodes say to each other. */
  port: number;
  /** Folder for what the nodes print: `node-1.log` and so on. */
  logs: string;
  nodes?: number;
  /** The first node gets a small disk of its own, in memory, where this machine lets us make one. */
  smallDisk?: boolean;
}

/** Room on the small disk, MB: for what a node has from the beginning, and what a test adds to it. */
const SMALL_MB = 700;
/** How often a node is started that cannot join. */
const TRIES = 3;

interface Node {
  host: string;
  process: ChildProcess | undefined;
}

/**
 * The user that runs the nodes. A node that joins is filled by rsync, whose receiver gives up the rights of root and could then write nowhere.
 */
function nodeUser(): { name: string; uid: number; gid: number } | undefined {
  if (userInfo().uid !== 0) return undefined;
  const id = (flag: string): number => Number(execFileSync('id', [flag, 'mysql'], { encoding: 'utf8' }).trim());
  return { name: 'mysql', uid: id('-u'), gid: id('-g') };
}

/** Puts a small disk at a folder; false where we may not. */
function mountSmall(folder: string): boolean {
  mkdirSync(folder, { recursive: true });
  const { status } = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${SMALL_MB}m,mode=755`, 'tmpfs', folder]);
  return status === 0;
}

/** Takes away what was put there; nothing where nothing was. */
function unmount(folder: string): void {
  if (existsSync(folder)) spawnSync('umount', ['--lazy', folder]);
}

export class Galera {
  private constructor(
    private readonly options: Required<GaleraOptions>,
    private readonly password: string,
    private readonly members: Node[],
  ) {}

  /** Makes nodes anew and starts them: the first is the cluster, and the others join it one after the other. */
  static async start(options: GaleraOptions): Promise<Galera> {
    const all = { nodes: 3, smallDisk: false, ...options };
    unmount(join(all.dir, 'node-1'));
    rmSync(all.dir, { recursive: true, force: true });
    for (const folder of [all.dir, all.logs]) mkdirSync(folder, { recursive: true });
    chmodSync(all.dir, 0o755);
    const members = Array.from({ length: all.nodes }, (_, node): Node => ({ host: hostOf(node), process: undefined }));
    const galera = new Galera(all, randomBytes(18).toString('hex'), members);
    if (all.smallDisk) galera.hasSmallDisk = mountSmall(galera.folder(0));
    try {
      await galera.begin(0, { first: true });
      for (let node = 1; node < all.nodes; node += 1) await galera.begin(node);
    } catch (error) {
      await galera.stop();
      throw error;
    }
    return galera;
  }

  /** Whether the first node has a small disk. */
  hasSmallDisk = false;

  get size(): number {
    return this.members.length;
  }

  /** The address of a database on all nodes. */
  url(database: string): string {
    return this.at(this.members.map((m) => m.host).join(','), database);
  }

  /** The address of a database on one node. */
  urlOf(node: number, database: string): string {
    return this.at(this.members[node]!.host, database);
  }

  private at(hosts: string, database: string): string {
    return `mysql://libellus:${this.password}@${hosts}:${this.options.port}/${database}`;
  }

  private folder(node: number): string {
    return join(this.options.dir, `node-${node + 1}`);
  }

  /**
   * Starts a node and waits until it is one of the cluster; again when the one that was to fill it could not just then. Throws with what it
   * said when it is none in the end.
   */
  async begin(node: number, { first = false } = {}): Promise<void> {
    for (let tries = 1; ; tries += 1) {
      try {
        return await this.join(node, first);
      } catch (error) {
        if (tries >= TRIES) throw error;
        await this.kill(node);
        await new Promise((again) => setTimeout(again, 1_000 * tries));
      }
    }
  }

  private async join(node: number, first: boolean): Promise<void> {
    const folder = this.folder(node);
    const data = join(folder, 'data');
    const user = nodeUser();
    const anew = !existsSync(join(data, 'mysql'));
    for (const of of [data, join(folder, 'tmp')]) mkdirSync(of, { recursive: true });
    if (user) execFileSync('chown', ['-R', `${user.uid}:${user.gid}`, folder]);
    if (anew && first) this.install(data, join(folder, 'tmp'));
    // With its place in what the cluster has written, a node gets what it lacks (IST) instead of everything (SST).
    const position = anew ? undefined : this.positionOf(node);
    const server = launch(data, user?.name ?? userInfo().username, false, [
      ...this.settings(node),
      ...(first ? ['--wsrep-new-cluster'] : []),
      ...(position ? [`--wsrep-start-position=${position}`] : []),
    ]);
    this.members[node]!.process = server;
    const log = new LogFile(join(this.options.logs, `node-${node + 1}.log`));
    server.stderr?.on('data', (chunk: Buffer) => log.write(chunk));
    // The others have the user from the first.
    if (anew && first) await this.makeUser(server, join(folder, 'node.sock'));
    await untilAnswering(server, { uri: this.urlOf(node, '') });
    await this.untilSynced(node);
  }

  private async makeUser(server: ChildProcess, socketPath: string): Promise<void> {
    await untilAnswering(server, { socketPath, user: 'root' });
    const connection = await createConnection({ socketPath, user: 'root', multipleStatements: true });
    await connection.query(
      `create user 'libellus'@'127.%' identified by '${this.password}'; grant all on *.* to 'libellus'@'127.%'`,
    );
    await connection.end();
  }

  private install(data: string, temporary: string): void {
    const user = nodeUser();
    execFileSync(
      program('mariadb-install-db'),
      [
        '--no-defaults',
        `--datadir=${data}`,
        `--user=${user?.name ?? userInfo().username}`,
        '--auth-root-authentication-method=normal',
        '--skip-test-db',
      ],
      { stdio: ['ignore', 'ignore', 'pipe'], env: { ...process.env, TMPDIR: temporary } },
    );
  }

  private settings(node: number): string[] {
    const folder = this.folder(node);
    const { host } = this.members[node]!;
    const provider = PROVIDER.find((p) => existsSync(p));
    if (!provider)
      throw new Error('Galera is not installed. It comes with Debian’s package galera-4: apt-get install galera-4');
    return [
      `--bind-address=${host}`,
      `--port=${this.options.port}`,
      `--socket=${join(folder, 'node.sock')}`,
      `--tmpdir=${join(folder, 'tmp')}`,
      `--pid-file=${join(folder, 'node.pid')}`,
      '--binlog-format=ROW',
      '--innodb-autoinc-lock-mode=2',
      '--wsrep-on=ON',
      `--wsrep-provider=${provider}`,
      '--wsrep-cluster-name=libellus',
      `--wsrep-cluster-address=gcomm://${this.members.map((m) => `${m.host}:${this.options.port + 1}`).join(',')}`,
      `--wsrep-node-address=${host}`,
      `--wsrep-node-name=node-${node + 1}`,
      '--wsrep-sst-method=rsync',
      `--wsrep-sst-receive-address=${host}:${this.options.port + 3}`,
      '--wsrep-slave-threads=2',
      `--wsrep-provider-options=${[
        `gmcast.listen_addr=tcp://${host}:${this.options.port + 1}`,
        `ist.recv_addr=${host}:${this.options.port + 2}`,
        'gcache.size=64M',
        // A node that is gone is noticed within seconds.
        'evs.suspect_timeout=PT3S',
        'evs.inactive_timeout=PT6S',
      ].join(';')}`,
    ];
  }

  /** Resolves when a node has all that the others have. */
  async untilSynced(node: number): Promise<void> {
    const deadline = Date.now() + 60_000;
    while ((await this.state(node)) !== 'Synced') {
      if (Date.now() > deadline) throw new Error(`Node ${node + 1} of the cluster is not in step with the others.`);
      await new Promise((again) => setTimeout(again, 200));
    }
  }

  /** What a node says of itself, such as "Synced"; undefined when it does not answer. */
  async state(node: number): Promise<string | undefined> {
    try {
      const connection = await createConnection({ uri: this.urlOf(node, ''), connectTimeout: 2_000 });
      try {
        const [rows] = await connection.query("show status like 'wsrep_local_state_comment'");
        return (rows as { Value: string }[])[0]?.Value;
      } finally {
        await connection.end();
      }
    } catch {
      return undefined;
    }
  }

  processOf(node: number): ChildProcess {
    return this.members[node]!.process!;
  }

  private all: Promise<void> | undefined;

  /** Starts a node that ended: one of the cluster where others go on, and with all of them where none does. */
  async revive(node: number): Promise<ChildProcess> {
    if (this.isUp(node)) await this.untilSynced(node);
    else if (this.members.some((_, other) => this.isUp(other))) await this.begin(node);
    else await (this.all ??= this.beginAgain().finally(() => (this.all = undefined)));
    return this.processOf(node);
  }

  /** Whether a node runs. */
  isUp(node: number): boolean {
    const child = this.members[node]!.process;
    return child !== undefined && child.exitCode === null && child.signalCode === null;
  }

  /** Ends a node as the end of its machine would. */
  async kill(node: number): Promise<void> {
    const child = this.members[node]!.process;
    if (!child || !this.isUp(node)) return;
    const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
    child.kill('SIGKILL');
    await ended;
  }

  /** Ends a node as an update does. */
  async end(node: number): Promise<void> {
    const child = this.members[node]!.process;
    if (child && this.isUp(node)) await end(child);
  }

  /** Takes all from a node that does not run: the others have to give it everything (SST). */
  empty(node: number): void {
    rmSync(join(this.folder(node), 'data'), { recursive: true, force: true });
  }

  /** Cuts a node off from the others; who uses it reaches it still. */
  isolate(node: number): Promise<void> {
    return this.say(node, "set global wsrep_provider_options = 'gmcast.isolate=1'");
  }

  /** Lets a node that was cut off find the others again, and waits until it has what they have. */
  async rejoin(node: number): Promise<void> {
    await this.say(node, "set global wsrep_provider_options = 'gmcast.isolate=0'");
    await this.untilSynced(node);
  }

  /** Fills the small disk to its end. */
  fillDisk(): void {
    const filler = openSync(this.filler, 'w');
    try {
      for (;;) writeSync(filler, Buffer.alloc(65_536));
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ENOSPC') throw error;
    } finally {
      closeSync(filler);
    }
  }

  /** Makes room on the small disk. */
  freeDisk(): void {
    rmSync(this.filler, { force: true });
  }

  private get filler(): string {
    return join(this.folder(0), 'filler');
  }

  private async say(node: number, statement: string): Promise<void> {
    const connection = await createConnection(this.urlOf(node, ''));
    try {
      await connection.query(statement);
    } finally {
      await connection.end();
    }
  }

  /** Stops a node where it is: to the others it is as one whose network is gone. */
  halt(node: number): void {
    this.members[node]!.process?.kill('SIGSTOP');
  }

  /** Lets a node that was halted go on. */
  goOn(node: number): void {
    this.members[node]!.process?.kill('SIGCONT');
  }

  /** Begins the cluster again after all of its nodes were killed, with the one that has written most. */
  async beginAgain(): Promise<void> {
    const written = this.members.map((_, node) => Number(this.positionOf(node)?.split(':')[1] ?? -1));
    const most = written.indexOf(Math.max(...written));
    const state = join(this.folder(most), 'data', 'grastate.dat');
    writeFileSync(state, readFileSync(state, 'utf8').replace('safe_to_bootstrap: 0', 'safe_to_bootstrap: 1'));
    await this.begin(most, { first: true });
    for (const node of this.members.keys()) if (node !== most) await this.begin(node);
  }

  /** The last transaction that a node which does not run has written, as "cluster:number"; undefined where it has none (`wsrep_recover`). */
  private positionOf(node: number): string | undefined {
    const user = nodeUser();
    const { stderr } = spawnSync(
      program('mariadbd'),
      [
        '--no-defaults',
        `--datadir=${join(this.folder(node), 'data')}`,
        `--user=${user?.name ?? userInfo().username}`,
        ...this.settings(node),
        '--wsrep-recover',
      ],
      { encoding: 'utf8', timeout: 60_000 },
    );
    return /Recovered position: ([0-9a-f-]+:\d+)/.exec(stderr)?.[1];
  }

  async makeDatabase(name: string): Promise<void> {
    const connection = await createConnection(this.urlOf(0, ''));
    await connection.query(
      `create database if not exists \`${name}\` character set utf8mb4 collate utf8mb4_unicode_ci`,
    );
    await connection.end();
  }

  /** Ends all nodes, the last of them last. */
  async stop(): Promise<void> {
    for (const { process: child } of this.members.toReversed()) {
      child?.kill('SIGCONT');
      if (child) await end(child);
    }
    if (this.hasSmallDisk) unmount(this.folder(0));
  }
}
