/** Looks as they are kept, and as they travel: what older ones lack is completed, what is not ours is refused. */
import { checker, placedSentence, type Checked } from '../schema';
import { DEFAULT_LOOK, LookSchema, type Look } from './schema';
import { say } from '../../words/problems';

/** A kept look with everything that was added to looks since. */
export function completeLook(kept: unknown): Look {
  return merged(DEFAULT_LOOK, kept) as Look;
}

function merged(base: unknown, over: unknown): unknown {
  if (over === undefined) return base;
  if (!isPlain(base) || !isPlain(over)) return over;
  return Object.fromEntries(
    [...new Set([...Object.keys(base), ...Object.keys(over)])].map((key) => [key, merged(base[key], over[key])]),
  );
}

const isPlain = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

export const checkLook = checker(LookSchema);

/** What a file of a look says it is, and the pictures that travel with it (by path, base64). */
export interface LookFile {
  kind: 'libellus look';
  version: 1;
  name: string;
  look: Look;
  pictures: Record<string, string>;
}

/** Reads a file of a look: a problem names the place, and what to do. Nothing of it is used when one is found. */
export function readLookFile(text: string): Checked<LookFile> {
  const fail = (message: string, path = ''): Checked<LookFile> => ({ ok: false, problems: [{ path, message }] });
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return fail(say.thisFileIsNotJson);
  }
  if (!isPlain(value)) return fail(say.thisFileHoldsNoLook);
  if (value.kind !== 'libellus look') {
    return fail(
      typeof value.kind === 'string' && value.kind.startsWith('libellus ')
        ? say.thisFileHoldsASlice({ slice: value.kind.slice(9) })
        : say.thisFileWasNotExported,
      '/kind',
    );
  }
  if (typeof value.version === 'number' && value.version > 1) {
    return fail(say.thisFileIsOfVersion({ version: value.version }), '/version');
  }
  if (value.version !== 1) return fail(say.thisFileDoesNotSay, '/version');
  const checked = checkLook(value.look);
  if (!checked.ok) {
    return {
      ok: false,
      problems: checked.problems.map((p) => ({
        path: `/look${p.path}`,
        message: placedSentence(p),
      })),
    };
  }
  const pictures = isPlain(value.pictures) ? value.pictures : {};
  for (const [path, data] of Object.entries(pictures)) {
    if (typeof data !== 'string') return fail(say.thePicturePathIsNot({ path }), '/pictures');
  }
  const { logo } = checked.value;
  for (const asset of [logo?.light, logo?.dark]) {
    if (asset && pictures[asset.path] === undefined) return fail(say.theLogoIsNamedAnd, '/pictures');
  }
  return {
    ok: true,
    value: {
      kind: 'libellus look',
      version: 1,
      name: typeof value.name === 'string' ? value.name.slice(0, 80) : '',
      look: checked.value,
      pictures: pictures as Record<string, string>,
    },
  };
}
