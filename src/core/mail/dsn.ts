/** Messages that come back: delivery status notifications (RFC 3464), and plain ones that only say it in words. */
import { statusWords } from './status';

export interface BounceReport {
  /**
   * Hard: will never arrive. Soft: given up for now. Delayed: still tried. Complaint: it arrived, and its reader called it spam. Other: no
   * failure at all, such as a receipt.
   */
  kind: 'hard' | 'soft' | 'delayed' | 'complaint' | 'other';
  /** As in "5.1.1"; empty when none was found. */
  status: string;
  /** Whose mailbox it is about, when it says so. */
  recipient: string;
  /** What the other server answered, when it is quoted. */
  diagnostic: string;
  words: string;
}

/** Fields of one group of a delivery status (RFC 3464, 2.1), names in lower case, folded lines joined. */
export function fields(group: string): Map<string, string> {
  const found = new Map<string, string>();
  for (const line of group.replace(/\r?\n[ \t]+/g, ' ').split(/\r?\n/)) {
    const at = line.indexOf(':');
    if (at > 0) found.set(line.slice(0, at).trim().toLowerCase(), line.slice(at + 1).trim());
  }
  return found;
}

const afterType = (value: string | undefined): string => (value ?? '').replace(/^[^;]*;\s*/, '').trim();

/** Reads the `message/delivery-status` part. Undefined when no recipient's group is in it. */
export function readDeliveryStatus(text: string): BounceReport | undefined {
  const groups = text
    .trim()
    .split(/\r?\n[ \t]*\r?\n/)
    .map(fields);
  const about = groups.find((g) => g.has('final-recipient') || g.has('action'));
  if (!about) return undefined;
  const action = (about.get('action') ?? '').toLowerCase();
  const status = /\b([245]\.\d{1,3}\.\d{1,3})\b/.exec(about.get('status') ?? '')?.[1] ?? '';
  const recipient = afterType(about.get('final-recipient') ?? about.get('original-recipient')).replace(/^<|>$/g, '');
  const diagnostic = afterType(about.get('diagnostic-code'));
  const kind: BounceReport['kind'] =
    action === 'failed' ? kindOf(status, diagnostic) : action === 'delayed' ? 'delayed' : 'other';
  return { kind, status, recipient, diagnostic, words: statusWords(better(status, diagnostic)) };
}

/** A general "5.0.0" says less than the code in the other server's answer. */
function better(status: string, diagnostic: string): string {
  const quoted = /\b([45]\.\d{1,3}\.\d{1,3})\b/.exec(diagnostic)?.[1];
  return quoted && (status === '' || /^\d\.0\.0$/.test(status)) ? quoted : status;
}

/** A full mailbox and the like may take mail again, however final the code is. */
function kindOf(status: string, diagnostic: string): 'hard' | 'soft' {
  const code = better(status, diagnostic);
  if (code === '') return /^5\d\d/.test(diagnostic) ? 'hard' : 'soft';
  if (code.startsWith('4')) return 'soft';
  return /^5\.(2\.[23]|3\.[14]|4\.|7\.)/.test(code) ? 'soft' : 'hard';
}

const SAID: readonly [RegExp, string][] = [
  [
    /user unknown|no such (user|mailbox)|unknown (user|recipient)|does not exist|mailbox not found|address rejected/i,
    '5.1.1',
  ],
  [/mailbox (is )?full|over quota|quota exceeded/i, '5.2.2'],
  [/mailbox (is )?(disabled|closed|inactive)/i, '5.2.1'],
  [/(domain|host) (not found|unknown)|no route to/i, '5.1.2'],
  [/too large|size (limit|exceeds)/i, '5.3.4'],
  [/spam|blocked|policy|rejected for/i, '5.7.1'],
];

/** Reads a bounce that has no status part: a code in its words, or words that programs commonly use. */
export function readPlainBounce(subject: string, text: string): BounceReport | undefined {
  const failed = /undeliver|delivery (status|failure|failed)|returned mail|failure notice|could not be delivered/i;
  if (!failed.test(subject) && !failed.test(text.slice(0, 2000))) return undefined;
  const body = text.slice(0, 20_000);
  const written = /\b([45]\.\d{1,3}\.\d{1,3})\b/.exec(body)?.[1];
  const status = written ?? SAID.find(([pattern]) => pattern.test(body))?.[1] ?? '';
  const diagnostic = (/^.*\b[45]\d\d[ -].*$/m.exec(body)?.[0] ?? '').trim().slice(0, 300);
  const recipient = /<([^<>\s]+@[^<>\s]+)>/.exec(body)?.[1] ?? '';
  return { kind: kindOf(status, diagnostic), status, recipient, diagnostic, words: statusWords(status) };
}
