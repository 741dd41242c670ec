/** A message that came into a mailbox, read from its bytes alone. */
import { simpleParser, type AddressObject } from 'mailparser';
import type { Arrived } from '@/core/rehearsal';
import type { Taken } from './mailbox';

/** The public key (DER in base64) of a domain's selector, as it stands here. */
export type PublicKeys = ReadonlyMap<string, string>;

export const keyName = (selector: string, domain: string): string => `${selector}._domainkey.${domain}`.toLowerCase();

/** Reads what came in. */
export async function readArrived(
  { recipient, raw }: Taken,
  keys: PublicKeys,
): Promise<Arrived & { messageId: string }> {
  const parsed = await simpleParser(raw, { skipImageLinks: true, skipTextToHtml: true, checksumAlgo: false });
  const headers = new Map<string, string[]>();
  for (const { key, line } of parsed.headerLines) {
    const value = line.slice(line.indexOf(':') + 1).trim();
    headers.set(key.toLowerCase(), [...(headers.get(key.toLowerCase()) ?? []), value]);
  }
  const signature = headers.has('dkim-signature') ? await signatureOf(raw, keys) : undefined;
  return {
    recipient,
    messageId: parsed.messageId ?? '',
    subject: parsed.subject ?? '',
    to: addressesOf(parsed.to),
    ...(parsed.date && { date: parsed.date.getTime() }),
    headers,
    text: parsed.text ?? '',
    html: typeof parsed.html === 'string' ? parsed.html : '',
    cids: parsed.attachments.flatMap((a) => (a.cid ? [a.cid] : [])),
    longestLine: longestLineOf(raw),
    ...(signature && { signature }),
  };
}

/** The HTML of a message; empty for one of text alone. */
export async function htmlOf(raw: Buffer): Promise<string> {
  const { html } = await simpleParser(raw, { skipImageLinks: true, skipTextToHtml: true });
  return typeof html === 'string' ? html : '';
}

function addressesOf(to: AddressObject | AddressObject[] | undefined): string[] {
  const list = to === undefined ? [] : Array.isArray(to) ? to : [to];
  return list.flatMap((t) => t.value.flatMap((v) => v.address ?? []));
}

function longestLineOf(raw: Buffer): number {
  let [longest, start] = [0, 0];
  for (;;) {
    const end = raw.indexOf('\r\n', start, 'latin1');
    longest = Math.max(longest, (end < 0 ? raw.length : end) - start);
    if (end < 0) return longest;
    start = end + 2;
  }
}

async function signatureOf(raw: Buffer, keys: PublicKeys): Promise<NonNullable<Arrived['signature']>> {
  // Large to load, and needed in a rehearsal alone.
  const { authenticate } = await import('mailauth');
  const { dkim } = await authenticate(raw, {
    ip: '127.0.0.1',
    helo: 'rehearsal.invalid',
    sender: '',
    mta: 'rehearsal.invalid',
    disableArc: true,
    disableBimi: true,
    // Of all that could be asked, only the keys are known here.
    resolver: (name, type) => {
      const key = type === 'TXT' ? keys.get(name.toLowerCase()) : undefined;
      return key === undefined
        ? Promise.reject(Object.assign(new Error(`No ${type} of ${name}`), { code: 'ENOTFOUND' }))
        : Promise.resolve([[`v=DKIM1; k=rsa; p=${key}`]]);
    },
  });
  const [first] = dkim.results;
  return { domain: first?.signingDomain ?? '', holds: first?.status.result === 'pass' };
}
