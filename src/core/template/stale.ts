/** Words that were translated before their source was changed. */
import type { Template } from './schema';

/** By language, the segments whose source has changed since they were translated. */
export type Stale = Record<string, string[]>;

/**
 * What is stale after an edition is published over another: a segment whose source changed while its translation did not, and what
 * was stale before and still has the same translation.
 */
export function staleAfter(known: Stale, before: Template | undefined, after: Template, source: string): Stale {
  if (!before) return {};
  const stale: Stale = {};
  for (const [language, segments] of Object.entries(after.words)) {
    if (language === source) continue;
    const ids = Object.keys(segments).filter((id) => {
      const translation = segments[id]?.trim() ?? '';
      const same = translation !== '' && translation === before.words[language]?.[id]?.trim();
      const moved = (after.words[source]?.[id] ?? '') !== (before.words[source]?.[id] ?? '');
      return same && (moved || known[language]?.includes(id) === true);
    });
    if (ids.length > 0) stale[language] = ids;
  }
  return stale;
}
