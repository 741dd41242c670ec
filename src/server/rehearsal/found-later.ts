/** What is found of a rehearsed message after it was judged: written to it, and its run's outcomes counted anew. */
import { eq, and, type SQL } from 'drizzle-orm';
import { outcomeOf, type Check } from '@/core/rehearsal';
import { database } from '../db/client';
import { rehearsalMessages, rehearsals } from '../db/schema';

/**
 * @param checks what the message's checks become, from what they are
 * @param still which run it is written to, such as one that is this process's still
 */
export async function writeFound(
  { id, rehearsalId }: { id: string; rehearsalId: string },
  checks: (before: Check[]) => Check[],
  still?: SQL,
): Promise<void> {
  await database().transaction(async (tx) => {
    const [run] = await tx
      .select({ counts: rehearsals.counts })
      .from(rehearsals)
      .where(and(eq(rehearsals.id, rehearsalId), still))
      .for('update');
    const [message] = await tx
      .select({ outcome: rehearsalMessages.outcome, checks: rehearsalMessages.checks })
      .from(rehearsalMessages)
      .where(eq(rehearsalMessages.id, id));
    if (!run || !message) return;
    const { outcome: before } = message;
    const now = checks(message.checks);
    const outcome = before === 'missing' || before === 'surplus' ? before : outcomeOf(now);
    await tx.update(rehearsalMessages).set({ checks: now, outcome }).where(eq(rehearsalMessages.id, id));
    if (outcome === before) return;
    const counts = { ...run.counts, [before]: run.counts[before] - 1, [outcome]: run.counts[outcome] + 1 };
    await tx.update(rehearsals).set({ counts }).where(eq(rehearsals.id, rehearsalId));
  });
}
