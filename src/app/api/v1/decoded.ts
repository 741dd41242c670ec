/** A part of an address as it was meant; nothing for one that cannot be decoded, which names nothing. */
export function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return '';
  }
}
