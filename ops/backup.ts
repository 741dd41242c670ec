/**
 * `./libellus backup FILE` and `./libellus restore FILE`: the database as it is at one moment, and all pictures, in one compressed tar
 * file. What is sealed in it opens with the installation's secret only, which is not in the file.
 */
import { spawn } from 'node:child_process';
import {
  chmodSync,
  cpSync,
  createWriteStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { createConnection, type RowDataPacket } from 'mysql2/promise';
import type { Backup } from '../src/contract/installation';
import type { Installation } from './installation';

const KIND = 'libellus backup';

/** Folders of the data folder that hold what the database names: pictures, and files that go with messages. */
const KEPT_FOLDERS = ['media', 'files'] as const;

interface Manifest {
  kind: typeof KIND;
  version: 1;
  /** RFC 3339. */
  at: string;
  /** The newest migration of the database in it. */
  migration: string;
}

/** Runs a program to its end. Rejects with what it said when that was not a good one. */
function run(
  command: string,
  args: readonly string[],
  options: { env?: Record<string, string>; out?: string; in?: string } = {},
): Promise<void> {
  return new Promise((done, failed) => {
    const child = spawn(command, args, {
      env: { ...process.env, ...options.env },
      stdio: [options.in ? openSync(options.in, 'r') : 'ignore', options.out ? 'pipe' : 'ignore', 'pipe'],
    });
    let said = '';
    child.stderr?.on('data', (chunk: Buffer) => (said = (said + chunk.toString()).slice(-2_000)));
    const written = options.out ? createWriteStream(options.out, { mode: 0o600 }) : undefined;
    if (written) child.stdout!.pipe(written);
    child.once('error', failed);
    child.once('close', (code) => {
      if (code !== 0) failed(new Error(`${command} failed: ${said.trim()}`));
      else if (written && !written.closed) written.once('close', () => done());
      else done();
    });
  });
}

/** How Debian's MariaDB programs reach a database. The password goes by the environment, where other users cannot read it. */
function client(url: string): { args: string[]; env: Record<string, string>; database: string } {
  const { hostname, port, username, password, pathname } = new URL(url);
  return {
    args: [
      '--no-defaults',
      `--host=${hostname}`,
      `--port=${port || '3306'}`,
      '--protocol=tcp',
      `--user=${decodeURIComponent(username)}`,
      '--default-character-set=utf8mb4',
    ],
    env: { MYSQL_PWD: decodeURIComponent(password) },
    database: pathname.slice(1),
  };
}

async function newestMigration(url: string): Promise<string> {
  const connection = await createConnection(url);
  try {
    const [rows] = await connection.query<RowDataPacket[]>(
      'select max(created_at) as newest from `__drizzle_migrations`',
    );
    return String(rows[0]?.newest ?? 0);
  } finally {
    await connection.end();
  }
}

/** Writes a backup while everything runs. The file appears under its name once it is whole. */
export async function backUp(
  { databaseUrl, dataDir }: Pick<Installation, 'databaseUrl' | 'dataDir'>,
  file: string,
): Promise<void> {
  const target = resolve(file);
  if (existsSync(target))
    throw new Error(`${file} is there already. Choose another name: a backup is never written over.`);
  const work = mkdtempSync(join(tmpdir(), 'libellus-backup-'));
  const begun = Date.now();
  try {
    const { args, env, database } = client(databaseUrl);
    // One transaction with a consistent view: what happens meanwhile is not in it, and nothing is in it by half.
    await run(
      'mariadb-dump',
      [
        ...[...args, '--single-transaction', '--quick', '--hex-blob', '--skip-lock-tables', '--skip-comments'],
        // Pictures of rehearsals are many, and taken again in a minute.
        `--ignore-table-data=${database}.rehearsal_picture`,
        database,
      ],
      { env, out: join(work, 'database.sql') },
    );
    const manifest: Manifest = {
      kind: KIND,
      version: 1,
      at: new Date().toISOString(),
      migration: await newestMigration(databaseUrl),
    };
    writeFileSync(join(work, 'manifest.json'), JSON.stringify(manifest, null, 2));
    // Pictures and files after the database: they are named for their content and never changed, so all that it names are there.
    const kept = KEPT_FOLDERS.filter((folder) => existsSync(join(dataDir, folder)));
    const folders = kept.length > 0 ? ['-C', dataDir, ...kept] : [];
    const half = `${target}.part`;
    await run('tar', ['-czf', half, '-C', work, 'manifest.json', 'database.sql', ...folders]);
    chmodSync(half, 0o600);
    renameSync(half, target);
    await noteBackup(databaseUrl, { at: manifest.at, bytes: statSync(target).size, ms: Date.now() - begun });
  } finally {
    rmSync(work, { recursive: true, force: true });
    rmSync(`${target}.part`, { force: true });
  }
}

/** Writes down that there is a backup, for the screen of the installation. The backup is good without it. */
async function noteBackup(url: string, backup: Backup): Promise<void> {
  const { BACKUP } = await import('../src/server/operations/backups');
  try {
    const connection = await createConnection(url);
    const value = JSON.stringify(backup);
    await connection
      .query('insert into installation (name, value) values (?, ?) on duplicate key update value = ?', [
        ...[BACKUP, value, value],
      ])
      .finally(() => connection.end());
  } catch (error) {
    console.error(`The backup is made. That it is could not be written down: ${(error as Error).message}`);
  }
}

export interface Restored {
  /** When the backup was made. */
  at: string;
  /** Messages that were due then, and are held now: they may have gone out since. */
  held: number;
  /** Why the secret does not open what is sealed, in words; empty when it does. */
  secret: string;
}

/**
 * Puts a backup in the place of what an installation has. Refused while the database holds a store, unless `replace` says that it may
 * go, and while processes of Libellus use it.
 */
export async function restore(
  { databaseUrl, dataDir }: Installation,
  file: string,
  options: { replace?: boolean } = {},
): Promise<Restored> {
  const work = mkdtempSync(join(tmpdir(), 'libellus-restore-'));
  try {
    await run('tar', ['-xzf', resolve(file), '-C', work]).catch(() => {
      throw new Error(`${file} is not a backup, or it is cut off. Nothing was changed.`);
    });
    const manifest = readManifest(join(work, 'manifest.json'), file);
    const { readMigrations, migrateDatabase } = await import('../src/server/db/migrate');
    const known = readMigrations().at(-1)!.when;
    if (Number(manifest.migration) > known) {
      throw new Error(
        `${file} was made by a newer version of Libellus. Restore it with that version. Nothing was changed.`,
      );
    }
    await refuseInUse(databaseUrl, options.replace === true);
    await empty(databaseUrl);
    const { args, env, database } = client(databaseUrl);
    await run('mariadb', [...args, database], { env, in: join(work, 'database.sql') }).catch((error: Error) => {
      throw new Error(`${error.message} The database is empty now: run the command again once that is mended.`);
    });
    await migrateDatabase(databaseUrl);
    const held = await holdWhatWasDue(databaseUrl, manifest.at);
    for (const folder of KEPT_FOLDERS) {
      if (!existsSync(join(work, folder))) continue;
      mkdirSync(dataDir, { recursive: true });
      cpSync(join(work, folder), join(dataDir, folder), { recursive: true });
    }
    const { secretTrouble } = await import('../src/server/operations/secret-check');
    return { at: manifest.at, held, secret: await secretTrouble() };
  } finally {
    rmSync(work, { recursive: true, force: true });
  }
}

function readManifest(path: string, file: string): Manifest {
  try {
    const manifest = JSON.parse(readFileSync(path, 'utf8')) as Manifest;
    if (manifest.kind === KIND && manifest.version === 1) return manifest;
  } catch {
    // Said below.
  }
  throw new Error(`${file} is not a backup of Libellus. Nothing was changed.`);
}

async function refuseInUse(url: string, replace: boolean): Promise<void> {
  const connection = await createConnection(url);
  const count = async (sql: string): Promise<number> => {
    const [rows] = await connection
      .query<RowDataPacket[]>(sql)
      .catch(() => [[{ n: 0 }]] as unknown as [RowDataPacket[]]);
    return Number(rows[0]?.n ?? 0);
  };
  try {
    const running = await count(
      'select count(*) as n from heartbeat where beat_at > utc_timestamp(3) - interval 12 second',
    );
    if (running > 0) throw new Error('Libellus runs on this database. End it first. Nothing was changed.');
    const stores = await count('select count(*) as n from store');
    if (stores > 0 && !replace) {
      throw new Error(
        'The database holds a store already. To put the backup in its place, add --replace. Nothing was changed.',
      );
    }
  } finally {
    await connection.end();
  }
}

/** Takes all tables out of a database, which the account may not be allowed to drop itself. */
async function empty(url: string): Promise<void> {
  const connection = await createConnection(url);
  try {
    const [rows] = await connection.query<RowDataPacket[]>(
      'select table_name as name from information_schema.tables where table_schema = database()',
    );
    await connection.query('set foreign_key_checks = 0');
    for (const { name } of rows) await connection.query(`drop table \`${String(name)}\``);
  } finally {
    await connection.end();
  }
}

/** What was due when the backup was made may have been sent since: it waits for somebody to say that it was not. */
async function holdWhatWasDue(url: string, at: string): Promise<number> {
  const connection = await createConnection({ uri: url, timezone: 'Z' });
  try {
    const [result] = await connection.query(
      `update delivery set state = 'held', lease_until = null, lease_by = null, due_at = '9999-12-31', cause = 'restored',
         last_words = concat('It was due when the backup of ', ?, ' was made, and may have been sent since.')
       where state in ('planned', 'deferred', 'sending') and due_at <= utc_timestamp(3)`,
      [at.slice(0, 16).replace('T', ' ')],
    );
    return (result as { affectedRows: number }).affectedRows;
  } finally {
    await connection.end();
  }
}
