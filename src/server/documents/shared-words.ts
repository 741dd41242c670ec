/**
 * Words that all messages share, as texts to translate. They have no drafts of their own: phrases and names are live as they are kept, the
 * look's lines are those of its draft. A translation is kept aside until somebody puts it in use.
 */
import { createHash } from 'node:crypto';
import { and, eq, inArray, sql } from 'drizzle-orm';
import { checkLook } from '@/core/look';
import { checker, type SchemaProblem } from '@/core/schema';
import { termsProblems, TermsSchema } from '@/core/terms';
import {
  SHARED_DOCUMENTS,
  sharedTexts,
  type SharedDocument,
  type SharedText,
  type SharedWords,
} from '@/core/translation';
import type { Access } from '../auth/access';
import { AppError } from '../base/errors';
import { database, type Executor } from '../db/client';
import { phrases, stores, translationNotes } from '../db/schema';
import { lookShelf } from './shelves';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/languages';

export const SHARED_NAMES: Record<SharedDocument, string> = inEachLanguage(() => ({
  phrasebook: say.phrasebook,
  names: say.names,
  notes: say.notes,
  look: say.legalLines,
}));

const checkTerms = checker(TermsSchema);

/** An id of hexadecimal digits after a letter: a NMTOKEN, as XLIFF asks of units. */
const idOf = (name: string): string => `n${createHash('sha256').update(name).digest('hex').slice(0, 20)}`;

/** The shared words of a store as they stand; `lock` keeps others from changing them until the transaction ends. */
export async function sharedWordsOf(access: Access, db: Executor = database(), lock = false): Promise<SharedWords> {
  const { store } = access;
  const query = db.select({ terms: stores.terms }).from(stores).where(eq(stores.id, store.id));
  const [row] = await (lock ? query.for('update') : query);
  const rows = await db.select().from(phrases).where(eq(phrases.storeId, store.id));
  const own: Record<string, Record<string, string>> = {};
  for (const { language, phrase, source } of rows) (own[language] ??= {})[phrase] = source;
  const { content: look } = await lookShelf.draft(access, db, lock);
  return { language: store.language, phrases: own, terms: row?.terms ?? store.terms, look };
}

/** The texts of one of the four documents. */
export const textsOfShared = (document: SharedDocument, all: SharedWords): SharedText[] =>
  sharedTexts(document, all, idOf);

/** Keeps shared words that were translated: what differs is written. Throws `invalid` for what does not fit its place. */
export async function keepSharedWords(
  access: Access,
  before: SharedWords,
  after: SharedWords,
  tx: Executor,
): Promise<void> {
  const { store, person } = access;
  const wrong: SchemaProblem[] = [];
  for (const [language, words] of Object.entries(after.phrases)) {
    const there = before.phrases[language] ?? {};
    const gone = Object.keys(there).filter((phrase) => words[phrase] === undefined);
    const mine = and(eq(phrases.storeId, store.id), eq(phrases.language, language));
    if (gone.length > 0) await tx.delete(phrases).where(and(mine, inArray(phrases.phrase, gone)));
    for (const [phrase, source] of Object.entries(words)) {
      if (there[phrase] === source) continue;
      await tx
        .insert(phrases)
        .values({ storeId: store.id, language, phrase, source })
        .onDuplicateKeyUpdate({ set: { source } });
    }
  }
  if (after.terms !== before.terms) {
    const checked = checkTerms(after.terms);
    wrong.push(...(checked.ok ? termsProblems(checked.value) : checked.problems));
    if (checked.ok) {
      await tx
        .update(stores)
        .set({
          terms: checked.value,
          termsRevision: sql`${stores.termsRevision} + 1`,
          settingsRevision: sql`${stores.settingsRevision} + 1`,
        })
        .where(eq(stores.id, store.id));
    }
  }
  if (after.look !== before.look) {
    const checked = checkLook(after.look);
    if (!checked.ok) wrong.push(...checked.problems);
    else {
      const { revision } = await lookShelf.draft(access, tx, true);
      const by = person.name;
      await lookShelf.write(access, { content: checked.value, revision: revision + 1, by, at: new Date() }, tx);
    }
  }
  const [first] = wrong;
  if (first) throw new AppError('invalid', first.message, wrong);
}

/**
 * After shared words were changed on a screen of their own. A translation whose source was changed is older than it from now on; one that
 * was changed itself is as good as whoever changed it says, and nothing waits for it any more.
 */
export async function sharedWordsChanged(
  access: Access,
  before: SharedWords,
  after: SharedWords,
  tx: Executor,
): Promise<void> {
  const { store } = access;
  const others = store.languages.filter((l) => l !== store.language);
  for (const document of SHARED_DOCUMENTS) {
    const was = new Map(textsOfShared(document, before).map((t) => [t.id, t]));
    const said: (typeof translationNotes.$inferInsert)[] = [];
    const settled: { language: string; segment: string }[] = [];
    for (const text of textsOfShared(document, after)) {
      const old = was.get(text.id);
      if (!old) continue;
      for (const language of others) {
        const words = old.in(language);
        if (text.in(language) !== words) settled.push({ language, segment: text.id });
        else if (text.source !== old.source && words !== '') {
          said.push({
            ...{ storeId: store.id, kind: 'shared', document, language, segment: text.id },
            ...{ state: 'done', source: old.source, words, saidBy: access.person.name, saidAt: new Date() },
          });
        }
      }
    }
    // What somebody said of a translation before says more.
    if (said.length > 0) await tx.insert(translationNotes).ignore().values(said);
    for (const { language, segment } of settled) {
      await tx
        .delete(translationNotes)
        .where(
          and(
            eq(translationNotes.storeId, store.id),
            eq(translationNotes.kind, 'shared'),
            eq(translationNotes.document, document),
            eq(translationNotes.language, language),
            eq(translationNotes.segment, segment),
          ),
        );
    }
  }
}
