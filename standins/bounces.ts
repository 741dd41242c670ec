/** Sends messages back (RFC 3464), to the mail exchange of their return-path as real servers do. */
import { randomUUID } from 'node:crypto';
import { Resolver } from 'node:dns/promises';
import { createTransport } from 'nodemailer';
import type { Faults, PendingBounce } from './faults';
import { PROVIDER_HOST } from './scenery';
import type { MailboxStore } from './store';

const resolver = new Resolver({ timeout: 2_000, tries: 1 });
resolver.setServers([`127.0.0.1:${process.env.STANDIN_DNS_PORT}`]);
/** Where port 25 of the bounce host really is. */
const exchangePort = Number(process.env.STANDIN_BOUNCE_PORT);

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

/** Sends what is due. A return-path whose domain has its mail elsewhere gets the report into its mailbox here. */
export async function sendDueBounces(faults: Faults, mailboxes: MailboxStore): Promise<void> {
  for (const bounce of await faults.dueBounces()) {
    const domain = bounce.returnPath.slice(bounce.returnPath.lastIndexOf('@') + 1);
    const raw = deliveryReport(bounce);
    const exchanges = await resolver.resolveMx(domain).catch(() => []);
    const [host] = exchanges.map((e) => e.exchange);
    if (host && !host.endsWith('harrowpost.example')) {
      const transport = createTransport({ host: '127.0.0.1', port: exchangePort, secure: false, ignoreTLS: true });
      // The null reverse-path: a bounce is never answered with a bounce (RFC 5321, 4.5.5).
      await transport.sendMail({ envelope: { from: '', to: bounce.returnPath }, raw }).catch((error: Error) => {
        console.error(`A bounce was not taken by ${host}: ${error.message}`);
      });
      transport.close();
    } else {
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
