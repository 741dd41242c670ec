/** What owners are told of a rehearsal that began by itself. */
import { eq, inArray } from 'drizzle-orm';
import { BAD } from '@/contract/rehearsal';
import { momentLabel } from '@/core/moments';
import { languageName } from '@/core/names';
import { say } from '@/words/told';
import { config } from '../base/config';
import { readKept } from '../base/reading';
import { database } from '../db/client';
import { notifications, rehearsalMessages } from '../db/schema';
import { tellColleagues } from '../sending/notice';
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
  const wordsOf = new Map(checks.map((c) => [c.id, c.checks[0]?.words ?? '']));
  const nameOf = new Map(named.map((n) => [n.id, n.name]));
  const n = fresh.length;
  await tellColleagues(run.storeId, 'rehearsals', () => ({
    subject: say.rehearsalSubject({ n }),
    text: [
      say.rehearsalFound({ run: run.number, n }),
      '',
      ...shown.map((m) =>
        say.rehearsalMessage({
          name: nameOf.get(m.notificationId) ?? momentLabel(m.moment),
          language: languageName(m.wanted),
          words: readKept(wordsOf.get(m.id) ?? ''),
        }),
      ),
      ...(n > shown.length ? [say.andMore({ n: n - shown.length })] : []),
      '',
      say.rehearsalWay({ url: `${config().url}/s/${run.storeId}/rehearsal?run=${run.number}&view=fix` }),
    ].join('\n'),
  }));
  return true;
}
