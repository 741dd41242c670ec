/** The shelf of a store's files: what is on it, and what each goes with. */
import { and, desc, eq, like, or } from 'drizzle-orm';
import { templateAddress, variantTitle } from '@/core/plan';
import type { BroughtFile, FileShelf, FileUse, ShelfFile } from '@/contract/files';
import { listed } from '@/words/speak';
import { say } from '@/words/files';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { editions, notifications, storeFiles, templates } from '../../db/schema';
import { bringFile, fileBytes, shelfOf, type StoreFile } from '../../documents/files';
import { roomOfStore } from '../../sending/service';

const onScreen = ({ digest, name, type, bytes, by, at }: StoreFile): ShelfFile => ({
  digest,
  name,
  type,
  bytes,
  by,
  at: at.toISOString(),
});

/** What attaching chooses from, and how much fits. */
export async function fileShelf(storeId: string): Promise<FileShelf> {
  const [files, room] = await Promise.all([shelfOf(storeId), roomOfStore(storeId)]);
  return { files: files.map(onScreen), room };
}

/** Everything the screen of files opens with. */
export async function loadFiles({ store }: Access) {
  const { files, room } = await fileShelf(store.id);
  const uses = await Promise.all(files.map(({ digest }) => usesOf(store.id, digest)));
  return { files: files.map((file, i) => ({ ...file, uses: uses[i]! })), room };
}

/** The templates whose draft or live edition a file goes with. */
async function usesOf(storeId: string, digest: string): Promise<FileUse[]> {
  const named = `%${digest}%`;
  const rows = await database()
    .select({
      slug: notifications.slug,
      name: notifications.name,
      variant: templates.variant,
      variantName: templates.variantName,
    })
    .from(templates)
    .innerJoin(notifications, eq(notifications.id, templates.notificationId))
    .leftJoin(editions, eq(editions.id, templates.liveEditionId))
    .where(and(eq(templates.storeId, storeId), or(like(templates.draft, named), like(editions.template, named))))
    .orderBy(notifications.id, desc(eq(templates.variant, '')), templates.rank);
  return rows.map((r) => ({ slug: templateAddress(r.slug, r.variant), name: variantTitle(r.name, r.variantName) }));
}

/** Takes a file in: onto the shelf, or for a letter only. */
export async function takeIn(
  access: Access,
  { bytes, name, onShelf }: { bytes: Buffer; name: string; onShelf: boolean },
): Promise<BroughtFile> {
  const file = await bringFile(access.store.id, { bytes, name, by: access.person.name, onShelf });
  if (onShelf && !file.known) await remember(access, 'addedFile', { file: file.name });
  return file;
}

/** Takes a file off the shelf. Refused while a message goes with it. What was sent, and what waits with it, keeps it. */
export async function takeOff(access: Access, digest: string): Promise<void> {
  const { store } = access;
  const here = and(eq(storeFiles.storeId, store.id), eq(storeFiles.digest, digest), eq(storeFiles.onShelf, true));
  const [file] = await database().select().from(storeFiles).where(here);
  if (!file) throw new AppError('not-found', say.isNotOnTheShelf);
  const uses = await usesOf(store.id, digest);
  if (uses.length > 0)
    throw new AppError('conflict', say.isUsed({ name: file.name, messages: listed(uses.map((u) => u.name)) }));
  await database().update(storeFiles).set({ onShelf: false }).where(here);
  await remember(access, 'removedFile', { file: file.name });
}

/** A file of the shelf, to be saved. */
export async function shelfFile(access: Access, digest: string): Promise<{ name: string; type: string; body: Buffer }> {
  const [file] = await database()
    .select()
    .from(storeFiles)
    .where(and(eq(storeFiles.storeId, access.store.id), eq(storeFiles.digest, digest)));
  const body = file && (await fileBytes(access.store.id, digest));
  if (!file || !body) throw new AppError('not-found', say.isNotOnTheShelf);
  return { name: file.name, type: file.type, body };
}
