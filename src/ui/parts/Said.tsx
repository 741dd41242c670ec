/** A sentence with something in it that is more than text: a link, a time, a word that stands out. */
import { Fragment, type ReactNode } from 'react';
import type { Piece } from '@/words/speak';

/** How a marked part of a sentence is shown; what stands in it is given as children. */
type Shown = (children: ReactNode) => ReactNode;

/**
 * @param words the pieces of the sentence, as `say` gives them
 * @param marks how each mark of the sentence is shown, by its name
 */
export function Said({ words, marks }: { words: readonly Piece[]; marks?: Record<string, Shown> }): ReactNode {
  return words.map((piece, at) => (
    // The pieces of a sentence are never moved about.
    <Fragment key={at}>
      {typeof piece === 'string'
        ? piece
        : 'value' in piece
          ? (piece.value as ReactNode)
          : marks?.[piece.mark]?.(<Said words={piece.pieces} marks={marks} />)}
    </Fragment>
  ));
}
