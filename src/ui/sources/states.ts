/** What became of a request, in words. */
import type { RequestStateName } from '@/contract/sources';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/sources';

export const STATE_WORDS: Readonly<Record<RequestStateName, string>> = inEachLanguage(() => ({
  taken: say.stateTaken,
  kept: say.stateKept,
  wrong: say.stateWrong,
  unheard: say.stateUnheard,
  refused: say.stateRefused,
}));
