/** What is written into a text, and what is said of it: the same for the texts of messages and for shared words. */
import { and, eq } from 'drizzle-orm';
import type { ChangedMeanwhile, TextKind, Translated } from '@/contract/languages';
import type { SegmentPlace } from '@/core/template';
import { translationFindings, type TranslationNote } from '@/core/translation';
import type { Access } from '../../auth/access';
import { AppError } from '../../base/errors';
import type { Executor } from '../../db/client';
import { translationNotes } from '../../db/schema';
import { say } from '@/words/refusals';

export interface SegmentChange {
  segment: string;
  /** The source that was seen. */
  source: string;
  /** The words that were seen. */
  before: string;
  words: string;
  /** What is said of them; nothing any more without it. */
  state?: TranslationNote['state'];
}

export interface Written {
  place: SegmentPlace;
  standing: Translated;
}

export interface WrittenTexts {
  /** What the document is called. */
  name: string;
  written: Written[];
}

interface TextKey {
  kind: TextKind;
  document: string;
  language: string;
  segment: string;
}

/** Keeps what is said of a text; nothing is said of one without words or state, unless it is kept aside. */
export async function sayOf(
  { store, person }: Access,
  key: TextKey,
  {
    state,
    source,
    words,
    aside = false,
  }: { source: string; words: string; state: TranslationNote['state'] | undefined; aside?: boolean },
  tx: Executor,
): Promise<void> {
  const isIt = and(
    eq(translationNotes.storeId, store.id),
    eq(translationNotes.kind, key.kind),
    eq(translationNotes.document, key.document),
    eq(translationNotes.language, key.language),
    eq(translationNotes.segment, key.segment),
  );
  if (!aside && (words.trim() === '' || state === undefined)) {
    await tx.delete(translationNotes).where(isIt);
    return;
  }
  const said = { state: state ?? 'begun', source, words, aside, saidBy: person.name, saidAt: new Date() };
  await tx
    .insert(translationNotes)
    .values({ storeId: store.id, ...key, ...said })
    .onDuplicateKeyUpdate({ set: said });
}

/** Throws `conflict` when a text is not what was seen of it, unless it is what it is to be. */
export function refuseChanged(now: ChangedMeanwhile, seen: { source: string; before: string; words: string }): void {
  if ((now.words === seen.before || now.words === seen.words) && now.source === seen.source) return;
  throw new AppError('conflict', say.segmentChangedMeanwhile({ who: now.by || say.somebody }), [], now);
}

/** Words that cannot go out are not done. */
export function refuseUnfinished(
  place: SegmentPlace,
  moment: string,
  { source, words, language, own }: { source: string; words: string; language: string; own: string },
): void {
  if (words.trim() === '') {
    throw new AppError('invalid', say.nothingWritten, [{ path: '/words', message: say.nothingWritten }]);
  }
  const found = translationFindings(source, words, { place, moment, language, sourceLanguage: own });
  const [blocker] = found.filter((f) => f.severity === 'blocker');
  if (blocker) throw new AppError('invalid', blocker.message, [{ path: '/words', message: blocker.message }]);
}
