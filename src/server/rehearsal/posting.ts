/**
 * Messages of a rehearsal that go out once more, by the services that real ones go by, to a mailbox of the store's people. They count
 * against the services' limits, and stand nowhere in the record: what a service answered, and what a mailbox that is read says of them, is
 * written to the message of the rehearsal.
 */
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { and, asc, eq, inArray, lte } from 'drizzle-orm';
import { chooseService } from '@/core/mail';
import { nextProofLook, PROOF_LATE_MS, PROOF_RETRIES_MS, readAuthentication, type Authentication } from '@/core/proof';
import { sorted, type Check } from '@/core/rehearsal';
import { kept, keptWithin } from '@/words/kept';
import { say } from '@/words/rehearsed';
import { log } from '../base/log';
import { database } from '../db/client';
import { domains, proofMailboxes, rehearsalMessages, rehearsalPostings, stores } from '../db/schema';
import { databaseTime } from '../db/time';
import { headerLinesOf, imapSettingsOf } from '../proof/arrivals';
import { findInMailbox, MailboxTrouble } from '../proof/imap';
import { domainOf } from '../sending/compose';
import { signMessage } from '../sending/dkim';
import { servicesOf, settingsOf, standingOf, type ServiceRow } from '../sending/service';
import { countAccepted, reserve, returnUnused } from '../sending/service-use';
import { Line } from '../sending/transport';
import { writeFound } from './found-later';
import { fromOf, readdressed } from './readdress';

type Posting = typeof rehearsalPostings.$inferSelect;

const unzip = promisify(gunzip);

/** So long nobody else takes what somebody sends or looks for just now. */
const LEASE_MS = 120_000;
const PATIENCE_MS = 45_000;
/** Sent, or looked for, in one turn. */
const AT_ONCE = 20;
/** A limit that renews later than this is not waited for. */
const LONGEST_WAIT_MS = 3_600_000;

export class Poster {
  private stopping = false;

  /** Sends and looks for what is due; answers whether there was any. */
  async turn(): Promise<boolean> {
    const sending = await claim('waiting');
    const lines = new Map<string, Line>();
    const lineTo = (service: ServiceRow): Line => {
      const line = lines.get(service.id) ?? new Line(settingsOf(service), PATIENCE_MS);
      lines.set(service.id, line);
      return line;
    };
    try {
      for (const posting of sending) {
        if (this.stopping) break;
        await post(posting, lineTo);
      }
    } finally {
      for (const line of lines.values()) line.quit();
    }
    const looking = await claim('sent');
    for (const storeId of new Set(looking.map((p) => p.storeId))) {
      await lookFor(
        storeId,
        looking.filter((p) => p.storeId === storeId),
      );
    }
    return sending.length + looking.length > 0;
  }

  /** Sends no further one. */
  stop(): void {
    this.stopping = true;
  }
}

async function claim(state: 'waiting' | 'sent'): Promise<Posting[]> {
  const now = await databaseTime();
  return database().transaction(async (tx) => {
    const rows = await tx
      .select()
      .from(rehearsalPostings)
      .where(and(eq(rehearsalPostings.state, state), lte(rehearsalPostings.dueAt, new Date(now))))
      .orderBy(asc(rehearsalPostings.dueAt), asc(rehearsalPostings.id))
      .limit(AT_ONCE)
      .for('update', { skipLocked: true });
    const ids = rows.map((r) => r.id);
    if (ids.length > 0)
      await tx
        .update(rehearsalPostings)
        .set({ dueAt: new Date(now + LEASE_MS) })
        .where(inArray(rehearsalPostings.id, ids));
    return rows;
  });
}

/** Writes down how far one is, while it is still wanted; answers whether it is. */
async function write({ id }: Posting, set: Partial<Posting>): Promise<boolean> {
  const [result] = await database().update(rehearsalPostings).set(set).where(eq(rehearsalPostings.id, id));
  return result.affectedRows > 0;
}

const found = (posting: Posting, ...checks: Check[]): Promise<void> =>
  writeFound(posting, (before) =>
    sorted([...before.filter((b) => checks.every((c) => c.about !== b.about)), ...checks]),
  );

const about = (which: 'service' | 'mailbox', outcome: Check['outcome'], words: () => string): Check => ({
  ...{ about: which, outcome },
  words: keptWithin(kept(words), 1000),
});

async function post(posting: Posting, lineTo: (service: ServiceRow) => Line): Promise<void> {
  const db = database();
  const [[message], [store], own] = await Promise.all([
    db.select({ raw: rehearsalMessages.raw }).from(rehearsalMessages).where(eq(rehearsalMessages.id, posting.id)),
    db.select().from(stores).where(eq(stores.id, posting.storeId)),
    servicesOf(posting.storeId),
  ]);
  const done = async (...checks: Check[]): Promise<void> => {
    if (await write(posting, { state: 'done' })) await found(posting, ...checks);
  };
  if (!message?.raw || !store) return void (await write(posting, { state: 'done' }));
  const composed = await unzip(message.raw);
  const from = fromOf(composed);
  const begun = await databaseTime();
  const choice = chooseService(own.map(standingOf), from, begun);
  if (choice.kind === 'wait') {
    const { until } = choice;
    if (until !== undefined && until < begun + LONGEST_WAIT_MS)
      return void (await write(posting, { dueAt: new Date(until) }));
    return done(about('service', 'wrong', () => say.noServiceTook({ words: choice.words })));
  }
  const service = own.find((s) => s.id === choice.service.id)!;
  const { name } = choice.service;
  const { granted, againAt } = await reserve(service, store.timeZone, 1, begun);
  if (granted === 0) {
    if (againAt !== undefined && againAt < begun + LONGEST_WAIT_MS)
      return void (await write(posting, { dueAt: new Date(againAt) }));
    return done(about('service', 'noted', () => say.serviceAtLimit({ service: name })));
  }
  const [domain] = await db
    .select()
    .from(domains)
    .where(and(eq(domains.storeId, store.id), eq(domains.name, domainOf(from).toLowerCase())));
  const plain = readdressed(composed, { to: posting.recipient, messageId: posting.messageId, date: begun });
  const raw = domain?.signing
    ? await signMessage(plain, { domain: domain.name, selector: domain.selector, privateKey: domain.privateKey })
    : plain;
  const { outcome, diagnosis } = await lineTo(service).send({ from, to: posting.recipient }, raw);
  if (outcome.kind === 'accepted') {
    await countAccepted(service.id, 1, begun);
    const { response } = outcome;
    const sent = { attempts: posting.attempts + 1, sentAt: new Date(begun) };
    await found(
      posting,
      about('service', 'right', () => say.serviceTook({ service: name, answer: response.slice(0, 300) })),
    );
    await write(posting, {
      ...sent,
      ...(posting.reads ? { state: 'sent', dueAt: new Date(begun + nextProofLook(0)) } : { state: 'done' }),
    });
    return;
  }
  await returnUnused(service, store.timeZone, 1, begun);
  const wait = PROOF_RETRIES_MS[posting.attempts];
  const isFinal = outcome.kind === 'refused' && outcome.code >= 500;
  if (!isFinal && wait !== undefined) {
    await write(posting, { attempts: posting.attempts + 1, dueAt: new Date((await databaseTime()) + wait) });
    return;
  }
  const said = [diagnosis?.cause ?? '', diagnosis?.remedy ?? '', outcome.kind === 'refused' ? outcome.response : ''];
  await done(
    about('service', 'wrong', () =>
      say.serviceRefused({ service: name, words: said.filter(Boolean).join(' ').slice(0, 600) }),
    ),
  );
}

async function lookFor(storeId: string, postings: readonly Posting[]): Promise<void> {
  const [mailbox] = await database().select().from(proofMailboxes).where(eq(proofMailboxes.storeId, storeId));
  const begun = await databaseTime();
  const left = new Map(postings.map((p) => [p.messageId, p]));
  let trouble = '';
  if (mailbox?.reader === 'imap') {
    try {
      for (const mail of await findInMailbox(imapSettingsOf(mailbox), [...left.keys()], begun)) {
        const posting = left.get(mail.messageId);
        if (!posting) continue;
        left.delete(mail.messageId);
        const authentication = readAuthentication(await headerLinesOf(mail.raw, 'authentication-results'));
        await found(posting, arrivedAs({ ...mail, authentication, sentAt: posting.sentAt?.getTime() ?? begun }));
        await write(posting, { state: 'done' });
      }
    } catch (error) {
      if (!(error instanceof MailboxTrouble)) throw error;
      log.warn({ store: storeId, kind: error.diagnosis.kind }, 'the mailbox that a rehearsal went to cannot be read');
      trouble = error.diagnosis.cause;
    }
  }
  for (const posting of left.values()) {
    const age = begun - (posting.sentAt?.getTime() ?? begun);
    if (mailbox && age < PROOF_LATE_MS) {
      await write(posting, { dueAt: new Date(begun + nextProofLook(age)) });
      continue;
    }
    await found(
      posting,
      trouble === ''
        ? about('mailbox', 'wrong', () => say.notInMailbox)
        : about('mailbox', 'noted', () => say.mailboxUnread({ words: trouble })),
    );
    await write(posting, { state: 'done' });
  }
}

/** What is to be said of a message that is in the mailbox. */
function arrivedAs(mail: {
  folder: string;
  junk: boolean;
  arrivedAt: number;
  sentAt: number;
  authentication: Authentication;
}): Check {
  const { folder, junk, authentication } = mail;
  const methods = (['spf', 'dkim', 'dmarc'] as const).filter((m) => authentication[m] !== '');
  const said = methods.map((m) => `${m.toUpperCase()} ${authentication[m]}`).join(', ');
  const seconds = Math.max(0, Math.round((mail.arrivedAt - mail.sentAt) / 1000));
  const outcome =
    junk || authentication.dmarc === 'fail'
      ? 'wrong'
      : methods.every((m) => authentication[m] === 'pass')
        ? 'right'
        : 'noted';
  return about('mailbox', outcome, () =>
    (junk ? say.inJunk : say.inMailbox)({ folder, seconds, said: said === '' ? say.nothingVouched : said }),
  );
}
