/**
 * How notifications and their versions stand: live, with a draft, complete, failing. One definition for every screen that counts them.
 */
import { isComplete, passagesComplete, templateChanges, type Passages, type Template } from '../template';

/** How a notification's leaf is drawn. */
export type LeafState = 'off' | 'draft' | 'live' | 'failing' | 'stale';

export interface VersionFacts {
  /** Who falls under it gets nothing. */
  nothing: boolean;
  draft: Template;
  /** What went out last; none where it has never been published. */
  live?: Template | undefined;
  /** Words of it that are older than their source. */
  stale?: boolean;
}

export interface VersionStanding {
  /** Its notification is on, and it has been published: it can go out. */
  live: boolean;
  /** It sends something and has never been published. */
  unpublished: boolean;
  /** Its draft is not what is live. */
  draft: boolean;
  /** In how many places it is not. */
  changes: number;
  stale: boolean;
  /** Languages in which everything is written that goes out: of what is live, and of the draft where nothing is yet. */
  complete: string[];
}

export interface StoreLanguages {
  languages: readonly string[];
  /** The store's own: the source of the others. */
  language: string;
  /** Its published passages: a message is not complete where one of them is not. */
  passages?: Passages;
}

/** Languages in which every segment that the source has is written, its passages' among them. */
export function completeLanguages(
  template: Template,
  { languages, language: source, passages = {} }: StoreLanguages,
): string[] {
  return languages.filter(
    (l) => isComplete(template, l, source) && (l === source || passagesComplete(template.blocks, passages, l, source)),
  );
}

/** How one version of a notification stands. */
export function versionStanding(
  on: boolean,
  { nothing, draft, live, stale = false }: VersionFacts,
  store: StoreLanguages,
): VersionStanding {
  const changes = nothing ? 0 : templateChanges(live, draft).length;
  return {
    live: on && !nothing && live !== undefined,
    unpublished: !nothing && live === undefined,
    draft: changes > 0,
    changes,
    stale: !nothing && live !== undefined && stale,
    complete: nothing ? [...store.languages] : completeLanguages(live ?? draft, store),
  };
}

export interface NotificationStanding {
  /** It is on, and a version of it can go out. */
  live: boolean;
  /** A version's draft is not what is live. */
  draft: boolean;
  /** A version that sends something has never been published. */
  unpublished: boolean;
  failing: boolean;
  stale: boolean;
  /** Languages in which every version is complete. */
  complete: string[];
  mark: LeafState;
}

/** How a notification stands, by its versions and what of it failed lately. */
export function notificationStanding(
  on: boolean,
  versions: readonly VersionStanding[],
  failures: number,
  { languages }: StoreLanguages,
): NotificationStanding {
  const standing = {
    live: versions.some((v) => v.live),
    draft: versions.some((v) => v.draft),
    unpublished: versions.some((v) => v.unpublished),
    failing: failures > 0,
    stale: versions.some((v) => v.stale),
    complete: languages.filter((l) => versions.every((v) => v.complete.includes(l))),
  };
  const { failing, draft, stale } = standing;
  return { ...standing, mark: !on ? 'off' : failing ? 'failing' : draft ? 'draft' : stale ? 'stale' : 'live' };
}
