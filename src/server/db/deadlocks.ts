/** Transactions that the database ends so that another can go on, or that a node of it cannot do. */
import { isDeadlock, isUnfit } from '../base/database-errors';
import { inTransaction } from './client';

/** Runs a transaction again when the database chose it to end a deadlock, or it got to a node that cannot do it; at most five times. */
export async function retryingDeadlocks<T>(work: () => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries += 1) {
    try {
      return await work();
    } catch (error) {
      // Within another's transaction all of that is undone, and only who began it can begin again.
      if (!(isDeadlock(error) || isUnfit(error)) || tries >= 5 || inTransaction()) throw error;
    }
  }
}
