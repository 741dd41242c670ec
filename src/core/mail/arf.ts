/** Complaints: what a mail provider sends when its user called a message spam (Abuse Reporting Format, RFC 5965). */
import { kept } from '../../words/kept';
import { say } from '../../words/bounces';
import { fields, type BounceReport } from './dsn';

/**
 * Reads the `message/feedback-report` part. Undefined for one that is no complaint: fraud and viruses are about somebody who sends in
 * our name, and "not-spam" takes a complaint back.
 */
export function readFeedbackReport(text: string): BounceReport | undefined {
  const about = fields(text.trim());
  const type = (about.get('feedback-type') ?? '').toLowerCase();
  if (type !== 'abuse' && type !== 'opt-out' && type !== 'opt-out-list') return undefined;
  const recipient = (about.get('original-rcpt-to') ?? '').replace(/^rfc822;\s*/i, '').replace(/^<|>$/g, '');
  return { kind: 'complaint', status: '', recipient, diagnostic: '', words: kept(() => say.complained) };
}
