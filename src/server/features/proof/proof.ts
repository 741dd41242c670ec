/** The living proof: its mailbox set up and tried, proofs sent on asking, and what they showed. */
import { and, desc, eq, gte, inArray } from 'drizzle-orm';
import { isMailAddress, isHostName } from '@/core/schema';
import { isBadProof, type ProofStanding } from '@/core/proof';
import type { ProofMailbox, ProofPathView, ProofRow as ProofView1, ProofView } from '@/contract/proof';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError, type FieldProblem } from '../../base/errors';
import { idAt } from '../../base/ids';
import { readKept } from '../../base/reading';
import { seal, unseal } from '../../base/secrets';
import { database } from '../../db/client';
import { databaseTime } from '../../db/time';
import { pathProofs, proofMailboxes } from '../../db/schema';
import { MailboxTrouble, tryMailbox } from '../../proof/imap';
import { beginProofs, listenedDomainOf, pathsOf, type ProofMailboxRow, type ProofRow } from '../../proof/send';
import { standingOfProof } from '../../proof/tell';
import { bounceDomainOf } from '../../sending/returnpath';
import { config } from '../../base/config';
import { kept } from '@/words/kept';
import { say } from '@/words/proof';

/** So many proofs of each path are shown. */
const SHOWN = 48;
/** Figures are of paths that were proven in this time, ms. */
const LATELY_MS = 3 * 86_400_000;
/** Of these is not known yet what they show. */
const UNKNOWN: readonly ProofStanding[] = ['under way', 'unsent', 'unread'];

async function mailboxOf(storeId: string): Promise<ProofMailboxRow | undefined> {
  const [row] = await database().select().from(proofMailboxes).where(eq(proofMailboxes.storeId, storeId));
  return row;
}

/** The domain that proofs come back at to our own listener; undefined when there is none that listens, or no domain leads there. */
async function listensAt(storeId: string): Promise<string | undefined> {
  const domain = config().bounceHost ? await listenedDomainOf(storeId) : undefined;
  return domain === undefined ? undefined : bounceDomainOf(domain);
}

function viewOf(proof: ProofRow, now: number, readAt: Date | null | undefined): ProofView1 {
  const { id, serviceId, serviceName, domain, recipient, folder, authentication, words, remedy, sentAt, arrivedAt } =
    proof;
  return {
    ...{ id, serviceId, service: serviceName, domain, recipient, folder, authentication },
    ...{ words: readKept(words), remedy: readKept(remedy) },
    standing: standingOfProof(proof, now, readAt),
    at: (sentAt ?? proof.dueAt).toISOString(),
    // The mailbox's clock may be behind ours, and says seconds only.
    ...(arrivedAt && sentAt && { tookMs: Math.max(0, arrivedAt.getTime() - sentAt.getTime()) }),
  };
}

/** What the screen shows: the mailbox without its password, and each path with its last proofs, the newest first. */
export async function proofView({ store }: Access): Promise<ProofView> {
  const db = database();
  const [mailbox, { paths, leftOut }, back, now] = await Promise.all([
    mailboxOf(store.id),
    pathsOf(store.id),
    listensAt(store.id),
    databaseTime(),
  ]);
  const views = await Promise.all(
    paths.map(async ({ service, domain, sender }): Promise<ProofPathView> => {
      const rows = await db
        .select()
        .from(pathProofs)
        .where(
          and(eq(pathProofs.storeId, store.id), eq(pathProofs.serviceId, service.id), eq(pathProofs.domain, domain)),
        )
        .orderBy(desc(pathProofs.id))
        .limit(SHOWN);
      return {
        ...{ serviceId: service.id, service: service.name, domain, sender: sender.address },
        proofs: rows.map((r) => viewOf(r, now, mailbox?.readAt)),
      };
    }),
  );
  return {
    ...(mailbox && { mailbox: mailboxView(mailbox) }),
    ...(back !== undefined && { listensAt: back }),
    paths: views,
    leftOut: leftOut.map(({ service, why }) => ({ serviceId: service.id, service: service.name, why })),
  };
}

function mailboxView(row: ProofMailboxRow): NonNullable<ProofView['mailbox']> {
  const { every, reader, address, host, port, security, user, nextAt, readAt, troubleAt, trouble, remedy } = row;
  return {
    ...{ every, reader, address, host, port, security, user },
    hasPassword: row.password !== '',
    ...(nextAt && { nextAt: nextAt.toISOString() }),
    ...(readAt && { readAt: readAt.toISOString() }),
    ...(troubleAt && {
      trouble: { since: troubleAt.toISOString(), words: readKept(trouble), remedy: readKept(remedy) },
    }),
  };
}

const LOOPBACK = /^(localhost|127\.\d+\.\d+\.\d+|::1)$/i;

/** What is entered as it is kept, its password sealed. Throws `invalid` with a problem at each field that has one. */
async function checked({ store }: Access, input: ProofMailbox) {
  const before = await mailboxOf(store.id);
  const { password, ...rest } = input;
  const values = { ...rest, address: rest.address.trim(), host: rest.host.trim(), user: rest.user.trim() };
  const problems: FieldProblem[] = [];
  const no = (path: string, message: string): void => void problems.push({ path, message });
  if (values.reader === 'listener') {
    if ((await listensAt(store.id)) === undefined) no('/reader', say.noListener);
    if (problems.length > 0) throw new AppError('invalid', say.cannotBeSaved, problems);
    // What was entered for a mailbox stays for when it is taken again.
    return { ...values, password: before?.password ?? '' };
  }
  values.user ||= values.address;
  // A stored password is for the server and user it was given for, and goes to no other.
  const same = before && before.host === values.host && before.user === values.user;
  const sealed = password ? seal(password) : same ? before.password : '';
  if (!isMailAddress(values.address)) no('/address', say.giveAddress);
  if (!isHostName(values.host)) no('/host', say.giveHost);
  if (sealed === '') no('/password', before?.password ? say.givePasswordAgain : say.givePassword);
  if (values.security === 'none' && !LOOPBACK.test(values.host)) no('/security', say.passwordInClear);
  if (problems.length > 0) throw new AppError('invalid', say.cannotBeSaved, problems);
  return { ...values, password: sealed };
}

/** Keeps where proofs go and how often. Those that go out by themselves begin at once; of what is under way, what went to another place is
 * given up. */
export async function saveProofMailbox(access: Access, { mailbox }: { mailbox: ProofMailbox }): Promise<ProofView> {
  const { store } = access;
  const values = await checked(access, mailbox);
  const before = await mailboxOf(store.id);
  const now = new Date(await databaseTime());
  const set = {
    ...values,
    // Who only changes a name or password does not have all of them sent again.
    nextAt: values.every === 'off' ? null : before?.nextAt && before.every === values.every ? before.nextAt : now,
    ...{ lookAt: now, troubleAt: null, trouble: '', remedy: '', troubleTold: false },
  };
  await database()
    .insert(proofMailboxes)
    .values({ storeId: store.id, ...set })
    .onDuplicateKeyUpdate({ set });
  // What went to another place is not looked for in this one.
  if (before && (before.reader !== values.reader || before.address !== values.address)) await giveUpOpen(store.id);
  await remember(access, 'savedProof', {});
  return proofView(access);
}

async function giveUpOpen(storeId: string): Promise<void> {
  await database()
    .update(pathProofs)
    .set({ state: 'unsent', told: 'unsent', words: kept(() => say.mailboxChanged) })
    .where(and(eq(pathProofs.storeId, storeId), inArray(pathProofs.state, ['waiting', 'sent'])));
}

/** Opens the mailbox as entered, without saving it; what folders it has, is given back. Throws `invalid` with why it does not open. */
export async function openProofMailbox(
  access: Access,
  { mailbox }: { mailbox: ProofMailbox },
): Promise<{ folders: string[]; junk?: string }> {
  const { host, port, security, user, password } = await checked(access, { ...mailbox, reader: 'imap' });
  try {
    const { folders, junk } = await tryMailbox({ host, port, security, user, password: unseal(password) });
    return { folders, ...(junk !== undefined && { junk }) };
  } catch (error) {
    if (!(error instanceof MailboxTrouble)) throw error;
    const words = [error.diagnosis.cause, error.diagnosis.remedy].map(readKept).join(' ');
    throw new AppError('invalid', say.cannotRead({ words }));
  }
}

/** Sends a proof by each path now. Throws `conflict` while some are on their way, and `invalid` when there is no way or mailbox. */
export async function proveNow(access: Access): Promise<{ begun: number }> {
  const { store } = access;
  const mailbox = await mailboxOf(store.id);
  if (!mailbox) throw new AppError('invalid', say.saveFirst);
  const waiting = await database().$count(
    pathProofs,
    and(eq(pathProofs.storeId, store.id), inArray(pathProofs.state, ['waiting'])),
  );
  if (waiting > 0) throw new AppError('conflict', say.tooSoon);
  const begun = await beginProofs(mailbox);
  if (begun === 0) throw new AppError('invalid', say.noPathToSend);
  await remember(access, 'sentProofs', { n: begun });
  return { begun };
}

/** The newest settled proof of each path: what is known of it now. */
export function settledOf(path: ProofPathView): ProofView1 | undefined {
  return path.proofs.find((p) => !UNKNOWN.includes(p.standing));
}

/** Whether a path is known not to be right. */
export const isBadPath = (path: ProofPathView): boolean => {
  const last = settledOf(path);
  return last !== undefined && isBadProof(last.standing as ProofStanding);
};

/** Of every path of every store that was proven lately, the newest proof of which is known what it shows. */
export async function newestProofs(now: number): Promise<(ProofRow & { standing: ProofStanding })[]> {
  const rows = await database()
    .select({ proof: pathProofs, readAt: proofMailboxes.readAt })
    .from(pathProofs)
    .innerJoin(proofMailboxes, eq(proofMailboxes.storeId, pathProofs.storeId))
    .where(gte(pathProofs.id, idAt(now - LATELY_MS)))
    .orderBy(desc(pathProofs.id));
  const known = new Map<string, ProofRow & { standing: ProofStanding }>();
  for (const { proof, readAt } of rows) {
    const key = `${proof.storeId} ${proof.serviceId} ${proof.domain}`;
    const standing = standingOfProof(proof, now, readAt);
    if (!known.has(key) && !UNKNOWN.includes(standing)) known.set(key, { ...proof, standing });
  }
  return [...known.values()];
}
