/** Which phrases of the phrasebook blocks show: what a change of one of them touches. */
import type { Look } from '../look/schema';
import type { LaidBlock } from '../template/passages';
import { PHRASES, type Phrase } from '../template/phrasebook';
import { Marks } from './marks';
import { pageMjml } from './page';
import { styleOf } from './style';

/** Phrases that name rows of sums: which of them a message has depends on its order. */
const SUMS: readonly Phrase[] = PHRASES.slice(PHRASES.indexOf('subtotal'), PHRASES.indexOf('goodwill') + 1);

/** The phrases that a message of these blocks can show, in the order of the phrasebook. Nothing is compiled for it. */
export function phrasesShown(blocks: readonly LaidBlock[], look: Look): Phrase[] {
  const marks = new Marks();
  pageMjml(blocks, { look, style: styleOf(look, 'ltr'), marks });
  const shown = new Set<Phrase>();
  for (const slot of marks.slots) {
    if (slot.kind === 'phrase') shown.add(slot.phrase);
    if (slot.kind === 'total' && slot.field === 'label') for (const phrase of SUMS) shown.add(phrase);
  }
  return PHRASES.filter((phrase) => shown.has(phrase));
}
