/** Addresses not to write to. */
import type { SenderKind } from './services';

export interface Withholding {
  /** A whole address, "@domain" for a domain, or "@*.domain" for all below it. */
  pattern: string;
  reason: string;
  /** Empty for all. */
  kinds: readonly SenderKind[];
}

const PATTERN = /^(?:[^\s@*]+@[^\s@*]+|@(?:\*\.)?[^\s@*]+\.[^\s@*]+)$/;

/** Whether a text names addresses not to write to: an address, "@domain", or "@*.domain" for all below it. */
export function isWithholdingPattern(text: string): boolean {
  return PATTERN.test(text) && text.length <= 254;
}

/**
 * Whether an address is one of a pattern's. Upper and lower case are the same; "@*.domain" does not mean the domain itself.
 */
export function matchesPattern(pattern: string, address: string): boolean {
  const wanted = pattern.toLowerCase();
  const given = address.toLowerCase();
  if (!wanted.startsWith('@')) return wanted === given;
  const domain = given.slice(given.lastIndexOf('@') + 1);
  return wanted.startsWith('@*.') ? domain.endsWith(wanted.slice(2)) : domain === wanted.slice(1);
}

/** The first entry that forbids to write to an address for a kind of message. */
export function withheldBy<T extends Withholding>(
  list: readonly T[],
  address: string,
  kind: SenderKind,
): T | undefined {
  return list.find((w) => matchesPattern(w.pattern, address) && (w.kinds.length === 0 || w.kinds.includes(kind)));
}
