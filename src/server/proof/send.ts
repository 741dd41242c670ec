/** Proofs going out: one by each path of a store, by its services and signed as its messages are. */
import { and, asc, eq, inArray, isNull, lte } from 'drizzle-orm';
import { PROOF_EVERY_MS, PROOF_RETRIES_MS, provingPaths, UNSAID } from '@/core/proof';
import { kept } from '@/words/kept';
import { say } from '@/words/proof';
import { newId } from '../base/ids';
import { readKept } from '../base/reading';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { domains, pathProofs, proofMailboxes, services, stores } from '../db/schema';
import { composeMessage, freshMessageId } from '../sending/compose';
import { signMessage } from '../sending/dkim';
import { bounceDomainOf, proofAddressOf } from '../sending/returnpath';
import { sendersOf, servicesOf, settingsOf, standingOf } from '../sending/service';
import { countAccepted, reserve, returnUnused } from '../sending/service-use';
import { Line } from '../sending/transport';

export type ProofMailboxRow = typeof proofMailboxes.$inferSelect;
export type ProofRow = typeof pathProofs.$inferSelect;

/** So long nobody else takes what somebody sends just now, ms. */
const LEASE_MS = 120_000;
/** A service that says nothing is not waited for longer, ms. */
const PATIENCE_MS = 45_000;
const FIRST_LOOK_MS = 2_000;

/** The paths of a store as they are now. */
export async function pathsOf(storeId: string) {
  const [own, senders] = await Promise.all([servicesOf(storeId), sendersOf(storeId)]);
  const inOrder = senders.toSorted((a, b) => Number(b.kind === 'orders') - Number(a.kind === 'orders'));
  return provingPaths(own.map(standingOf), inOrder);
}

/** The domain of a store that leads what comes to it to our own listener; undefined when none does. */
export async function listenedDomainOf(storeId: string, wanted?: string): Promise<string | undefined> {
  const rows = await database()
    .select({ name: domains.name })
    .from(domains)
    .where(and(eq(domains.storeId, storeId), eq(domains.bouncing, true)))
    .orderBy(asc(domains.name));
  return (rows.find((r) => r.name === wanted) ?? rows[0])?.name;
}

/** Has a proof go out by each path of a store; how many, is given back. They are sent by {@link sendDueProofs}. */
export async function beginProofs(mailbox: ProofMailboxRow): Promise<number> {
  const { storeId } = mailbox;
  const { paths } = await pathsOf(storeId);
  const now = new Date(await databaseTime());
  const rows = [];
  for (const { service, domain, sender } of paths) {
    const id = newId();
    const back = mailbox.reader === 'listener' ? await listenedDomainOf(storeId, domain) : undefined;
    const recipient = back === undefined ? mailbox.address : proofAddressOf(id, bounceDomainOf(back));
    if (recipient === '') continue;
    rows.push({
      ...{ id, storeId, serviceId: service.id, serviceName: service.name, domain, sender: sender.address, recipient },
      ...{ messageId: freshMessageId(domain), dueAt: now, authentication: UNSAID },
    });
  }
  if (rows.length > 0) await database().insert(pathProofs).values(rows);
  return rows.length;
}

/** Begins the rounds that are due, each store's once whoever looks. */
export async function beginDueRounds(): Promise<void> {
  const now = await databaseTime();
  const due = await database().transaction(async (tx) => {
    const rows = await tx
      .select({ mailbox: proofMailboxes })
      .from(proofMailboxes)
      .innerJoin(stores, eq(stores.id, proofMailboxes.storeId))
      .where(and(lte(proofMailboxes.nextAt, new Date(now)), isNull(stores.closedAt)))
      .limit(20)
      .for('update', { skipLocked: true });
    for (const { mailbox } of rows) {
      const { every, storeId } = mailbox;
      const nextAt = every === 'off' ? null : new Date(now + PROOF_EVERY_MS[every]);
      await tx.update(proofMailboxes).set({ nextAt }).where(eq(proofMailboxes.storeId, storeId));
    }
    return rows.map((r) => r.mailbox).filter((m) => m.every !== 'off');
  });
  for (const mailbox of due) await beginProofs(mailbox);
}

/** Sends what is due. One after the other: they are few, and no reason to open further lines. */
export async function sendDueProofs(): Promise<number> {
  const now = await databaseTime();
  const due = await database().transaction(async (tx) => {
    const rows = await tx
      .select()
      .from(pathProofs)
      .where(and(eq(pathProofs.state, 'waiting'), lte(pathProofs.dueAt, new Date(now))))
      .orderBy(asc(pathProofs.dueAt))
      .limit(20)
      .for('update', { skipLocked: true });
    if (rows.length > 0) {
      await tx
        .update(pathProofs)
        .set({ dueAt: new Date(now + LEASE_MS) })
        .where(
          inArray(
            pathProofs.id,
            rows.map((r) => r.id),
          ),
        );
    }
    return rows;
  });
  // A service that hangs keeps the proofs of others waiting no longer than its own.
  await Promise.all(due.map((proof) => sendProof(proof)));
  return due.length;
}

async function sendProof(proof: ProofRow): Promise<void> {
  const db = database();
  const write = (change: Partial<ProofRow>) => db.update(pathProofs).set(change).where(eq(pathProofs.id, proof.id));
  const [[service], [store], [domain]] = await Promise.all([
    db.select().from(services).where(eq(services.id, proof.serviceId)),
    db.select().from(stores).where(eq(stores.id, proof.storeId)),
    db
      .select()
      .from(domains)
      .where(and(eq(domains.storeId, proof.storeId), eq(domains.name, proof.domain))),
  ]);
  if (!service || !store) {
    await write({ state: 'unsent', words: kept(() => say.pathIsGone), told: 'unsent' });
    return;
  }
  const begun = await databaseTime();
  if ((await reserve(service, store.timeZone, 1, begun)).granted === 0) {
    await write({ state: 'unsent', words: kept(() => say.atItsLimit({ name: proof.serviceName })), told: 'unsent' });
    return;
  }
  const plain = await composeMessage(
    {
      ...{ subject: `Proof of delivery for ${store.name}`, preheader: '', html: '' },
      text: `This proves that mail of ${store.name} arrives: by ${proof.serviceName}, from ${proof.domain}.\nLibellus reads it here and removes it. Nobody has to do anything.\n`,
    },
    {
      from: { name: store.name, address: proof.sender },
      to: { name: '', address: proof.recipient },
      messageId: proof.messageId,
      date: new Date(begun),
      language: 'en',
    },
  );
  const key = domain?.signing
    ? { domain: domain.name, selector: domain.selector, privateKey: domain.privateKey }
    : undefined;
  const raw = key ? await signMessage(plain, key) : plain;
  // As a message to a customer: an account sends as itself only, the return-path included.
  const ours = domain?.bouncing && service.kind !== 'account';
  const from = ours ? proofAddressOf(proof.id, bounceDomainOf(domain.name)) : proof.sender;
  const line = new Line(settingsOf(service), PATIENCE_MS);
  const result = await line.send({ from, to: proof.recipient }, raw);
  line.quit();
  const attempts = proof.attempts + 1;
  if (result.outcome.kind === 'accepted') {
    await countAccepted(service.id, 1, begun);
    // What is received by ourselves may be here before its service has said that it took it.
    await write({ attempts, sentAt: new Date(begun), signed: key !== undefined });
    await db
      .update(pathProofs)
      .set({ state: 'sent', words: '', remedy: '' })
      .where(and(eq(pathProofs.id, proof.id), eq(pathProofs.state, 'waiting')));
    await db
      .update(proofMailboxes)
      .set({ lookAt: new Date(begun + FIRST_LOOK_MS) })
      .where(eq(proofMailboxes.storeId, proof.storeId));
    return;
  }
  await returnUnused(service, store.timeZone, 1, begun);
  const { outcome, diagnosis } = result;
  const words = diagnosis?.cause ?? (outcome.kind === 'refused' ? outcome.response : '');
  const final = outcome.kind === 'refused' && outcome.code >= 500;
  const wait = PROOF_RETRIES_MS[attempts - 1];
  await write({
    attempts,
    words: words.slice(0, 2000),
    remedy: (diagnosis?.remedy ?? '').slice(0, 2000),
    ...(final || wait === undefined
      ? { state: 'refused', sentAt: new Date(begun) }
      : { dueAt: new Date((await databaseTime()) + wait) }),
  });
}

/** What a proof says to somebody who reads it in a mail, in the worker's language. */
export const pathName = (proof: Pick<ProofRow, 'serviceName' | 'domain'>): string =>
  `${readKept(proof.serviceName)}, ${proof.domain}`;
