/** What became of proofs: found in the mailbox, come to our own listener, or come back. */
import { and, eq, inArray, isNotNull, gt, lte } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { nextProofLook, PROOF_GIVEN_UP_MS, readAuthentication, type Authentication } from '@/core/proof';
import { log } from '../base/log';
import { unseal } from '../base/secrets';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { pathProofs, proofMailboxes } from '../db/schema';
import { findInMailbox, MailboxTrouble, type ImapSettings } from './imap';
import type { ProofMailboxRow } from './send';

/** So long nobody else reads what somebody reads just now, ms. */
const LEASE_MS = 60_000;

export interface Arrival {
  at: number;
  folder: string;
  junk: boolean;
  authentication: Authentication;
}

/** Notes that a proof has arrived, once. False for one that is not there any more. */
export async function noteArrival(proofId: string, { at, folder, junk, authentication }: Arrival): Promise<boolean> {
  const [result] = await database()
    .update(pathProofs)
    .set({
      ...{ state: 'arrived', arrivedAt: new Date(at), folder: folder.slice(0, 250), junk, authentication },
      ...{ words: '', remedy: '' },
    })
    .where(and(eq(pathProofs.id, proofId), inArray(pathProofs.state, ['waiting', 'sent'])));
  return result.affectedRows > 0;
}

/** Notes that a proof came back, with why in kept words. */
export async function noteReturn(proofId: string, words: string): Promise<boolean> {
  const [result] = await database()
    .update(pathProofs)
    .set({ state: 'returned', words: words.slice(0, 2000) })
    .where(and(eq(pathProofs.id, proofId), inArray(pathProofs.state, ['waiting', 'sent'])));
  return result.affectedRows > 0;
}

/** How a mailbox is reached, its password opened. */
export const imapSettingsOf = ({ host, port, security, user, password }: ProofMailboxRow): ImapSettings => ({
  ...{ host, port, security, user },
  password: password === '' ? '' : unseal(password),
});

/** Reads the mailboxes in which something may have arrived, each by one worker. How many, is given back. */
export async function readDueMailboxes(): Promise<number> {
  const now = await databaseTime();
  const due = await database().transaction(async (tx) => {
    const rows = await tx
      .select()
      .from(proofMailboxes)
      .where(lte(proofMailboxes.lookAt, new Date(now)))
      .limit(10)
      .for('update', { skipLocked: true });
    for (const { storeId } of rows) {
      await tx
        .update(proofMailboxes)
        .set({ lookAt: new Date(now + LEASE_MS) })
        .where(eq(proofMailboxes.storeId, storeId));
    }
    return rows;
  });
  await Promise.all(due.map((mailbox) => readMailbox(mailbox)));
  return due.length;
}

async function readMailbox(mailbox: ProofMailboxRow): Promise<void> {
  const db = database();
  const { storeId } = mailbox;
  const begun = await databaseTime();
  const open = () =>
    db
      .select({ id: pathProofs.id, messageId: pathProofs.messageId, sentAt: pathProofs.sentAt })
      .from(pathProofs)
      .where(
        and(
          ...[eq(pathProofs.storeId, storeId), eq(pathProofs.state, 'sent'), isNotNull(pathProofs.sentAt)],
          gt(pathProofs.sentAt, new Date(begun - PROOF_GIVEN_UP_MS)),
        ),
      );
  const looked = await open();
  const change: Partial<ProofMailboxRow> = {};
  if (looked.length > 0) {
    try {
      // Our own listener writes down what comes by itself: here is only seen until when it did not.
      if (mailbox.reader === 'imap') await readByImap(mailbox, looked, begun);
      Object.assign(change, {
        ...{ readAt: new Date(begun), troubleAt: null, trouble: '', remedy: '', troubleTold: false },
      });
    } catch (error) {
      if (!(error instanceof MailboxTrouble)) throw error;
      const { cause, remedy } = error.diagnosis;
      log.warn({ store: storeId, kind: error.diagnosis.kind }, 'a mailbox for proofs cannot be read');
      Object.assign(change, {
        ...{ trouble: cause.slice(0, 2000), remedy: remedy.slice(0, 2000) },
        ...(!mailbox.troubleAt && { troubleAt: new Date(begun) }),
      });
    }
  }
  const left = (await open()).map((p) => begun - p.sentAt!.getTime());
  const next = left.length > 0 ? new Date((await databaseTime()) + nextProofLook(Math.min(...left))) : null;
  await db
    .update(proofMailboxes)
    .set({ ...change, lookAt: next })
    .where(eq(proofMailboxes.storeId, storeId));
}

/** The bodies of a message's header fields of a name (in small letters), topmost first. */
export async function headerLinesOf(raw: Buffer, name: string): Promise<string[]> {
  const parsed = await simpleParser(raw, { skipHtmlToText: true, skipTextToHtml: true, skipImageLinks: true });
  return parsed.headerLines.filter((h) => h.key === name).map((h) => h.line.slice(h.line.indexOf(':') + 1));
}

async function readByImap(
  mailbox: ProofMailboxRow,
  proofs: readonly { id: string; messageId: string }[],
  now: number,
): Promise<void> {
  const idOf = new Map(proofs.map((p) => [p.messageId, p.id]));
  for (const found of await findInMailbox(imapSettingsOf(mailbox), [...idOf.keys()], now)) {
    const fields = await headerLinesOf(found.raw, 'authentication-results');
    await noteArrival(idOf.get(found.messageId)!, {
      ...{ at: found.arrivedAt, folder: found.folder, junk: found.junk },
      authentication: readAuthentication(fields),
    });
  }
}
