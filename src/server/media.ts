/** Pictures below the data folder's `media`, by a name that cannot leave it. */
import { readFile } from 'node:fs/promises';
import { join, resolve, sep } from 'node:path';
import { config } from './config';

const TYPES: Record<string, string> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp', gif: 'image/gif' };

export async function readMedia(path: readonly string[]): Promise<{ bytes: Buffer; type: string } | undefined> {
  const root = resolve(config().dataDir, 'media');
  const file = resolve(join(root, ...path));
  const type = TYPES[file.slice(file.lastIndexOf('.') + 1)];
  if (!file.startsWith(root + sep) || !type) return undefined;
  try {
    return { bytes: await readFile(file), type };
  } catch {
    return undefined;
  }
}
