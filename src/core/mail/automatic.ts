/** Mail that a program answered with and no person wrote (RFC 3834): it is kept, but nobody is to be bothered with it. */

/** Why a message counts as automatic. */
export type Automatic = 'auto-submitted' | 'no-return' | 'bulk' | 'list' | 'report' | 'mailer' | 'passed-on';

/** Put on what Libellus passes on, so that it is known again when it comes back. */
export const PASSED_ON_FIELD = 'libellus-passed-on';

/** Local parts that programs send from: RFC 3834, section 2, and RFC 2142. */
const MAILERS = /^(mailer-daemon|postmaster|no-?reply|do-?not-?reply|owner-.*|.*-(request|owner|bounces?))$/i;

/**
 * Why a message is an automatic answer, or undefined where a person may have written it.
 * @param fields the header fields by name in small letters, each with its first value
 * @param from the envelope's sender, empty for the null one (RFC 5321, 4.5.5)
 */
export function automaticBecause(fields: ReadonlyMap<string, string>, from: string): Automatic | undefined {
  const field = (name: string): string => fields.get(name)?.trim().toLowerCase() ?? '';
  if (fields.has(PASSED_ON_FIELD)) return 'passed-on';
  // RFC 3834, section 5: anything but "no", whatever parameters follow.
  const submitted = field('auto-submitted').split(';')[0]!.trim();
  if (submitted !== '' && submitted !== 'no') return 'auto-submitted';
  // From before RFC 3834, and still the only sign that some programs give.
  if (fields.has('x-autoreply') || fields.has('x-autorespond') || fields.has('x-autoresponse')) return 'auto-submitted';
  if (/^multipart\/report\b/.test(field('content-type'))) return 'report';
  if (/^(bulk|junk|list|auto_reply)\b/.test(field('precedence'))) return 'bulk';
  if (fields.has('list-id') || fields.has('list-unsubscribe')) return 'list';
  if (from === '') return 'no-return';
  if (MAILERS.test(from.slice(0, from.lastIndexOf('@')))) return 'mailer';
  return undefined;
}
