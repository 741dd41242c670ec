/** A message as it was composed, made ready to go to somebody else: who it is to, when it was written and how it is known are others. */
import addressparser from 'nodemailer/lib/addressparser';

/** Fields (RFC 5322) that are of the way that it went before. */
const LEFT_OUT = new Set(['dkim-signature', 'to', 'cc', 'bcc', 'message-id', 'date', 'return-path']);

export interface Readdressed {
  to: string;
  messageId: string;
  /** Ms since the epoch. */
  date: number;
}

/** The header fields of a message, each with what it is continued by. */
function fieldsOf(raw: Buffer): { fields: string[]; body: Buffer } {
  const end = raw.indexOf('\r\n\r\n', 0, 'latin1');
  const head = raw.toString('latin1', 0, end < 0 ? raw.length : end);
  return { fields: head.split(/\r\n(?![ \t])/), body: end < 0 ? Buffer.alloc(0) : raw.subarray(end + 4) };
}

const nameOf = (field: string): string => field.slice(0, field.indexOf(':')).trim().toLowerCase();

/** The address that a message says it is from; empty for one that does not. */
export function fromOf(raw: Buffer): string {
  const from = fieldsOf(raw).fields.find((f) => nameOf(f) === 'from');
  if (from === undefined) return '';
  const [first] = addressparser(from.slice(from.indexOf(':') + 1).replace(/\r\n[ \t]/g, ' '), { flatten: true });
  return first?.address ?? '';
}

/** The message for another reader, unsigned. */
export function readdressed(raw: Buffer, { to, messageId, date }: Readdressed): Buffer {
  const { fields, body } = fieldsOf(raw);
  const kept = fields.filter((f) => f !== '' && !LEFT_OUT.has(nameOf(f)));
  const head = [
    ...kept,
    `To: <${to}>`,
    `Message-ID: ${messageId}`,
    `Date: ${new Date(date).toUTCString().replace('GMT', '+0000')}`,
  ];
  return Buffer.concat([Buffer.from(`${head.join('\r\n')}\r\n\r\n`, 'latin1'), body]);
}

/** An address with a part behind a plus (RFC 5233), which most mail servers bring to the mailbox of the address itself. */
export function withPlus(address: string, part: string): string {
  const at = address.lastIndexOf('@');
  return `${address.slice(0, at)}+${part}${address.slice(at)}`;
}
