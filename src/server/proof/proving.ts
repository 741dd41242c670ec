/** The living proof as a worker keeps it up: rounds begun, proofs sent, mailboxes read, owners told, and what is old forgotten. */
import { lt } from 'drizzle-orm';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { pathProofs } from '../db/schema';
import { idAt } from '../base/ids';
import { readDueMailboxes } from './arrivals';
import { beginDueRounds, sendDueProofs } from './send';
import { ProofTeller } from './tell';

/** What proofs showed is kept for so long, ms. */
export const PROOFS_KEPT_MS = 90 * 86_400_000;
const FORGET_EVERY_MS = 3_600_000;

export class Proving {
  private readonly teller = new ProofTeller();
  private forgottenAt = 0;

  /** One turn, by any worker: what one does, no other does at the same time. */
  async turn(): Promise<void> {
    await beginDueRounds();
    await sendDueProofs();
    await readDueMailboxes();
    await this.teller.turn();
    const now = await databaseTime();
    if (now - this.forgottenAt > FORGET_EVERY_MS) {
      this.forgottenAt = now;
      await database()
        .delete(pathProofs)
        .where(lt(pathProofs.id, idAt(now - PROOFS_KEPT_MS)))
        .limit(10_000);
    }
  }
}
