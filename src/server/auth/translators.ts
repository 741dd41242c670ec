/** What a translator is given: languages, and whether they publish what they translated. */
import { languageName } from '@/core/names';
import { templateChanges, type Template } from '@/core/template';
import type { TextKind } from '../../contract/languages';
import { may } from '../../contract/policy';
import { AppError } from '../base/errors';
import type { Access } from './access';
import { say } from '@/words/refusals';

/** The languages of the store that somebody translates into: all but its own, or those of them that they are given. */
export function targetsOf({ store, translates }: Access): string[] {
  const given = translates?.languages;
  return store.languages.filter((l) => l !== store.language && (given === undefined || given.includes(l)));
}

/** Throws `not-found` for what is none of the languages that the store translates into, `forbidden` for one that is not given. */
export function refuseLanguage(access: Access, language: string): void {
  const { store } = access;
  if (targetsOf(access).includes(language)) return;
  const named = languageName(language);
  if (language !== store.language && store.languages.includes(language)) {
    throw new AppError('forbidden', say.notYourLanguage({ language: named }));
  }
  throw new AppError('not-found', say.notTranslatedInto({ store: store.name, language: named }));
}

/** Whether a document is among what a link opens; all are for who is signed in. */
export const opens = ({ link }: Access, { kind, id }: { kind: TextKind; id: string }): boolean =>
  link?.documents === undefined || link.documents.includes(`${kind}:${id}`);

/** Throws `not-found` for a document that a link does not open. */
export function refuseClosed(access: Access, document: { kind: TextKind; id: string }): void {
  if (!opens(access, document)) throw new AppError('not-found', say.notOfThisLink);
}

/**
 * Who publishes translations alone publishes nothing else: throws `forbidden` when a draft differs from what is live in more than words of
 * the languages they are given.
 */
export function refuseBeyondOwnWords(access: Access, live: Template | undefined, draft: Template): void {
  if (may(access.role, 'template.publish')) return;
  const own = targetsOf(access);
  const other = templateChanges(live, draft).find((c) => c.kind !== 'words' || !own.includes(c.language ?? ''));
  if (other) throw new AppError('forbidden', say.moreThanYourWords({ what: other.label }));
}
