/** The words of a letter while it is written: by version and language, only what differs from what was published. */
import type { Adapted } from '@/core/plan/letter';
import { adaptedTemplate } from '@/core/plan/letter';
import type { Segments, Template } from '@/core/template';
import type { LetterPart } from '@/contract/letters';

/** Adapted words by part. */
export type LetterWords = Readonly<Record<string, Segments>>;

export const partKey = ({ editionId, language }: Pick<LetterPart, 'editionId' | 'language'>): string =>
  `${editionId} ${language}`;

/** Puts words in; the same words as published are no change. */
export function withSegment(words: LetterWords, part: LetterPart, segment: string, source: string): LetterWords {
  const key = partKey(part);
  const { [segment]: _before, ...others } = words[key] ?? {};
  const own = part.template.words[part.language]?.[segment] === source ? others : { ...others, [segment]: source };
  const { [key]: _part, ...rest } = words;
  return Object.keys(own).length > 0 ? { ...rest, [key]: own } : rest;
}

export function letterTemplate(part: LetterPart, words: LetterWords): Template {
  const own = words[partKey(part)];
  return own ? adaptedTemplate(part.template, part.language, own) : part.template;
}

/** As it is sent: of the parts there are. */
export function adaptedOf(parts: readonly LetterPart[], words: LetterWords): Adapted[] {
  return parts.flatMap((part) => {
    const own = words[partKey(part)];
    return own ? [{ editionId: part.editionId, language: part.language, words: own }] : [];
  });
}

/** Kept words read from where a window keeps them; what is not words is left out. */
export function readKept(text: string | null, parts: readonly LetterPart[]): LetterWords {
  if (!text) return {};
  try {
    const kept = JSON.parse(text) as Record<string, Record<string, unknown>>;
    return Object.fromEntries(
      parts.flatMap((part): [string, Segments][] => {
        const own = Object.entries(kept[partKey(part)] ?? {}).filter(
          (e): e is [string, string] =>
            typeof e[1] === 'string' && part.template.words[part.language]?.[e[0]] !== undefined,
        );
        return own.length > 0 ? [[partKey(part), Object.fromEntries(own)]] : [];
      }),
    );
  } catch {
    return {};
  }
}
