/** What owners are told of a rehearsal that began by itself. */
import { eq, inArray } from 'drizzle-orm';
import { BAD } from '@/contract/rehearsal';
import { config } from '../base/config';
import { readKept } from '../base/reading';
import { database } from '../db/client';
import { notifications, rehearsalMessages } from '../db/schema';
import { tellOwners } from '../sending/notice';
import { messagesOf, runBefore, showing, worstOf, type Run } from './runs';

/** So many messages are named in a mail. */
const NAMED = 20;

/** Tells the owners what is wrong that was not wrong in the run before; answers whether there was anything. */
export async function tellOfRun(run: Run): Promise<boolean> {
  const before = await runBefore(run);
  const was = worstOf(before ? await messagesOf(before) : []);
  const isBad = (outcome: string | undefined): boolean => BAD.some((b) => b === outcome);
  const fresh = (await messagesOf(run)).filter((m) => isBad(m.outcome) && !isBad(was.get(showing(m))));
  if (fresh.length === 0) return false;
  const shown = fresh.slice(0, NAMED);
  const [checks, named] = await Promise.all([
    database()
      .select({ id: rehearsalMessages.id, checks: rehearsalMessages.checks })
      .from(rehearsalMessages)
      .where(
        inArray(
          rehearsalMessages.id,
          shown.map((m) => m.id),
        ),
      ),
    database()
      .select({ id: notifications.id, name: notifications.name })
      .from(notifications)
      .where(eq(notifications.storeId, run.storeId)),
  ]);
  const wordsOf = new Map(checks.map((c) => [c.id, readKept(c.checks[0]?.words ?? '')]));
  const nameOf = new Map(named.map((n) => [n.id, n.name]));
  const text = [
    `Rehearsal ${run.number} found ${fresh.length === 1 ? 'a message that is' : `${fresh.length} messages that are`} not right. Nobody got them; real ones go out as they are.`,
    '',
    ...shown.map((m) => `- ${nameOf.get(m.notificationId) ?? m.moment}, ${m.wanted}: ${wordsOf.get(m.id)}`),
    ...(fresh.length > shown.length ? [`- and ${fresh.length - shown.length} more`] : []),
    '',
    `What is wrong, and the way to mend it: ${config().url}/s/${run.storeId}/rehearsal?run=${run.number}&view=fix`,
  ].join('\n');
  await tellOwners(run.storeId, `${fresh.length} of its messages ${fresh.length === 1 ? 'is' : 'are'} not right`, text);
  return true;
}
