/** A rendered message as MIME (RFC 2045, RFC 5322), made by nodemailer's composer. */
import { createHash, randomUUID } from 'node:crypto';
import MailComposer from 'nodemailer/lib/mail-composer';
import { quotedPrintable } from '@/core/mail';
import type { RenderedMessage } from '@/core/render';

export interface Envelope {
  from: { name: string; address: string };
  to: { name: string; address: string };
}

export interface ComposeOptions extends Envelope {
  /** Addresses that its reader sees as getting a copy. */
  cc?: readonly string[];
  /** Where answers go, when not to the From address. */
  replyTo?: string | undefined;
  messageId: string;
  /** The Message-ID of the first message about the same, which this one answers to. */
  first?: string;
  date: Date;
  language: string;
  /** Put before the subject of a test, or of a copy. */
  mark?: string;
  /** Pictures that travel in the message, by the Content-ID its HTML names them with (RFC 2392). */
  pictures?: readonly { cid: string; type: string; name: string; bytes: Buffer }[];
  /** A person wrote it: it may be answered by itself, as a letter may. */
  byHand?: boolean;
  /** Where its reader unsubscribes, by one request without a page (RFC 2369, RFC 8058). */
  unsubscribe?: string;
  /** Files that go with it (RFC 2183). */
  files?: readonly { type: string; name: string; bytes: Buffer }[];
}

/** What stands after the @ of an address. */
export function domainOf(address: string): string {
  return address.slice(address.lastIndexOf('@') + 1);
}

/**
 * The Message-ID of a delivery: the same however often it is tried, so that a copy sent again after a crash can be
 * recognised (RFC 5322, 3.6.4).
 */
export function deliveryMessageId(deliveryId: string, senderAddress: string): string {
  const digest = createHash('sha256').update(`libellus delivery ${deliveryId}`).digest('hex').slice(0, 32);
  return `<${digest}@${domainOf(senderAddress)}>`;
}

/** A text part, its header fields and its body already as they travel. */
function textPart(type: 'plain' | 'html', text: string): { raw: Buffer } {
  const head = `Content-Type: text/${type}; charset=utf-8\r\nContent-Transfer-Encoding: quoted-printable\r\n\r\n`;
  return { raw: Buffer.concat([Buffer.from(head, 'latin1'), quotedPrintable(text)]) };
}

/** Composes the bytes of a message. Line ends are CRLF. */
export async function composeMessage(message: RenderedMessage, options: ComposeOptions): Promise<Buffer> {
  const composer = new MailComposer({
    from: options.from,
    to: options.to,
    ...(options.cc && options.cc.length > 0 && { cc: [...options.cc] }),
    ...(options.replyTo && { replyTo: options.replyTo }),
    subject: options.mark ? `${options.mark} ${message.subject}` : message.subject,
    messageId: options.messageId,
    ...(options.first !== undefined && { inReplyTo: options.first, references: options.first }),
    date: options.date,
    ...(message.html === ''
      ? { text: message.text, newline: '\r\n' }
      : { text: textPart('plain', message.text), html: textPart('html', message.html) }),
    attachments: [
      ...(options.pictures ?? []).map((p) => ({
        cid: p.cid,
        filename: p.name,
        content: p.bytes,
        contentType: p.type,
        contentDisposition: 'inline' as const,
      })),
      ...(options.files ?? []).map((f) => ({ filename: f.name, content: f.bytes, contentType: f.type })),
    ],
    disableFileAccess: true,
    disableUrlAccess: true,
    headers: {
      // RFC 3834: so that holiday answers and the like leave it alone. Who wrote by hand wants to know that nobody is there.
      ...(!options.byHand && { 'Auto-Submitted': 'auto-generated' }),
      'Content-Language': options.language,
      ...(options.unsubscribe && {
        'List-Unsubscribe': `<${options.unsubscribe}>`,
        'List-Unsubscribe-Post': 'List-Unsubscribe=One-Click',
      }),
    },
  });
  return composer.compile().build();
}

/** A Message-ID for a message that is not a delivery. */
export function freshMessageId(domain: string): string {
  return `<${randomUUID()}@${domain}>`;
}
