/** Finding a value by what people call it or by what it means. */
import type { Placeholder } from './catalogue';

type Named = Pick<Placeholder, 'name' | 'label' | 'meaning'>;

const wordsOf = (text: string): string[] => text.toLowerCase().match(/[\p{L}\p{M}\p{N}]+/gu) ?? [];

/** How well one word of a search fits, from 0 (not at all) to 1. */
function fitOf({ name, label, meaning }: Named, word: string): number {
  const labels = wordsOf(label);
  if (labels.includes(word)) return 1;
  if (labels.some((l) => l.startsWith(word))) return 0.9;
  if (name.toLowerCase().includes(word)) return 0.6;
  const meanings = wordsOf(meaning);
  if (meanings.includes(word)) return 0.4;
  if (meanings.some((m) => m.startsWith(word))) return 0.3;
  return word.length >= 4 && (label.toLowerCase().includes(word) || meaning.toLowerCase().includes(word)) ? 0.1 : 0;
}

/** How well a value fits a search: by its worst word, so that each of them counts; a label that is the search itself comes first. */
export function searchFit(value: Named, search: string): number {
  const words = wordsOf(search);
  if (words.length === 0) return 1;
  const fit = Math.min(...words.map((word) => fitOf(value, word)));
  return fit === 1 && value.label.toLowerCase() === search.toLowerCase().trim() ? 2 : fit;
}
