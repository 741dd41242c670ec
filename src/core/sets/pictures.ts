/** Pictures of a set that nobody has the bytes of. */
import type { Look } from '../look';

/** The document without pictures of these paths: blocks stay, with nothing in them. */
export function withoutPictures<T>(document: T, gone: ReadonlySet<string>): T {
  if (typeof document !== 'object' || document === null) return document;
  if (Array.isArray(document)) return document.map((one: unknown) => withoutPictures(one, gone)) as T;
  return Object.fromEntries(
    Object.entries(document).flatMap(([key, value]: [string, unknown]) =>
      key === 'picture' && gone.has(pathOf(value)) ? [] : [[key, withoutPictures(value, gone)]],
    ),
  ) as T;
}

const pathOf = (value: unknown): string =>
  typeof value === 'object' && value !== null && 'path' in value && typeof value.path === 'string' ? value.path : '';

/** The look without its logo, or without the one for the dark, where that is gone. */
export function lookWithoutPictures(look: Look, gone: ReadonlySet<string>): Look {
  const { logo } = look;
  if (!logo) return look;
  if (gone.has(logo.light.path)) return { ...look, logo: null };
  const { dark, ...light } = logo;
  return dark && gone.has(dark.path) ? { ...look, logo: light } : look;
}
