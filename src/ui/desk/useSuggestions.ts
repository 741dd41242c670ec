'use client';
/** The products that blocks suggest for the order at hand, asked of the server as what they want changes. */
import { useEffect, useMemo, useState } from 'react';
import type { Result } from '@/core/result';
import { wantsIn, type Passages, type SuggestionsWanted, type Template } from '@/core/template';
import type { SuggestionsAnswer } from '@/contract/suggestions';
import { answered } from '../parts/result';

export type AskSuggestions = (wanted: {
  number: string;
  moment: string;
  wants: SuggestionsWanted[];
}) => Promise<Result<SuggestionsAnswer>>;

/** What is bought together is worked out in the background the first time: it is asked for until it is there. */
const AGAIN_MS = 3_000;

/** What is suggested, or undefined where nothing is wanted, or not known yet. */
export function useSuggestions(
  blocks: Template['blocks'],
  passages: Passages,
  number: string,
  moment: string,
  onAsk: AskSuggestions,
): SuggestionsAnswer | undefined {
  const wants = useMemo(() => wantsIn({ blocks }, passages), [blocks, passages]);
  const asked = wants.length === 0 ? undefined : JSON.stringify({ number, moment, wants });
  const [known, setKnown] = useState<SuggestionsAnswer>();
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    if (asked === undefined) return;
    let stale = false;
    let again: ReturnType<typeof setTimeout> | undefined;
    const soon = setTimeout(
      () => {
        void answered(onAsk(JSON.parse(asked) as Parameters<AskSuggestions>[0])).then((result) => {
          if (stale || !result.ok) return;
          setKnown(result.value);
          if (!result.value.from) again = setTimeout(() => setTurn((n) => n + 1), AGAIN_MS);
        });
      },
      turn === 0 ? 100 : 0,
    );
    return () => {
      stale = true;
      clearTimeout(soon);
      clearTimeout(again);
    };
  }, [asked, onAsk, turn]);
  return asked === undefined ? undefined : known;
}
