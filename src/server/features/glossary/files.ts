/** The glossary out as TBX or a table, and back in: looked at first, taken in as one, and taken back as one. */
import { createHash } from 'node:crypto';
import type { GlossaryBrought, GlossaryFormat, GlossaryPreview, TakeBackGlossary } from '@/contract/glossary';
import { compareGlossary, MOST_ENTRIES, readGlossary, writeTbx, writeTerms, type GlossaryEntry } from '@/core/glossary';
import { decodeXml } from '@/core/handover';
import { MOST_FILE_BYTES } from '@/contract/languages';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database, type Executor } from '../../db/client';
import type { ExportedFile } from '../templates/exported';
import { currentOf, entriesOf, lockedEntries, prepared, putEntry, refuseForeignTerms, removeEntry } from './entries';
import { say } from '@/words/glossary';
import { say as refusals } from '@/words/refusals';

/** The whole glossary as a file. */
export async function takeGlossaryOut(access: Access, { as }: { as: GlossaryFormat }): Promise<ExportedFile> {
  const { store } = access;
  const entries = await entriesOf(access);
  const languages = [store.language, ...store.languages.filter((l) => l !== store.language)];
  return as === 'tbx'
    ? {
        name: `${store.id}-glossary.tbx`,
        type: 'application/x-tbx+xml; charset=utf-8',
        body: writeTbx(entries, languages, store.name),
      }
    : { name: `${store.id}-glossary.csv`, type: 'text/csv; charset=utf-8', body: writeTerms(entries) };
}

/** What a file would change. Throws `invalid` for what cannot be read at all, with the line. */
export async function lookAtGlossary(
  access: Access,
  bytes: Uint8Array,
  db: Executor = database(),
): Promise<GlossaryPreview> {
  if (bytes.length > MOST_FILE_BYTES) {
    throw new AppError('invalid', refusals.translationsTooLarge({ most: MOST_FILE_BYTES / 1_000_000 }));
  }
  const text = decodeXml(bytes);
  if (text === undefined) throw new AppError('invalid', refusals.notUtf8);
  const own = access.store.language;
  const read = readGlossary(text, own);
  if (!read.ok) {
    throw new AppError('invalid', refusals.atLine({ line: read.problem.line, message: read.problem.message }));
  }
  const there = await entriesOf(access, db);
  const comparison = compareGlossary(read.value, there.map(withoutRevision), own);
  if (there.length + comparison.added.length > MOST_ENTRIES) {
    throw new AppError('invalid', say.tooManyEntries({ most: MOST_ENTRIES }));
  }
  const stamp = createHash('sha256')
    .update(JSON.stringify([comparison.added, comparison.changed]))
    .digest('base64url');
  return { stamp, comparison };
}

const withoutRevision = ({ revision: _revision, ...entry }: GlossaryEntry & { revision: number }): GlossaryEntry =>
  entry;

const contentOf = ({ id: _id, ...content }: GlossaryEntry): Omit<GlossaryEntry, 'id'> => content;

/** Writes what was looked at, all or none. Throws `conflict` when it is not what it was. */
export async function bringGlossaryIn(
  access: Access,
  { stamp, name }: { stamp: string; name: string },
  bytes: Uint8Array,
): Promise<GlossaryBrought> {
  return database().transaction(async (tx) => {
    const there = await lockedEntries(access, tx);
    const preview = await lookAtGlossary(access, bytes, tx);
    if (preview.stamp !== stamp) throw new AppError('conflict', refusals.changedSinceLooked, [], preview);
    const { added, changed } = preview.comparison;
    if (added.length + changed.length === 0) throw new AppError('invalid', refusals.nothingToBringIn);
    const undo: TakeBackGlossary = { remove: [], put: [] };
    for (const entry of added) {
      refuseForeignTerms(access, undefined, entry);
      const id = newId();
      await putEntry(access, { id, revision: 1, ...prepared(contentOf(entry), access.store.language) }, tx);
      undo.remove.push({ id, revision: 1 });
    }
    for (const { before, after } of changed) {
      refuseForeignTerms(access, before, after);
      const revision = (there.find((e) => e.id === before.id)?.revision ?? 0) + 1;
      await putEntry(access, { id: before.id, revision, ...prepared(contentOf(after), access.store.language) }, tx);
      undo.put.push({ id: before.id, revision, entry: contentOf(before) });
    }
    await remember(access, 'broughtGlossary', { n: added.length + changed.length, file: name }, { db: tx });
    return { added: added.length, changed: changed.length, undo };
  });
}

/** Takes back what a file changed, all or none. Throws `conflict` where somebody changed something since. */
export async function takeBackGlossary(
  access: Access,
  { remove, put }: TakeBackGlossary,
): Promise<{ entries: number }> {
  return database().transaction(async (tx) => {
    const there = await lockedEntries(access, tx);
    for (const seen of remove) {
      const entry = currentOf(there, seen);
      refuseForeignTerms(access, entry, undefined);
      await removeEntry(access, entry.id, tx);
    }
    for (const { entry, ...seen } of put) {
      const { id, revision, ...now } = currentOf(there, seen);
      refuseForeignTerms(access, now, entry);
      await putEntry(access, { id, revision: revision + 1, ...prepared(entry, access.store.language) }, tx);
    }
    const n = remove.length + put.length;
    await remember(access, 'tookBackGlossary', { n }, { db: tx });
    return { entries: n };
  });
}
