/** The database connection: one pool for each process. */
import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import { createPool, type Pool } from 'mysql2/promise';
import { config } from '../config';
import * as schema from './schema';

export type Database = MySql2Database<typeof schema>;
/** A database or an open transaction on it. */
export type Executor = Pick<
  Database,
  'select' | 'insert' | 'update' | 'delete' | 'execute' | 'query' | 'selectDistinct'
>;

interface Connection {
  pool: Pool;
  db: Database;
}

// Kept on the global object: in development Next.js loads modules anew, and each load would open another pool.
const store = globalThis as typeof globalThis & { libellusDatabase?: Connection };

export function connect(url: string, connections = 10): Connection {
  const pool = createPool({
    uri: url,
    connectionLimit: connections,
    timezone: 'Z',
    charset: 'utf8mb4_unicode_ci',
    supportBigNumbers: true,
  });
  return { pool, db: drizzle(pool, { schema, mode: 'default' }) };
}

export function database(): Database {
  store.libellusDatabase ??= connect(config().databaseUrl);
  return store.libellusDatabase.db;
}

export async function closeDatabase(): Promise<void> {
  const open = store.libellusDatabase;
  store.libellusDatabase = undefined;
  await open?.pool.end();
}
