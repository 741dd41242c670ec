/** A name as it stands in an address: "Grüße aus Łódź" is "grusse-aus-lodz". */

/** Letters that fall apart into nothing plain by themselves. */
const LETTERS: Readonly<Record<string, string>> = { ß: 'ss', ł: 'l', ø: 'o', æ: 'ae', œ: 'oe', đ: 'd', þ: 'th' };

/** Small letters, digits and hyphens, at most `most` of them; `fallback` for a name that leaves nothing. */
export function slugOf(name: string, { most, fallback }: { most: number; fallback: string }): string {
  const slug = name
    .toLowerCase()
    .replace(/[ßłøæœđþ]/g, (letter) => LETTERS[letter]!)
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, most)
    .replace(/^-+|-+$/g, '');
  return slug === '' ? fallback : slug;
}

/** A slug that is not taken: with a number after it when it is. */
export function freeSlug(name: string, taken: ReadonlySet<string>, fallback: string): string {
  const plain = slugOf(name, { most: 50, fallback });
  for (let n = 1; ; n += 1) {
    const slug = n === 1 ? plain : `${plain}-${n}`;
    if (!taken.has(slug)) return slug;
  }
}
