/** Sends messages back (RFC 3464) and tells of complaints (RFC 5965), to the mail exchange of their return-path as real servers do. */
import { randomUUID } from 'node:crypto';
import type { Faults, PendingBounce } from './faults';
import { sendElsewhere } from './outgoing';
import { PROVIDER_HOST } from './scenery';
import type { MailboxStore, StoredMessage } from './store';

/** A report that a message could not be delivered, as its reader gets it. */
export function deliveryReport(bounce: Omit<PendingBounce, 'id'>): Buffer {
  const boundary = `b-${randomUUID()}`;
  return Buffer.from(
    [
      `From: Mail delivery <postmaster@harrowpost.example>`,
      `To: <${bounce.returnPath}>`,
      'Subject: Undelivered mail returned to sender',
      `Date: ${new Date().toUTCString().replace('GMT', '+0000')}`,
      `Message-ID: <${randomUUID()}@harrowpost.example>`,
      'Auto-Submitted: auto-replied',
      'MIME-Version: 1.0',
      `Content-Type: multipart/report; report-type=delivery-status; boundary="${boundary}"`,
      '',
      `--${boundary}`,
      'Content-Type: text/plain; charset=utf-8',
      '',
      `Your message could not be delivered to ${bounce.recipient}: the mailbox does not exist.`,
      '',
      `--${boundary}`,
      'Content-Type: message/delivery-status',
      '',
      `Reporting-MTA: dns; ${PROVIDER_HOST}`,
      '',
      `Final-Recipient: rfc822; ${bounce.recipient}`,
      'Action: failed',
      'Status: 5.1.1',
      'Diagnostic-Code: smtp; 550 5.1.1 No such mailbox here',
      '',
      `--${boundary}`,
      'Content-Type: text/rfc822-headers',
      '',
      `Message-ID: ${bounce.messageId}`,
      '',
      `--${boundary}--`,
      '',
    ].join('\r\n'),
  );
}

/** A report that a reader called a message spam (RFC 5965, 2 and 3), as its sender gets it. */
export function complaint({ mailbox, returnPath, messageId, raw }: StoredMessage & { raw: Buffer }): Buffer {
  const boundary = `c-${randomUUID()}`;
  const end = raw.indexOf('\r\n\r\n');
  return Buffer.from(
    [
      'From: Feedback <feedback@harrowpost.example>',
      `To: <${returnPath}>`,
      'Subject: A reader called a message spam',
      `Date: ${new Date().toUTCString().replace('GMT', '+0000')}`,
      `Message-ID: <${randomUUID()}@harrowpost.example>`,
      'Auto-Submitted: auto-generated',
      'MIME-Version: 1.0',
      `Content-Type: multipart/report; report-type=feedback-report; boundary="${boundary}"`,
      '',
      `--${boundary}`,
      'Content-Type: text/plain; charset=utf-8',
      '',
      `The reader of ${mailbox} called the message ${messageId} spam.`,
      '',
      `--${boundary}`,
      'Content-Type: message/feedback-report',
      '',
      'Feedback-Type: abuse',
      'User-Agent: Harrowpost/1',
      'Version: 1',
      `Original-Mail-From: <${returnPath}>`,
      `Original-Rcpt-To: <${mailbox}>`,
      '',
      `--${boundary}`,
      'Content-Type: text/rfc822-headers',
      '',
      raw.subarray(0, end < 0 ? raw.length : end).toString('latin1'),
      '',
      `--${boundary}--`,
      '',
    ].join('\r\n'),
  );
}

/** Sends what is due. A return-path whose domain has its mail elsewhere gets the report into its mailbox here. */
export async function sendDueBounces(faults: Faults, mailboxes: MailboxStore): Promise<void> {
  for (const bounce of await faults.dueBounces()) {
    // The null reverse-path: a bounce is never answered with a bounce (RFC 5321, 4.5.5).
    const raw = deliveryReport(bounce);
    const elsewhere = await sendElsewhere({ from: '', to: bounce.returnPath }, raw).catch((error: Error) => {
      console.error(`A bounce was not taken: ${error.message}`);
      return true;
    });
    if (!elsewhere) {
      await mailboxes.add({
        mailbox: bounce.returnPath,
        sender: 'Mail delivery <postmaster@harrowpost.example>',
        subject: 'Undelivered mail returned to sender',
        folder: 'Inbox',
        messageId: '',
        receivedAt: new Date(),
        verdict: '',
        raw,
      });
    }
  }
}
