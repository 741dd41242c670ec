/** Transactions that the database ends so that another can go on. */
import { isDeadlock } from '../base/database-errors';
import { inTransaction } from './client';

/** Runs a transaction again when the database chose it to end a deadlock; at most five times. */
export async function retryingDeadlocks<T>(work: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await work();
    } catch (error) {
      // Within another's transaction all of that is undone, and only who began it can begin again.
      if (!isDeadlock(error) || tries >= 5 || inTransaction()) throw error;
    }
  }
}
