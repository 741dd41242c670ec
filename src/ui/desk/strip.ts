/** The choices of the reading strip, and how they stand in an address. */
export interface StripState {
  order: string;
  language: string;
  width: 'phone' | 'desktop';
  part: 'html' | 'text' | 'source';
  ground: 'light' | 'dark' | 'forced';
  pictures: boolean;
}

/** The strip's choices as they stand in the address; what is usual is left out. */
export function stripQuery(strip: StripState, ownLanguage: string): string {
  const query = new URLSearchParams();
  if (strip.order) query.set('order', strip.order);
  if (strip.language !== ownLanguage) query.set('language', strip.language);
  if (strip.width !== 'desktop') query.set('width', strip.width);
  if (strip.part !== 'html') query.set('part', strip.part);
  if (strip.ground !== 'light') query.set('light', strip.ground);
  if (!strip.pictures) query.set('pictures', 'off');
  return query.size > 0 ? `?${query}` : '';
}

const oneOf = <T extends string>(value: string | undefined, allowed: readonly [T, ...T[]]): T =>
  allowed.find((a) => a === value) ?? allowed[0];

/** The strip as an address asks for it. */
export function stripFromQuery(
  query: Partial<Record<'width' | 'part' | 'light' | 'pictures', string>>,
  order: string,
  language: string,
): StripState {
  return {
    order,
    language,
    width: oneOf(query.width, ['desktop', 'phone']),
    part: oneOf(query.part, ['html', 'text', 'source']),
    ground: oneOf(query.light, ['light', 'dark', 'forced']),
    pictures: query.pictures !== 'off',
  };
}
