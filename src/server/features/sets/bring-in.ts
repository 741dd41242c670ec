/** A set brought in: looked at first, then the chosen parts as a whole, with the way back. */
import { createHash } from 'node:crypto';
import { and, eq, inArray } from 'drizzle-orm';
import type { SetOutcome, SetPreview, SetSource } from '@/contract/sets';
import { languageName } from '@/core/names';
import {
  chosenOf,
  inLanguages,
  languagesAlike,
  languagesIn,
  MOST_SET_BYTES,
  readSet,
  setItems,
  type LanguageMap,
  type SetItem,
  type StoreSet,
} from '@/core/sets';
import { placedSentence } from '@/core/schema';
import { accessOf, type Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { database, type Executor } from '../../db/client';
import {
  notifications,
  passages,
  phrases,
  removedThings,
  routingRules,
  storeFiles,
  stores,
  templates,
} from '../../db/schema';
import { leaveAlone } from '../../documents/following';
import { keepRemoved, rowsOfNotification, rowsOfPassage } from '../../documents/removed';
import { settingsChanged } from '../../events/planner';
import { removeEntry } from '../glossary/entries';
import { conditionChoices } from '../templates/templates';
import { putSet, type Made } from './apply';
import { bringBytes, withKnownPictures } from './pictures';
import { digestsIn, setOf, withBytes } from './take-out';
import { say as refusals } from '@/words/refusals';
import { say } from '@/words/sets';

/** The set that a source holds, in its own languages. */
async function sourceSet(access: Access, source: SetSource): Promise<StoreSet> {
  if (source.from === 'store') {
    const other = await accessOf(access.person, source.store, 'set.take');
    return withBytes(other.store, await setOf(other.store, source.of));
  }
  const bytes = source.bytes instanceof Uint8Array ? source.bytes : new Uint8Array();
  if (bytes.length === 0) throw new AppError('invalid', refusals.theFileIsEmpty);
  if (bytes.length > MOST_SET_BYTES) {
    const size = (bytes.length / 1_000_000).toFixed(1);
    throw new AppError('invalid', say.tooLarge({ size, most: MOST_SET_BYTES / 1_000_000 }));
  }
  const read = readSet(new TextDecoder().decode(bytes));
  if (!read.ok) throw new AppError('invalid', placedSentence(read.problems[0]!), read.problems);
  return read.value;
}

/** Which language of the store each of the set becomes: as asked, else those that are alike. */
function languagesFor({ store }: Access, set: StoreSet, asked: LanguageMap | undefined): LanguageMap {
  const map = asked ?? languagesAlike(languagesIn(set), store.languages);
  const targets = Object.values(map).filter((l) => l !== '');
  for (const [i, language] of targets.entries()) {
    const message = !store.languages.includes(language)
      ? say.notALanguageHere({ language: languageName(language) })
      : targets.indexOf(language) !== i
        ? say.languageTwice({ language: languageName(language) })
        : undefined;
    if (message) throw new AppError('invalid', message, [{ path: '/languages', message }]);
  }
  return map;
}

const stampOf = (set: StoreSet): string => createHash('sha256').update(JSON.stringify(set)).digest('hex').slice(0, 32);

interface Compared {
  set: StoreSet;
  ours: StoreSet;
  items: SetItem[];
}

async function compare(access: Access, set: StoreSet, db?: Executor): Promise<Compared> {
  const { store } = access;
  const ours = await setOf(store, 'draft', db);
  const { set: theirs, known } = await withKnownPictures(access, set);
  const digests = digestsIn(theirs);
  const [choices, on, files] = await Promise.all([
    conditionChoices(store.id),
    database()
      .select({ slug: notifications.slug })
      .from(notifications)
      .where(and(eq(notifications.storeId, store.id), eq(notifications.on, true))),
    digests.length === 0
      ? []
      : database()
          .select({ digest: storeFiles.digest })
          .from(storeFiles)
          .where(and(eq(storeFiles.storeId, store.id), inArray(storeFiles.digest, digests))),
  ]);
  const names = new Map(choices.channels.map((c) => [c.id, c.name]));
  const items = setItems(theirs, ours, {
    language: store.language,
    languages: store.languages,
    channels: new Set(names.keys()),
    names: { channel: (id) => names.get(id) },
    on: new Set(on.map((n) => n.slug)),
    pictures: new Set([...known, ...Object.keys(set.pictures ?? {})]),
    files: new Set([...files.map((f) => f.digest), ...Object.keys(set.files ?? {})]),
  });
  return { set: theirs, ours, items };
}

/** What a set would change in the store, part by part. Nothing is changed. */
export async function lookAtSet(
  access: Access,
  source: SetSource,
  languages: LanguageMap | undefined,
): Promise<SetPreview> {
  const found = await sourceSet(access, source);
  const map = languagesFor(access, found, languages);
  const { ours, items } = await compare(access, inLanguages(found, map, access.store.language));
  return {
    name: found.name,
    languages: languagesIn(found).map((id) => ({ id, name: languageName(id), becomes: map[id] ?? '' })),
    items,
    stamp: stampOf(ours),
  };
}

/**
 * Brings parts of a set in, all of them or none. What it replaces is kept, and can be brought back for as long as removed things. Throws
 * `conflict` when something of the store changed since `stamp`.
 */
export async function bringSet(
  access: Access,
  { source, languages, keys, stamp }: { source: SetSource; languages: LanguageMap; keys: string[]; stamp: string },
): Promise<SetOutcome> {
  const { store } = access;
  const found = await sourceSet(access, source);
  const mapped = inLanguages(found, languagesFor(access, found, languages), store.language);
  const { set, items } = await compare(access, mapped);
  const chosen = items.filter((i) => keys.includes(i.key) && i.state !== 'same');
  const refused = chosen.find((i) => i.refused !== undefined);
  if (refused) {
    const message = `${refused.name}: ${refused.refused}`;
    throw new AppError('invalid', message, [{ path: `/${refused.key.replace(' ', '/')}`, message }]);
  }
  if (chosen.length === 0) throw new AppError('invalid', say.nothingChosen);
  const wanted = new Set(chosen.map((i) => i.key));
  const brought = await bringBytes(access, chosenOf(set, wanted));
  return database().transaction(async (tx) => {
    await tx.select({ id: stores.id }).from(stores).where(eq(stores.id, store.id)).for('update');
    const ours = await setOf(store, 'draft', tx);
    if (stampOf(ours) !== stamp) throw new AppError('conflict', say.changedSince);
    const made = await putSet(access, brought, ours, wanted, tx);
    const before = { set: [chosenOf(ours, wanted)], made: [made], keys: [{ keys: [...wanted] }] };
    const rows = before as unknown as Record<string, Record<string, unknown>[]>;
    const { id } = await keepRemoved(access, 'set', found.name, rows, tx);
    await settingsChanged(tx, store.id);
    await remember(access, 'broughtSet', { name: found.name, n: wanted.size }, { db: tx });
    const words = chosen.filter((i) => i.part === 'words').map((i) => i.key.slice('words '.length));
    return { parts: wanted.size, undo: id, notifications: words };
  });
}

/**
 * Puts back what stood in the store before a set was brought in. What the set added goes among the removed things, unless it was turned
 * on meanwhile. Throws `not-found` when it is too late.
 */
export async function putBackSet(access: Access, id: string): Promise<{ name: string }> {
  const { store } = access;
  return database().transaction(async (tx) => {
    const [thing] = await tx
      .select()
      .from(removedThings)
      .where(and(eq(removedThings.storeId, store.id), eq(removedThings.id, id), eq(removedThings.kind, 'set')))
      .for('update');
    if (!thing) throw new AppError('not-found', refusals.goneForGood);
    const [before] = thing.rows.set as unknown as StoreSet[];
    const [made] = thing.rows.made as unknown as Made[];
    const [chosen] = thing.rows.keys as unknown as { keys: string[] }[];
    // Recipients that were there are there still: only those that were added go.
    const keys = new Set(chosen!.keys.filter((k) => !k.startsWith('recipients ')));
    await putSet(access, before!, await setOf(store, 'draft', tx), keys, tx);
    await takeAway(access, made!, tx);
    await tx.delete(removedThings).where(eq(removedThings.id, id));
    await settingsChanged(tx, store.id);
    await remember(access, 'broughtBack', { name: thing.name }, { db: tx });
    return { name: thing.name };
  });
}

async function takeAway(access: Access, made: Made, tx: Executor): Promise<void> {
  const storeId = access.store.id;
  if (made.rules.length > 0) await tx.delete(routingRules).where(inArray(routingRules.id, made.rules));
  for (const id of made.glossary ?? []) await removeEntry(access, id, tx);
  for (const { language, phrase } of made.phrases)
    await tx
      .delete(phrases)
      .where(and(eq(phrases.storeId, storeId), eq(phrases.language, language), eq(phrases.phrase, phrase)));
  for (const slug of made.notifications) {
    const [row] = await tx
      .select()
      .from(notifications)
      .where(and(eq(notifications.storeId, storeId), eq(notifications.slug, slug), eq(notifications.on, false)));
    if (!row) continue;
    await keepRemoved(access, 'notification', row.name, await rowsOfNotification(row.id, tx), tx);
    await tx.delete(notifications).where(eq(notifications.id, row.id));
  }
  if (made.versions.length > 0) {
    const rows = await tx.select().from(templates).where(inArray(templates.id, made.versions));
    // One that was published meanwhile is in use.
    for (const row of rows.filter((r) => r.liveEditionId === null)) {
      const followers = (await leaveAlone(row.notificationId, row.variant, tx)).map((id) => ({ id }));
      await keepRemoved(access, 'version', row.variantName, { templates: [row], followers }, tx);
      await tx.delete(templates).where(eq(templates.id, row.id));
    }
  }
  for (const id of made.passages) {
    const rows = await rowsOfPassage(storeId, id, tx);
    const [row] = rows.passages ?? [];
    if (!row || row.live) continue;
    await keepRemoved(access, 'passage', String(row.name), rows, tx);
    await tx.delete(passages).where(and(eq(passages.storeId, storeId), eq(passages.id, id)));
  }
}
