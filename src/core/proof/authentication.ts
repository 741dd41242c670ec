/** What a mailbox's own server found about who vouches for a message, as it wrote it down (RFC 8601). */

/** The result of one method: "pass", "fail", "softfail", "none" ..., empty where nothing was said of it. */
export interface Authentication {
  spf: string;
  dkim: string;
  dmarc: string;
}

export const UNSAID: Authentication = { spf: '', dkim: '', dmarc: '' };

const METHOD = /^\s*(spf|dkim|dmarc)(?:\s*\/\s*\d+)?\s*=\s*([a-z]+)/i;

/**
 * Reads Authentication-Results header fields, topmost first. Only what the last server of the way wrote is believed: the topmost field,
 * and those under it of the same server. A sender can write fields of its own, which stand further down (RFC 8601, 7.1).
 *
 * @param fields the bodies of the fields, unfolded or not
 */
export function readAuthentication(fields: readonly string[]): Authentication {
  const found: Authentication = { ...UNSAID };
  const server = fields[0] === undefined ? '' : serverOf(fields[0]);
  for (const field of fields) {
    if (serverOf(field) !== server) break;
    for (const part of bare(field).split(';').slice(1)) {
      const match = METHOD.exec(part);
      if (!match) continue;
      const method = match[1]!.toLowerCase() as keyof Authentication;
      const result = match[2]!.toLowerCase();
      // A message can have several signatures: one that holds vouches for it.
      if (found[method] === '' || result === 'pass') found[method] = result;
    }
  }
  return found;
}

const serverOf = (field: string): string => (bare(field).split(';')[0] ?? '').trim().split(/\s/)[0]!.toLowerCase();

/** A field without its comments (which may be nested) and quoted texts (RFC 5322, 3.2.2 and 3.2.4). */
function bare(field: string): string {
  let depth = 0;
  let quoted = false;
  let text = '';
  for (let i = 0; i < field.length; i += 1) {
    const c = field[i]!;
    if (c === '\\') i += 1;
    else if (quoted) quoted = c !== '"';
    else if (c === '"' && depth === 0) quoted = true;
    else if (c === '(') depth += 1;
    else if (c === ')') depth = Math.max(0, depth - 1);
    else if (depth === 0) text += c;
  }
  return text;
}
