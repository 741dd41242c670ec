/** What somebody wrote, without the message that their mail program put below it. */

/** A line that quotes another message (RFC 3676, 4.5). */
const quotes = (line: string): boolean => line.startsWith('>');

/**
 * The text of a reply without the quoted message at its end, and without the line that says who wrote that. A quote in the middle, which
 * is being answered, stays; so does a reply that is nothing but a quote.
 */
export function withoutQuoteBelow(text: string): string {
  const lines = text.replaceAll('\r\n', '\n').split('\n');
  let end = lines.length;
  while (end > 0 && (quotes(lines[end - 1]!) || lines[end - 1]!.trim() === '')) end -= 1;
  if (!lines.slice(end).some(quotes)) return text.trim();
  // "On Friday Quillwick wrote:", also where the program broke it.
  if (/:\s*$/.test(lines[end - 1] ?? '')) {
    end -= 1;
    while (end > 0 && lines[end - 1]!.trim() !== '') end -= 1;
  }
  const own = lines.slice(0, end).join('\n').trim();
  return own === '' ? text.trim() : own;
}
