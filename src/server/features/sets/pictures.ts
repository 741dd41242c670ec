/** Pictures and files of a set on their way into a store. */
import { eq } from 'drizzle-orm';
import { picturePaths, withPictures, type Asset } from '@/core/look';
import { lookWithoutPictures, withoutPictures, type StoreSet } from '@/core/sets';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { pictures } from '../../db/schema';
import { bringFile } from '../../documents/files';
import { bringPicture, sourceOf } from '../../documents/pictures';
import { digestsIn } from './take-out';

/** Pictures in messages are kept for the widest sheet. */
const WIDEST = 800;

/**
 * The set with the store's own pictures where it has them already, under whatever name they came in. What it does not have keeps its
 * path.
 */
export async function withKnownPictures(
  { store }: Access,
  set: StoreSet,
): Promise<{ set: StoreSet; known: ReadonlySet<string> }> {
  const rows = await database().select().from(pictures).where(eq(pictures.storeId, store.id));
  const own = new Set(rows.map((r) => r.path));
  const bySource = new Map(rows.filter((r) => r.source !== '').map((r) => [r.source, r]));
  const others = new Map<string, Asset>();
  for (const path of picturePaths(set)) {
    const data = own.has(path) ? undefined : set.pictures?.[path];
    const row = data === undefined ? undefined : bySource.get(sourceOf(Buffer.from(data, 'base64')));
    if (row) others.set(path, { path: row.path, width: row.width, height: row.height, bytes: row.bytes });
  }
  const { pictures: bytes, ...document } = set;
  return { set: { ...withPictures(document, others), ...(bytes && { pictures: bytes }) }, known: own };
}

/** Brings in what pictures and files of a set the store lacks, and names them in the set as the store has them. */
export async function bringBytes(access: Access, set: StoreSet): Promise<StoreSet> {
  const { known } = await withKnownPictures(access, set);
  const { pictures: bytes = {}, files = {}, ...document } = set;
  const others = new Map<string, Asset>();
  const gone = new Set<string>();
  for (const path of picturePaths(document)) {
    if (known.has(path)) continue;
    const data = bytes[path];
    if (data === undefined) gone.add(path);
    else {
      const name = path.split('/').at(-1)!;
      others.set(path, (await bringPicture(access, Buffer.from(data, 'base64'), name, WIDEST)).asset);
    }
  }
  for (const digest of digestsIn(set)) {
    const file = files[digest];
    if (!file) continue;
    const by = access.person.name;
    await bringFile(access.store.id, { bytes: Buffer.from(file.data, 'base64'), name: file.name, by, onShelf: true });
  }
  const brought = withPictures(withoutPictures(document, gone), others);
  return brought.look ? { ...brought, look: lookWithoutPictures(brought.look, gone) } : brought;
}
