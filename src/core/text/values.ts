/**
 * The values a message is filled with. Keys are placeholder names ("order.total"); a missing key means that
 * this order has no such value.
 */

/** An amount in the smallest unit of an ISO 4217 currency (cents for EUR). */
export interface Money {
  readonly minor: number;
  readonly currency: string;
}

/** Text, a number, money, or an instant in milliseconds since the epoch (the placeholder's type says which). */
export type Value = string | number | Money;

export type Values = Readonly<Record<string, Value | undefined>>;

/** How a placeholder's value is written when the words name no function. */
export type ValueType = 'text' | 'number' | 'money' | 'date' | 'url';

export type Direction = 'ltr' | 'rtl';

// C0 and C1 controls, line and paragraph separators, and the bidirectional overrides, embeddings and isolates, by
// which a value could reorder the words around it. Directional marks (U+200E, U+200F) stay: names need them.
const UNSAFE = /[\u0000-\u001f\u007f-\u009f\u2028\u2029\u202a-\u202e\u2066-\u2069\ue000-\uf8ff\ufeff]+/g;
const LONE_SURROGATES = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/** Letters and marks of ASCII with single spaces between them: one line as it is. */
const PLAIN = /^[!-~]*(?: [!-~]+)*$/;

/** One line of text without control characters; what could break a header, a row or the reading order becomes a space. */
export function plainLine(text: string): string {
  if (PLAIN.test(text) && !text.startsWith(' ')) return text;
  return text.replace(UNSAFE, ' ').replace(LONE_SURROGATES, '\ufffd').replace(/\s+/g, ' ').trim();
}

const ENTITIES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };

/** Escapes text for HTML content and for quoted attribute values. */
export function escapeHtml(text: string): string {
  return EXTRAORDINARY.test(text) ? text.replace(/[&<>"']/g, (c) => ENTITIES[c] ?? c) : text;
}

const RTL_CHARACTER = /[\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/;

/** What has to be escaped, or may run from right to left. */
const EXTRAORDINARY = /[&<>"'\u0590-\u08ff\ufb1d-\ufdff\ufe70-\ufefc]/;

/** A text as it stands in HTML, and as it stands in plain text and headers. */
export interface Both {
  html: string;
  plain: string;
}

/**
 * Writes a value into words of a direction, for HTML and plain text at once. With `isolate`, a value that could run the
 * other way is kept apart from the words around it, so that both read in their own order (UAX #9, isolates).
 */
export function bothForms(text: string, around: Direction, isolate: boolean): Both {
  if (text === '' || (!EXTRAORDINARY.test(text) && (around === 'ltr' || !isolate))) return { html: text, plain: text };
  const html = escapeHtml(text);
  if (!isolate || (around === 'ltr' && !RTL_CHARACTER.test(text))) return { html, plain: text };
  return { html: `<bdi>${html}</bdi>`, plain: `\u2068${text}\u2069` };
}

/**
 * The address if it is absolute and of a scheme a message may link to (http, https, mailto, tel), else undefined.
 * Relative addresses mean nothing in a mailbox, and any other scheme may run code.
 */
export function safeUrl(text: string): string | undefined {
  // Half a character cannot be encoded; an order that holds one is still sent.
  const url = text.replace(LONE_SURROGATES, '\ufffd').trim();
  if (!/^(https?:\/\/[^\s/]|mailto:[^\s]|tel:[+\d])/i.test(url)) return undefined;
  return /[\s<>"'`\\\u0000-\u0020\u007f]/.test(url) ? encodeURI(url).replace(/'/g, '%27') : url;
}

const RTL_LANGUAGES = new Set(['ar', 'arc', 'ckb', 'dv', 'fa', 'he', 'ks', 'ps', 'sd', 'ug', 'ur', 'yi']);

/** The base direction of a BCP 47 language tag. */
export function directionOf(language: string): Direction {
  const [primary = '', script = ''] = language.toLowerCase().split('-');
  if (script === 'latn') return 'ltr';
  return RTL_LANGUAGES.has(primary) ? 'rtl' : 'ltr';
}
