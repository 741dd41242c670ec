/**
 * Brings a database to the present schema. Each statement of a migration can be repeated, so one that was interrupted goes on at the
 * next start; a lock in a row lets one process at a time do it, on every node of a cluster (GET_LOCK holds on one node only).
 */
import { createHash, randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createConnection, type Connection, type ResultSetHeader, type RowDataPacket } from 'mysql2/promise';
import { schemaDifferences } from './schema-check';

const FOLDER = 'src/server/db/migrations';
const LOCK = 'migration';
/** A lock that was not renewed for so long is over: its process ended. */
const LOCK_S = 15;
const RENEW_MS = 4_000;
const ASK_MS = 250;
/** How long a start waits for another's migration, ms. */
const PATIENCE_MS = 10 * 60_000;

export interface Migration {
  tag: string;
  /** ms since 1970; migrations run in this order, and the newest that ran is on record. */
  when: number;
  statements: string[];
  hash: string;
}

/** The migrations of this version, oldest first. */
export function readMigrations(root = process.cwd()): Migration[] {
  const folder = join(root, FOLDER);
  const journal = JSON.parse(readFileSync(join(folder, 'meta/_journal.json'), 'utf8')) as {
    entries: { tag: string; when: number }[];
  };
  return journal.entries.map(({ tag, when }) => {
    const text = readFileSync(join(folder, `${tag}.sql`), 'utf8');
    return {
      tag,
      when,
      statements: text
        .split('--> statement-breakpoint')
        .map((s) => s.trim())
        .filter(Boolean),
      hash: createHash('sha256').update(text).digest('hex'),
    };
  });
}

/** Safe to run at every start, at the same time as others, and after one that was interrupted. */
export async function migrateDatabase(url: string, root = process.cwd()): Promise<void> {
  const connection = await createConnection({ uri: url, timezone: 'Z', charset: 'utf8mb4_unicode_ci' });
  try {
    await connection.query(
      'create table if not exists `__drizzle_migrations` (id serial primary key, hash text not null, created_at bigint)',
    );
    await connection.query(
      'create table if not exists `migration_lock` (name varchar(40) primary key, owner varchar(40) not null, until_time datetime(3) not null)',
    );
    await connection.query(
      "insert ignore into `migration_lock` (name, owner, until_time) values (?, '', '2000-01-01')",
      [LOCK],
    );
    const release = await lock(connection, url);
    try {
      await runMigrations(connection, readMigrations(root));
      const differences = await schemaDifferences(connection);
      if (differences.length > 0) {
        throw new Error(
          `The database is not as this version needs it: ${differences.slice(0, 5).join('; ')}. Restore a backup, or ask whoever changed it by hand.`,
        );
      }
    } finally {
      await release();
    }
  } finally {
    await connection.end();
  }
}

async function runMigrations(connection: Connection, migrations: readonly Migration[]): Promise<void> {
  const [rows] = await connection.query<RowDataPacket[]>(
    'select max(created_at) as newest from `__drizzle_migrations`',
  );
  const newest = Number(rows[0]?.newest ?? 0);
  for (const migration of migrations.filter((m) => m.when > newest)) {
    for (const statement of migration.statements) await runStatement(connection, statement);
    await connection.query('insert into `__drizzle_migrations` (hash, created_at) values (?, ?)', [
      migration.hash,
      migration.when,
    ]);
  }
}

/** Runs one statement. One marked `-- only while there is: table.column` is left out once the column is gone. */
export async function runStatement(connection: Connection, statement: string): Promise<void> {
  const [, table, column] = /^-- only while there is: (\w+)\.(\w+)$/m.exec(statement) ?? [];
  if (table) {
    const [rows] = await connection.query<RowDataPacket[]>(
      'select 1 from information_schema.columns where table_schema = database() and table_name = ? and column_name = ?',
      [table, column],
    );
    if (rows.length === 0) return;
  }
  await connection.query(statement);
}

/** Takes the lock, waiting for who has it, and keeps it until released. Times are the database's. */
async function lock(connection: Connection, url: string): Promise<() => Promise<void>> {
  const owner = randomBytes(12).toString('hex');
  const deadline = Date.now() + PATIENCE_MS;
  while (!(await take(connection, owner))) {
    if (Date.now() > deadline) throw new Error('Another start has been changing the database for ten minutes.');
    await new Promise((resolve) => setTimeout(resolve, ASK_MS));
  }
  // Renewed on a connection of its own: the first is busy with one long statement.
  const keeper = await createConnection({ uri: url, timezone: 'Z' });
  const renewing = setInterval(() => {
    void keeper
      .query('update `migration_lock` set until_time = now(3) + interval ? second where name = ? and owner = ?', [
        LOCK_S,
        LOCK,
        owner,
      ])
      .catch(() => undefined);
  }, RENEW_MS);
  return async () => {
    clearInterval(renewing);
    await keeper.end();
    await connection.query(
      "update `migration_lock` set owner = '', until_time = '2000-01-01' where name = ? and owner = ?",
      [LOCK, owner],
    );
  };
}

async function take(connection: Connection, owner: string): Promise<boolean> {
  try {
    const [result] = await connection.query<ResultSetHeader>(
      'update `migration_lock` set owner = ?, until_time = now(3) + interval ? second where name = ? and until_time < now(3)',
      [owner, LOCK_S, LOCK],
    );
    return result.affectedRows === 1;
  } catch (error) {
    // In a cluster, of two nodes that take it at once one is told so when it commits.
    if ((error as { code?: string }).code === 'ER_LOCK_DEADLOCK') return false;
    throw error;
  }
}
