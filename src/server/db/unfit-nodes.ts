/** Nodes of a database that take connections and cannot do what they are asked. */
import type { Socket } from 'node:net';
import type { Pool, PoolConnection } from 'mysql2/promise';
import { isUnfit } from '../base/database-errors';
import { hasRefusedSince, refused } from './nodes';
import { getThrough } from './through';

/** The socket of a connection, which the library's types leave out. */
const lineOf = (connection: PoolConnection): { stream?: Socket } =>
  connection.connection as unknown as { stream?: Socket };

/**
 * Leaves a node that answers and cannot do what it is asked, such as one apart from the others or with a full disk: its connections are
 * closed, and a statement by itself is tried at another at once. A transaction ends with the error, and the next one is at another node.
 *
 * @param nodes how many there are
 */
export function goToOthers(pool: Pool, nodes: number): void {
  const openedAt = new WeakMap<object, number>();
  pool.pool.on('connection', (connection) => void openedAt.set(connection, performance.now()));
  const acquire = pool.getConnection.bind(pool);
  const getConnection = async (): Promise<PoolConnection> => {
    for (;;) {
      const connection = await acquire();
      if (!hasRefusedSince(lineOf(connection), openedAt.get(connection.connection) ?? 0)) return watched(connection);
      connection.destroy();
      connection.release();
    }
  };
  getThrough(pool, getConnection, (error, tries) => isUnfit(error) && tries < nodes);
}

/** A connection that is closed when it is given back, once its node said that it cannot do what it was asked. */
function watched(connection: PoolConnection): PoolConnection {
  let unfit = false;
  const noticing =
    (kind: 'query' | 'execute') =>
    (...args: unknown[]): Promise<unknown> =>
      run[kind](...args).catch((error: unknown) => {
        if (isUnfit(error)) {
          unfit = true;
          refused(lineOf(connection));
        }
        throw error;
      });
  const run = {
    query: connection.query.bind(connection) as (...args: unknown[]) => Promise<unknown>,
    execute: connection.execute.bind(connection) as (...args: unknown[]) => Promise<unknown>,
  };
  const release = connection.release.bind(connection);
  return Object.assign(connection, {
    query: noticing('query'),
    execute: noticing('execute'),
    release: () => {
      if (unfit) connection.destroy();
      release();
    },
  });
}
