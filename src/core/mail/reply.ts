/** SMTP replies (RFC 5321, 4.2) with enhanced status codes (RFC 3463). */

export interface SmtpReply {
  code: number;
  /** As in "5.7.1", when the server gives one. */
  enhanced?: string;
  /** The text of all lines, joined. */
  text: string;
  lines: string[];
}

/** What a server said, as it can be kept and shown: without the control characters that mean something to us, or to a terminal. */
export const printable = (said: string): string => said.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/g, ' ');

/** Reads a complete reply, one or more lines. Undefined when it is not an SMTP reply at all. */
export function parseReply(raw: string): SmtpReply | undefined {
  const lines = printable(raw)
    .split(/\r?\n/)
    .filter((l) => l !== '');
  const texts: string[] = [];
  let code: number | undefined;
  for (const line of lines) {
    const match = /^([2-5]\d\d)(?:[ -](.*))?$/.exec(line);
    if (!match) return undefined;
    const own = Number(match[1]);
    if (code !== undefined && own !== code) return undefined;
    code = own;
    texts.push(match[2] ?? '');
  }
  if (code === undefined) return undefined;
  const enhanced = /^([245]\.\d{1,3}\.\d{1,3})(?:\s|$)/.exec(texts[0] ?? '')?.[1];
  const text = texts
    .map((t) => (enhanced && t.startsWith(enhanced) ? t.slice(enhanced.length).trim() : t))
    .join(' ')
    .trim();
  return { code, ...(enhanced && { enhanced }), text, lines };
}

/** True when the last line received ends a reply (RFC 5321, 4.2.1: a hyphen after the code says more is to come). */
export function isReplyComplete(raw: string): boolean {
  if (!/\r?\n$/.test(raw)) return false;
  const last = raw.trimEnd().split(/\r?\n/).at(-1) ?? '';
  return !/^\d{3}-/.test(last);
}
