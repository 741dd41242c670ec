/** One message of a rehearsal: what was looked at, as it arrived, and held against the run before. */
import { isDeepStrictEqual, promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { and, eq, inArray } from 'drizzle-orm';
import { simpleParser, type ParsedMail } from 'mailparser';
import { momentLabel } from '@/core/moments';
import { comparedLines, type ComparedLine } from '@/core/rehearsal';
import type { RehearsedMessage } from '@/contract/rehearsal';
import type { Access } from '../../auth/access';
import { AppError } from '../../base/errors';
import { readKept } from '../../base/reading';
import { database } from '../../db/client';
import { rehearsalLives, rehearsalMessages, rehearsals } from '../../db/schema';
import { picturedIn } from '../../rehearsal/pictures';
import { messagesOf, runBefore, showing, worstOf, type MessageRow, type Run } from '../../rehearsal/runs';
import { namesOf, rowView } from './rehearsal';
import { say } from '@/words/rehearsal';

const unzip = promisify(gunzip);

/** A message with its run and its order. Throws `not-found` for one of another store. */
export async function messageById({ store }: Pick<Access, 'store'>, id: string) {
  const [found] = await database()
    .select({
      message: rehearsalMessages,
      run: rehearsals,
      number: rehearsalLives.number,
      livedIn: rehearsalLives.livedIn,
    })
    .from(rehearsalMessages)
    .innerJoin(rehearsals, eq(rehearsals.id, rehearsalMessages.rehearsalId))
    .innerJoin(
      rehearsalLives,
      and(
        eq(rehearsalLives.rehearsalId, rehearsalMessages.rehearsalId),
        eq(rehearsalLives.place, rehearsalMessages.place),
      ),
    )
    .where(and(eq(rehearsalMessages.id, id), eq(rehearsals.storeId, store.id)));
  if (!found) throw new AppError('not-found', say.noSuchMessage);
  return found;
}

/** One message of a run, with what was looked at and as it arrived. Throws `not-found` for one of another store. */
export async function loadRehearsed(access: Access, id: string): Promise<RehearsedMessage> {
  const { message, run, livedIn } = await messageById(access, id);
  const before = await runBefore(run);
  const was = worstOf(before ? await messagesOf(before) : []);
  const earlier = was.get(showing(message));
  const pictured = await picturedIn(access.store.id, [message]);
  const parsed = message.raw ? await simpleParser(await unzip(message.raw)) : undefined;
  return {
    ...rowView(message, await namesOf(access), was, livedIn ?? undefined),
    ...(message.seen !== null && pictured.has(message.seen) && { seen: message.seen }),
    ...{ subject: message.subject, recipientName: message.recipientName, at: message.at.toISOString() },
    event: momentLabel(message.moment),
    checks: message.checks.map((c) => ({ ...c, words: readKept(c.words) })),
    html: typeof parsed?.html === 'string' ? parsed.html : '',
    text: parsed?.text ?? '',
    ...(before &&
      earlier && {
        before: {
          run: before.number,
          outcome: earlier,
          ...(parsed && (await comparedWith(before, message, run, parsed))),
        },
      }),
  };
}

/** The same message of the same made-up order in the run before, where there is one: its number and days are others. */
export async function counterpartOf(
  before: Run,
  message: Pick<MessageRow, 'place' | 'event' | keyof Parameters<typeof showing>[0]>,
  run: Pick<Run, 'id'>,
): Promise<typeof rehearsalMessages.$inferSelect | undefined> {
  const livesOf = (rehearsalId: string) =>
    database()
      .select({ place: rehearsalLives.place, life: rehearsalLives.life })
      .from(rehearsalLives)
      .where(eq(rehearsalLives.rehearsalId, rehearsalId));
  const [now, then] = await Promise.all([livesOf(run.id), livesOf(before.id)]);
  const own = now.find((l) => l.place === message.place)?.life;
  const places = then.filter(({ life }) => isDeepStrictEqual(life, own)).map((l) => l.place);
  if (places.length === 0) return undefined;
  const rows = await database()
    .select()
    .from(rehearsalMessages)
    .where(and(eq(rehearsalMessages.rehearsalId, before.id), inArray(rehearsalMessages.place, places)));
  return rows.find((r) => r.event === message.event && showing(r) === showing(message));
}

async function comparedWith(
  before: Run,
  message: typeof rehearsalMessages.$inferSelect,
  run: Run,
  parsed: ParsedMail,
): Promise<{ lines?: ComparedLine[] }> {
  const same = await counterpartOf(before, message, run);
  if (!same?.raw) return {};
  const was = await simpleParser(await unzip(same.raw));
  const said = (mail: ParsedMail): string => `${mail.subject ?? ''}\n${mail.text ?? ''}`;
  return { lines: comparedLines(said(was), said(parsed), message.language) };
}

/** The bytes of a message as it arrived. Throws `not-found` for one that never came. */
export async function rehearsedBytes(access: Access, id: string): Promise<Buffer> {
  const [found] = await database()
    .select({ raw: rehearsalMessages.raw })
    .from(rehearsalMessages)
    .innerJoin(rehearsals, eq(rehearsals.id, rehearsalMessages.rehearsalId))
    .where(and(eq(rehearsalMessages.id, id), eq(rehearsals.storeId, access.store.id)));
  if (!found?.raw) throw new AppError('not-found', say.noSuchMessage);
  return unzip(found.raw);
}
