/**
 * The store's files: told by their bytes, kept once by their content below the data folder's `files`, and forgotten when nothing needs
 * them any more.
 */
import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { dirname, join, resolve } from 'node:path';
import { and, asc, eq, inArray, lt, notExists, sql } from 'drizzle-orm';
import { fileTypeFromBuffer } from 'file-type/core';
import {
  fileNameFor,
  isFileKind,
  kindOfText,
  kindOfType,
  MOST_FILE_BYTES,
  type FileKind,
  type KeptFile,
  type Unwanted,
} from '@/core/attach';
import { fileSize } from '@/core/names';
import { config } from '../base/config';
import { AppError } from '../base/errors';
import { newId } from '../base/ids';
import { insertRows } from '../db/bulk';
import { database, type Executor } from '../db/client';
import { databaseTime } from '../db/time';
import { editions, eventFiles, sentFiles, storeFiles, templates } from '../db/schema';
import { say } from '@/words/files';

export type StoreFile = typeof storeFiles.$inferSelect;

const WHY: Record<Unwanted, () => string> = {
  program: () => say.isAProgram,
  archive: () => say.isAnArchive,
  macros: () => say.hasMacros,
  page: () => say.isAPage,
  unknown: () => say.isOfNoKnownKind,
};

/** Tells by its bytes what a file is. Throws `invalid` with the reason for what is not taken. */
async function kindOf(bytes: Buffer, name: string): Promise<FileKind> {
  const refuse = (why: string): AppError =>
    new AppError('invalid', say.wasNotTaken({ name: name.slice(0, 120), why }), [{ path: '/file', message: why }]);
  if (bytes.length === 0) throw refuse(say.isEmpty);
  if (bytes.length > MOST_FILE_BYTES) {
    throw refuse(say.isTooLarge({ size: fileSize(bytes.length), most: fileSize(MOST_FILE_BYTES) }));
  }
  const known = await fileTypeFromBuffer(bytes).catch(() => undefined);
  const kind = known ? kindOfType(known.mime) : kindOfText(textOf(bytes), name);
  if (!isFileKind(kind)) throw refuse(WHY[kind]());
  return kind;
}

/** What UTF-8 says, or a NUL where the bytes are none. */
function textOf(bytes: Buffer): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return '\u0000';
  }
}

const pathOf = (storeId: string, digest: string): string => {
  const root = resolve(config().dataDir, 'files');
  if (!/^[\w-]{1,40}$/.test(storeId) || !/^[0-9a-f]{64}$/.test(digest)) throw new Error('This is no file of a store.');
  return join(root, storeId, digest.slice(0, 2), digest);
};

/**
 * Takes a file in for a store. The same bytes are one file: what is known keeps its name and its place on the shelf. Throws `invalid`
 * for a kind that is not taken, or too large.
 */
export async function bringFile(
  storeId: string,
  { bytes, name, by, onShelf }: { bytes: Buffer; name: string; by: string; onShelf: boolean },
): Promise<KeptFile & { known: boolean }> {
  const type = await kindOf(bytes, name);
  const digest = createHash('sha256').update(bytes).digest('hex');
  const called = fileNameFor(name, type);
  const path = pathOf(storeId, digest);
  await put(path, bytes);
  const now = new Date(await databaseTime());
  const [row] = await database()
    .select({ name: storeFiles.name, onShelf: storeFiles.onShelf })
    .from(storeFiles)
    .where(and(eq(storeFiles.storeId, storeId), eq(storeFiles.digest, digest)));
  await database()
    .insert(storeFiles)
    .values({ storeId, digest, name: called, type, bytes: bytes.length, onShelf, by, at: now, usedAt: now })
    .onDuplicateKeyUpdate({
      set: { usedAt: now, ...(onShelf && { onShelf, ...(!row?.onShelf && { name: called, by, at: now }) }) },
    });
  // Forgotten in this very moment, it is put back.
  if (!existsSync(path)) await put(path, bytes);
  const known = row?.onShelf ?? false;
  return { digest, name: onShelf && known ? row!.name : called, type, bytes: bytes.length, known };
}

/** Writes a file whole or not at all, also when two bring the same at once. */
async function put(path: string, bytes: Buffer): Promise<void> {
  await mkdir(dirname(path), { recursive: true });
  const beside = `${path}.${newId()}`;
  await writeFile(beside, bytes);
  await rename(beside, path);
}

/** The bytes of a store's file, or undefined when it has none such. */
export async function fileBytes(storeId: string, digest: string): Promise<Buffer | undefined> {
  return readFile(pathOf(storeId, digest)).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return undefined;
    throw error;
  });
}

/** What is on a store's shelf, by name. */
export async function shelfOf(storeId: string): Promise<StoreFile[]> {
  return database()
    .select()
    .from(storeFiles)
    .where(and(eq(storeFiles.storeId, storeId), eq(storeFiles.onShelf, true)))
    .orderBy(asc(storeFiles.name));
}

/** A store's files of these digests, on the shelf or not. */
export async function filesOf(storeId: string, digests: readonly string[]): Promise<Map<string, StoreFile>> {
  if (digests.length === 0) return new Map();
  const rows = await database()
    .select()
    .from(storeFiles)
    .where(and(eq(storeFiles.storeId, storeId), inArray(storeFiles.digest, [...digests])));
  return new Map(rows.map((r) => [r.digest, r]));
}

/** Keeps which files events brought, so that they stay for as long as messages can be made of it. */
export async function keepForEvents(
  tx: Executor,
  storeId: string,
  named: readonly { eventId: string; files: readonly KeptFile[] }[],
): Promise<void> {
  await insertRows(
    tx,
    eventFiles,
    named.flatMap(({ eventId, files }) =>
      [...new Set(files.map((f) => f.digest))].map((digest) => ({ eventId, storeId, digest })),
    ),
    { ignore: true },
  );
}

/** A file that was brought in and then not sent stays for a while: its letter may still be open. */
const UNUSED_MS = 2 * 86_400_000;

/** Forgets files off the shelf that nothing names any more: no message as sent, no event, no template or edition. */
export async function forgetFiles(now: number, most = 200): Promise<number> {
  const db = database();
  const naming = (table: typeof sentFiles | typeof eventFiles) =>
    notExists(
      db
        .select({ one: sql`1` })
        .from(table)
        .where(and(eq(table.storeId, storeFiles.storeId), eq(table.digest, storeFiles.digest))),
    );
  const rows = await db
    .select({ storeId: storeFiles.storeId, digest: storeFiles.digest })
    .from(storeFiles)
    .where(
      and(
        eq(storeFiles.onShelf, false),
        lt(storeFiles.usedAt, new Date(now - UNUSED_MS)),
        naming(sentFiles),
        naming(eventFiles),
      ),
    )
    .limit(most);
  let gone = 0;
  for (const { storeId, digest } of rows) {
    if ((await namedIn(storeId, digest)) > 0) continue;
    // The row is held until the bytes are gone: whoever brings the same again finds out, and writes them anew.
    gone += await db.transaction(async (tx) => {
      const [result] = await tx
        .delete(storeFiles)
        .where(
          and(
            eq(storeFiles.storeId, storeId),
            eq(storeFiles.digest, digest),
            eq(storeFiles.onShelf, false),
            lt(storeFiles.usedAt, new Date(now - UNUSED_MS)),
          ),
        );
      if (result.affectedRows > 0) await rm(pathOf(storeId, digest), { force: true });
      return result.affectedRows;
    });
  }
  return gone;
}

/** In how many drafts and editions of a store a file is named. */
async function namedIn(storeId: string, digest: string): Promise<number> {
  const like = `%${digest}%`;
  const [row] = await database()
    .select({ n: sql<number>`count(*)` })
    .from(templates)
    .leftJoin(editions, eq(editions.templateId, templates.id))
    .where(
      and(eq(templates.storeId, storeId), sql`(${templates.draft} like ${like} or ${editions.template} like ${like})`),
    );
  return Number(row?.n ?? 0);
}
