/** A pool whose connections are got in another way. */
import type { Pool, PoolConnection } from 'mysql2/promise';

type Asking = (...args: unknown[]) => Promise<unknown>;

/**
 * Makes a pool get its connections by `getConnection`, those for a statement by itself too.
 *
 * @param again whether such a statement is asked once more, on another connection, after an error
 */
export function getThrough(
  pool: Pool,
  getConnection: () => Promise<PoolConnection>,
  again: (error: unknown, tries: number) => boolean = () => false,
): void {
  const once =
    (kind: 'query' | 'execute'): Asking =>
    async (...args) => {
      for (let tries = 1; ; tries += 1) {
        const connection = await getConnection();
        try {
          return await (connection[kind] as Asking)(...args);
        } catch (error) {
          if (!again(error, tries)) throw error;
        } finally {
          connection.release();
        }
      }
    };
  Object.assign(pool, { getConnection, query: once('query'), execute: once('execute') });
}
