/** What a database's errors say: to be tried again at once, or once it is back. */
import { inTransaction } from './client';

/** The code mysql2 gives an error, which Drizzle wraps. */
function codeOf(error: unknown): string {
  const { code, cause } = error as { code?: string; cause?: { code?: string } };
  return cause?.code ?? code ?? '';
}

/** Runs a transaction again when the database chose it to end a deadlock; at most five times. */
export async function retryingDeadlocks<T>(work: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await work();
    } catch (error) {
      const code = codeOf(error);
      // Within another's transaction all of that is undone, and only who began it can begin again.
      if ((code !== 'ER_LOCK_DEADLOCK' && code !== 'ER_CHECKREAD') || tries >= 5 || inTransaction()) throw error;
    }
  }
}

const AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'PROTOCOL_CONNECTION_LOST',
  'ER_SERVER_SHUTDOWN',
  'ER_CON_COUNT_ERROR',
  'ER_LOCK_WAIT_TIMEOUT',
  'ER_STATEMENT_TIMEOUT',
  'NO_CONNECTION',
]);

/** Whether an error says that the database cannot be reached, which may be over in a moment. mysql2 calls errors fatal that end the connection. */
export function isAway(error: unknown): boolean {
  const { fatal, cause } = error as { fatal?: boolean; cause?: { fatal?: boolean } };
  return (cause?.fatal ?? fatal) === true || AWAY.has(codeOf(error));
}
