/** The database connection: one pool for each process, with limits on how long anything may take. */
import { AsyncLocalStorage } from 'node:async_hooks';
import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import { createPool, type Pool, type PoolConnection } from 'mysql2/promise';
import { config } from '../base/config';
import { nodesOf, wayTo } from './nodes';
import { watchPool, type PoolWatch } from './pool-use';
import * as schema from './schema';
import { getThrough } from './through';
import { goToOthers } from './unfit-nodes';

export type Database = MySql2Database<typeof schema>;
/** A database or an open transaction on it. */
export type Executor = Pick<
  Database,
  'select' | 'insert' | 'update' | 'delete' | 'execute' | 'query' | 'selectDistinct'
>;

interface Connection {
  pool: Pool;
  watch: PoolWatch;
  db: Database;
}

interface Kept {
  libellusDatabase?: Connection;
  libellusApart?: Connection;
  libellusTransaction?: AsyncLocalStorage<Database>;
}

// Kept on the global object: this module is loaded more than once in the web process, and each load would open another pool.
const store = globalThis as typeof globalThis & Kept;

/** How long one may wait for a connection, ms. */
const ACQUIRE_MS = 10_000;
/** How long one statement may run, and wait for locks of others, s. */
const STATEMENT_S = 30;
const LOCK_WAIT_S = 10;

/** No connection was free in time: too much is asked for at once. */
export class NoConnection extends Error {
  readonly code = 'NO_CONNECTION';
  constructor() {
    super(`No connection to the database was free within ${ACQUIRE_MS / 1000} s.`);
  }
}

/**
 * A pool of connections to a database, each set to read what is committed and to give up a statement after 30 s.
 * @param silentMs how long a node of several may owe an answer
 */
export function connect(url: string, connections = 10, silentMs?: number): Connection {
  const nodes = nodesOf(url)?.hosts.length ?? 1;
  const several = nodes > 1;
  const pool = createPool({
    ...wayTo(url, silentMs),
    connectionLimit: connections,
    connectTimeout: ACQUIRE_MS,
    timezone: 'Z',
    charset: 'utf8mb4_unicode_ci',
    supportBigNumbers: true,
    // A second stack for each statement, beside the one that an awaited error has anyway.
    trace: false,
  });
  // A statement that runs too long is ended by the server, and the connection stays usable (MariaDB's max_statement_time). Reading
  // what is committed is what all transactions here want: none counts on seeing the past, and no gaps between rows are locked.
  pool.pool.on('connection', (connection) => {
    connection.query(`set session max_statement_time=${STATEMENT_S}, innodb_lock_wait_timeout=${LOCK_WAIT_S}`);
    connection.query('set session transaction isolation level read committed');
    // Another node may still be at what was committed before it was asked; of one database the setting says nothing.
    if (several) connection.query('set session wsrep_sync_wait=1');
  });
  const watch = watchPool(pool, connections);
  limitWaiting(pool, watch);
  if (several) goToOthers(pool, nodes);
  return { pool, watch, db: nested(drizzle(pool, { schema, mode: 'default' })) };
}

/** Makes getting a connection fail after a while instead of waiting for ever behind others that wait. */
function limitWaiting(pool: Pool, watch: PoolWatch): void {
  const acquire = pool.getConnection.bind(pool);
  const getConnection = async (): Promise<PoolConnection> => {
    const had = watch.asked();
    const asked = acquire();
    let timer: NodeJS.Timeout | undefined;
    const late = new Promise<never>((_, reject) => {
      timer = setTimeout(() => reject(new NoConnection()), ACQUIRE_MS);
    });
    try {
      return await Promise.race([asked, late]);
    } catch (error) {
      // One that comes after all is given back.
      void asked.then((connection) => connection.release()).catch(() => undefined);
      throw error;
    } finally {
      clearTimeout(timer);
      had();
    }
  };
  getThrough(pool, getConnection);
}

/**
 * The transaction that the present call runs in. Whatever asks for the database within it gets the transaction, so that a use case
 * never waits for a second connection while it holds one: many that did would wait for each other for ever.
 */
const present = (store.libellusTransaction ??= new AsyncLocalStorage<Database>());

function nested(db: Database): Database {
  const begin = db.transaction.bind(db);
  const transaction: Database['transaction'] = (work, options) => {
    const within = present.getStore();
    if (within) return work(within as unknown as Parameters<typeof work>[0]);
    return begin((tx) => present.run(tx as unknown as Database, () => work(tx)), options);
  };
  return Object.assign(db, { transaction });
}

/** Whether the present call runs in a transaction, which then is all or nothing as a whole. */
export const inTransaction = (): boolean => present.getStore() !== undefined;

/** The open transaction of the present call, or the pool. */
export function database(): Database {
  store.libellusDatabase ??= connect(config().databaseUrl);
  return present.getStore() ?? store.libellusDatabase.db;
}

/** Connections for what is taken back. */
const APART = 4;

/** Carries what something found out of its transaction, while that is taken back. */
class TakenBack<T> extends Error {
  constructor(readonly found: T) {
    super('taken back');
  }
}

/**
 * Does something in a transaction that is taken back in any case, on connections of its own. They never commit by themselves: should the
 * database end the transaction in the middle, to let another go on, what is done after that is taken back as well. Transactions within it
 * are part of it: they have no savepoints, and what fails in one is not undone by itself.
 */
export async function takenBack<T>(work: (tx: Executor) => Promise<T>): Promise<T> {
  if (!store.libellusApart) {
    store.libellusApart = connect(config().databaseUrl, APART);
    store.libellusApart.pool.pool.on('connection', (connection) => connection.query('set session autocommit=0'));
  }
  try {
    return await store.libellusApart.db.transaction(async (tx) => {
      const whole = Object.assign(tx, { transaction: (part: (within: typeof tx) => Promise<unknown>) => part(tx) });
      throw new TakenBack(await work(whole));
    });
  } catch (error) {
    if (error instanceof TakenBack) return error.found as T;
    throw error;
  }
}

/** Ends the pools of this process; the next query opens another. */
export async function closeDatabase(): Promise<void> {
  const open = [store.libellusDatabase, store.libellusApart];
  store.libellusDatabase = undefined;
  store.libellusApart = undefined;
  for (const connection of open) connection?.watch.ended();
  await Promise.all(open.map((connection) => connection?.pool.end()));
}
