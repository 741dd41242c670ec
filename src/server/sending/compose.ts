/** A rendered message as MIME (RFC 2045, RFC 5322), made by nodemailer's composer. */
import { createHash } from 'node:crypto';
import MailComposer from 'nodemailer/lib/mail-composer';
import type { RenderedMessage } from '@/core/render';

export interface Envelope {
  from: { name: string; address: string };
  to: { name: string; address: string };
}

export interface ComposeOptions extends Envelope {
  messageId: string;
  date: Date;
  language: string;
  /** Put before the subject of a test. */
  mark?: string;
}

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

/** Composes the bytes of a message. Line ends are CRLF. */
export async function composeMessage(message: RenderedMessage, options: ComposeOptions): Promise<Buffer> {
  const composer = new MailComposer({
    from: options.from,
    to: options.to,
    subject: options.mark ? `${options.mark} ${message.subject}` : message.subject,
    messageId: options.messageId,
    date: options.date,
    text: message.text,
    html: message.html,
    newline: '\r\n',
    disableFileAccess: true,
    disableUrlAccess: true,
    headers: {
      // RFC 3834: so that holiday answers and the like leave it alone.
      'Auto-Submitted': 'auto-generated',
      'Content-Language': options.language,
    },
  });
  return composer.compile().build();
}
