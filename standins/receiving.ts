/** The receiving side: what a mailbox does with a message is in its name; what is not vouched for goes into Junk. */
import { Resolver } from 'node:dns/promises';
import { simpleParser } from 'mailparser';
import type { MailboxStore } from './store';

/** For people: what the mailboxes do, by the beginning of their names. */
export const MAILBOX_KINDS: readonly [string, string][] = [
  ['gone@', 'does not exist: 550'],
  ['full@', 'is full: 452'],
  ['overfull@', 'is full for good: 552'],
  ['policy@', 'refuses the sender, and not the mailbox: 550 5.7.1'],
  ['grey@', 'asks strangers to come again: 451 the first time'],
  ['slow@', 'takes its time: some seconds'],
  ['drops@', 'hangs up after the message'],
  ['later@', 'takes it, and sends it back an hour later on the stand-ins’ clock'],
];

export type Manner = 'takes' | 'gone' | 'full' | 'overfull' | 'policy' | 'grey' | 'slow' | 'drops' | 'later';

export function mannerOf(address: string): Manner {
  const local = address.slice(0, address.lastIndexOf('@')).toLowerCase();
  const known = ['gone', 'full', 'overfull', 'policy', 'grey', 'slow', 'drops', 'later'] as const;
  return known.find((k) => local === k || local.startsWith(`${k}.`) || local.startsWith(`${k}+`)) ?? 'takes';
}

const resolver = new Resolver({ timeout: 2_000, tries: 2 });
resolver.setServers([`127.0.0.1:${process.env.STANDIN_DNS_PORT}`]);

/** Judges a message as receiving servers do (SPF, DKIM, DMARC; RFC 8601) and puts it into a mailbox. Gives its number. */
export async function receive(
  mailboxes: MailboxStore,
  raw: Buffer,
  envelope: { from: string; to: string; helo: string; mta: string },
): Promise<number> {
  const mail = await simpleParser(raw, { skipHtmlToText: true, skipTextToHtml: true, skipImageLinks: true });
  // Large to load, and not needed before mail comes.
  const { authenticate } = await import('mailauth');
  const verdict = await authenticate(raw, {
    ip: '127.0.0.1',
    helo: envelope.helo || 'unknown',
    sender: envelope.from,
    mta: envelope.mta,
    resolver: (name: string, type: string) => resolver.resolve(name, type),
    disableArc: true,
    disableBimi: true,
  });
  const spf = verdict.spf ? verdict.spf.status.result : 'none';
  const dmarc = verdict.dmarc ? verdict.dmarc.status.result : 'none';
  const dkim = verdict.dkim.results.some((r) => r.status.result === 'pass') ? 'pass' : 'none';
  // What lacks the marks of ordinary mail, and what nobody vouches for, is put aside.
  const ordinary = Boolean(mail.messageId && mail.date && mail.subject && (mail.text ?? mail.html));
  const vouched = dmarc === 'pass' || (dmarc === 'none' && (spf === 'pass' || dkim === 'pass'));
  return mailboxes.add({
    // As most servers have it, what stands behind a plus is the mailbox's own affair (RFC 5233).
    mailbox: envelope.to.replace(/\+[^@]*@/, '@'),
    sender: mail.from?.text ?? '',
    subject: mail.subject ?? '',
    folder: ordinary && vouched ? 'Inbox' : 'Junk',
    messageId: mail.messageId ?? '',
    returnPath: envelope.from,
    references: [...[mail.references ?? []].flat(), ...(mail.inReplyTo ? [mail.inReplyTo] : [])],
    receivedAt: new Date(),
    verdict: `spf=${spf} dkim=${dkim} dmarc=${dmarc}`,
    raw: Buffer.concat([Buffer.from(verdict.headers), raw]),
  });
}
