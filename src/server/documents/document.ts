/**
 * What is written on the bench and published: a message's template, a passage, the look. Each has a draft with a revision, which
 * whoever saves or publishes names, and numbered editions that never change. Saving, conflicts, publishing and taking an edition
 * back are done here, once for all of them; a {@link Shelf} says where a kind of document is kept.
 */
import { isDeepStrictEqual } from 'node:util';
import type { Access } from '../auth/access';
import { database, type Executor } from '../db/client';
import { AppError } from '../base/errors';
import { say } from '@/words/refusals';

export interface Draft<Content> {
  content: Content;
  /** Grows by one with each save. */
  revision: number;
  /** Who saved it last. */
  by: string;
}

export interface Edition<Content> {
  number: number;
  content: Content;
  by: string;
  at: Date;
  /** Why it was published, if somebody said; empty otherwise. */
  note: string;
}

/** Where the drafts and editions of one kind of document are kept. */
export interface Shelf<Key, Content> {
  /** What a document is called where two have changed it: "this draft", "this look". */
  called: string;
  /** The draft; `lock` keeps others from changing it until the transaction ends. Throws `not-found`. */
  draft: (key: Key, db: Executor, lock: boolean) => Promise<Draft<Content>>;
  write: (key: Key, draft: Draft<Content> & { at: Date }, tx: Executor) => Promise<void>;
  /** The edition that is live, which is always the newest. */
  live: (key: Key, db: Executor) => Promise<Edition<Content> | undefined>;
  /** Number of the newest edition there ever was, 0 when there is none. */
  newest: (key: Key, db: Executor) => Promise<number>;
  /** Adds an edition and makes it the live one. */
  put: (key: Key, edition: Edition<Content>, before: Edition<Content> | undefined, tx: Executor) => Promise<void>;
  edition: (key: Key, number: number, db: Executor) => Promise<Content | undefined>;
  /** How a screen takes a draft, when it differs from how it is kept. */
  shown?: (content: Content) => unknown;
}

/** Said to who saves or publishes what somebody else has changed since; carries the other version, so that both can be kept. */
function conflict<Key, Content>({ called, shown }: Shelf<Key, Content>, current: Draft<Content>): AppError {
  return new AppError('conflict', say.nChangedCalledMeanwhileWhat({ n: current.by || say.somebody, called }), [], {
    draft: shown ? shown(current.content) : current.content,
    revision: current.revision,
    by: current.by,
  });
}

/** Saves a draft, if nobody else has since `revision`. Throws `conflict` with the other version otherwise. */
export async function saveDraft<Key, Content>(
  shelf: Shelf<Key, Content>,
  key: Key,
  access: Access,
  { revision, content }: { revision: number; content: Content },
  /** What else changes with it, in the same transaction. */
  then?: (tx: Executor) => Promise<void>,
): Promise<{ revision: number }> {
  return database().transaction(async (tx) => {
    const current = await shelf.draft(key, tx, true);
    if (current.revision !== revision) throw conflict(shelf, current);
    await then?.(tx);
    await shelf.write(key, { content, revision: revision + 1, by: access.person.name, at: new Date() }, tx);
    return { revision: revision + 1 };
  });
}

export interface Publishing<Content> {
  /** Why, for the history of editions. */
  note?: string | undefined;
  /** The revision that was seen. */
  revision: number;
  /** Throws when the draft may not be published; asked with the draft locked. */
  judge: (content: Content, tx: Executor) => Promise<void>;
  /** What else changes with it, in the same transaction. */
  then: (tx: Executor, edition: Edition<Content>) => Promise<void>;
}

/**
 * Publishes the draft that was seen as the next edition. A draft that is live already is not published again: a click that came
 * twice, or two colleagues at the same moment, make one edition. Throws `conflict`, and what `judge` throws.
 */
export async function publishDraft<Key, Content>(
  shelf: Shelf<Key, Content>,
  key: Key,
  access: Access,
  { revision, note, judge, then }: Publishing<Content>,
): Promise<{ number: number }> {
  return database().transaction(async (tx) => {
    const current = await shelf.draft(key, tx, true);
    if (current.revision !== revision) throw conflict(shelf, current);
    const before = await shelf.live(key, tx);
    if (before && isDeepStrictEqual(before.content, current.content)) return { number: before.number };
    await judge(current.content, tx);
    const edition = {
      number: (await shelf.newest(key, tx)) + 1,
      content: current.content,
      by: access.person.name,
      at: new Date(),
      note: note?.trim() ?? '',
    };
    await shelf.put(key, edition, before, tx);
    await then(tx, edition);
    return { number: edition.number };
  });
}

/** One edition as it was published, to be taken back to the bench. Throws `not-found`. */
export async function editionContent<Key, Content>(
  shelf: Shelf<Key, Content>,
  key: Key,
  number: number,
): Promise<Content> {
  const content = await shelf.edition(key, number, database());
  if (content === undefined) throw new AppError('not-found', say.thereIsNoEditionNumber({ number }));
  return content;
}

/** Says that findings stop a document from being published, each at its place; nothing when there are none. */
export function refuseToPublish(what: string, problems: readonly { path: string; message: string }[]): void {
  if (problems.length === 0) return;
  throw new AppError('invalid', say.findingsStop({ n: problems.length, what }), [...problems]);
}
