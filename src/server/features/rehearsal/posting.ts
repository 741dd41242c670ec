/** Messages of a rehearsal by the real services, to a mailbox of the store's people: what it would take, asked for, and stopped. */
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { and, count, eq, inArray, isNotNull, ne } from 'drizzle-orm';
import { chooseService } from '@/core/mail';
import type { AskPosting, PostedSet, PostingForecast } from '@/contract/rehearsal';
import { say } from '@/words/rehearsal';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { readKept } from '../../base/reading';
import { database } from '../../db/client';
import { proofMailboxes, rehearsalMessages, rehearsalPostings } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { domainOf, freshMessageId } from '../../sending/compose';
import { servicesOf, standingOf } from '../../sending/service';
import { useToday } from '../../sending/service-use';
import { fromOf, withPlus } from '../../rehearsal/readdress';
import { messagesOf, type MessageRow, type Run } from '../../rehearsal/runs';
import { runOf } from './rehearsal';

const unzip = promisify(gunzip);

/** The messages of a set, in the order of the run: of those that show the same, the first, in the store's own language if it can be. */
function inSet(rows: readonly MessageRow[], set: PostedSet, own: string): MessageRow[] {
  if (set === 'all') return [...rows];
  const keyOf = (m: MessageRow): string =>
    set === 'versions' ? `${m.variantId} ${m.role} ${m.language}` : m.notificationId;
  const first = new Map<string, MessageRow>();
  for (const row of [...rows].sort((a, b) => Number(b.wanted === own) - Number(a.wanted === own))) {
    if (!first.has(keyOf(row))) first.set(keyOf(row), row);
  }
  const chosen = new Set([...first.values()].map((m) => m.id));
  return rows.filter((m) => chosen.has(m.id));
}

/** The mailbox for proofs, where it is one that is read by IMAP. */
async function proofAddress(storeId: string): Promise<string | undefined> {
  const [mailbox] = await database().select().from(proofMailboxes).where(eq(proofMailboxes.storeId, storeId));
  return mailbox?.reader === 'imap' && mailbox.address !== '' ? mailbox.address : undefined;
}

interface Planned {
  run: Run;
  /** Messages with whom each says that it is from. */
  messages: (MessageRow & { from: string })[];
  to: string;
}

async function planned(access: Access, { number, set, to }: Omit<AskPosting, 'plus'>): Promise<Planned> {
  const run = (await runOf(access, number))!;
  const address = to === 'me' ? access.person.email : await proofAddress(access.store.id);
  if (address === undefined) throw new AppError('invalid', say.noProofMailbox);
  const arrived = await database()
    .select({ id: rehearsalMessages.id, raw: rehearsalMessages.raw })
    .from(rehearsalMessages)
    .where(and(eq(rehearsalMessages.rehearsalId, run.id), isNotNull(rehearsalMessages.raw)));
  const raws = new Map(arrived.map((m) => [m.id, m.raw!]));
  const rows = inSet(
    (await messagesOf(run)).filter((m) => raws.has(m.id)),
    set,
    access.store.language,
  );
  const messages = await Promise.all(rows.map(async (m) => ({ ...m, from: fromOf(await unzip(raws.get(m.id)!)) })));
  return { run, messages, to: address };
}

/** What sending them would take, and whether it can be done. Throws `not-found` for a run that is not there. */
export async function forecastPosting(access: Access, asked: AskPosting): Promise<PostingForecast> {
  const { run, messages, to } = await planned(access, asked);
  const { store } = access;
  const now = await databaseTime();
  const own = await servicesOf(store.id);
  const used = await useToday(own, store.timeZone, now);
  const standings = own.map(standingOf);
  const counts = new Map<string, number>();
  let [unsendable, why] = [0, ''];
  for (const { from } of messages) {
    const choice = chooseService(standings, from, now);
    if (choice.kind === 'use') counts.set(choice.service.id, (counts.get(choice.service.id) ?? 0) + 1);
    else [unsendable, why] = [unsendable + 1, readKept(choice.words)];
  }
  const services = own
    .filter((s) => counts.has(s.id))
    .map((s) => ({
      ...{ name: s.name || s.host, messages: counts.get(s.id)! },
      ...(s.perDay !== null && { perDay: s.perDay, left: Math.max(0, s.perDay - (used.get(s.id)?.used ?? 0)) }),
      ...(s.perMinute !== null && { perMinute: s.perMinute }),
    }));
  const over = services.find((s) => s.left !== undefined && s.messages > s.left);
  const trouble =
    run.state === 'waiting' || run.state === 'running'
      ? say.underWay
      : messages.length === 0
        ? say.nothingToPost
        : unsendable > 0
          ? say.cannotPost({ n: unsendable, why })
          : over
            ? say.overLimit({ service: over.name, left: over.left ?? 0 })
            : '';
  const [first] = addressesFor(run, messages, to, asked.plus);
  return { messages: messages.length, to: first ?? to, services, trouble };
}

/** Whom each goes to. */
const addressesFor = (run: Run, messages: readonly unknown[], to: string, plus: boolean): string[] =>
  messages.map((_, i) => (plus ? withPlus(to, `r${run.number}-${i + 1}`) : to));

/**
 * Has messages of a run go out by the real services, to whoever asks or to the mailbox for proofs: to nobody else, whatever is asked.
 * Throws `conflict` while some do, and where it cannot be done now.
 */
export async function askPosting(access: Access, asked: AskPosting): Promise<{ messages: number }> {
  const { trouble } = await forecastPosting(access, asked);
  if (trouble !== '') throw new AppError('conflict', trouble);
  const { run, messages, to } = await planned(access, asked);
  const { store } = access;
  const now = new Date(await databaseTime());
  const addresses = addressesFor(run, messages, to, asked.plus);
  await database().transaction(async (tx) => {
    const [under] = await tx
      .select({ n: count() })
      .from(rehearsalPostings)
      .where(and(eq(rehearsalPostings.storeId, store.id), ne(rehearsalPostings.state, 'done')));
    if ((under?.n ?? 0) > 0) throw new AppError('conflict', say.postingUnderWay);
    await tx.delete(rehearsalPostings).where(eq(rehearsalPostings.rehearsalId, run.id));
    await tx.insert(rehearsalPostings).values(
      messages.map(({ id, from }, i) => ({
        ...{ id, rehearsalId: run.id, storeId: store.id, recipient: addresses[i]!, dueAt: now },
        ...{ messageId: freshMessageId(domainOf(from)), reads: asked.to === 'proofs' },
      })),
    );
    await remember(access, 'postedRehearsal', { number: run.number, n: messages.length, address: to }, { db: tx });
  });
  return { messages: messages.length };
}

/** Sends no further ones, and looks for none any more. Throws `conflict` where none are sent. */
export async function stopPosting(access: Access, { number }: { number: number }): Promise<void> {
  const run = (await runOf(access, number))!;
  const [done] = await database()
    .update(rehearsalPostings)
    .set({ state: 'done' })
    .where(and(eq(rehearsalPostings.rehearsalId, run.id), inArray(rehearsalPostings.state, ['waiting', 'sent'])));
  if (done.affectedRows === 0) throw new AppError('conflict', say.postingNotUnderWay);
}

/** Where messages can go: to whoever asks, and to the mailbox for proofs where there is one. */
export const postingPlaces = async ({ person, store }: Access): Promise<{ me: string; proofs?: string }> => {
  const proofs = await proofAddress(store.id);
  return { me: person.email, ...(proofs !== undefined && { proofs }) };
};
