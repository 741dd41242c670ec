/** Where a store's own pictures are: a path below this installation's address that leads to that store's pictures and nowhere else. */

/** The path of a picture that was brought in: its store, and the beginning of the SHA-256 of its content. A regular expression. */
export const PICTURE_PATH = '^/media/pictures/[a-z0-9-]{1,40}/[0-9a-f]{24}\\.(?:png|jpg)$';

const PATH = new RegExp(PICTURE_PATH);

/** The store that a picture's path names, or undefined for what is no picture's path. */
export function storeOfPicture(path: string): string | undefined {
  return PATH.test(path) ? path.split('/')[3] : undefined;
}

/** The places (JSON Pointers) in a document at which a `path` is not a picture of this store. */
export function foreignPictures(document: unknown, storeId: string, at = ''): string[] {
  if (typeof document !== 'object' || document === null) return [];
  return Object.entries(document).flatMap(([key, value]: [string, unknown]) => {
    const place = `${at}/${key}`;
    if (key === 'path' && typeof value === 'string') return storeOfPicture(value) === storeId ? [] : [place];
    return foreignPictures(value, storeId, place);
  });
}

/** The paths of all pictures of stores in a document. */
export function picturePaths(document: unknown): string[] {
  if (typeof document !== 'object' || document === null) return [];
  const found = Object.entries(document).flatMap(([key, value]: [string, unknown]) =>
    key === 'path' && typeof value === 'string' && storeOfPicture(value) !== undefined ? [value] : picturePaths(value),
  );
  return [...new Set(found)];
}

/** The document with other pictures in the place of some, by path: their size and bytes go with them. */
export function withPictures<T>(document: T, others: ReadonlyMap<string, object>): T {
  if (typeof document !== 'object' || document === null) return document;
  if (Array.isArray(document)) return document.map((one: unknown) => withPictures(one, others)) as T;
  const { path } = document as { path?: unknown };
  const other = typeof path === 'string' ? others.get(path) : undefined;
  if (other) return { ...document, ...other };
  return Object.fromEntries(
    Object.entries(document).map(([key, value]: [string, unknown]) => [key, withPictures(value, others)]),
  ) as T;
}
