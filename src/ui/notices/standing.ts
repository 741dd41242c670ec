/** How notices stand, in words and by mark. */
import type { NoticeStanding } from '@/contract/notices';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/notices';

export const STANDING_WORDS: Record<NoticeStanding, string> = inEachLanguage(() => ({
  planning: say.stateCounting,
  going: say.stateGoing,
  paused: say.statePaused,
  stopped: say.stateStopped,
  done: say.stateDone,
}));

export const STANDING_TONES = {
  planning: 'waiting',
  going: 'waiting',
  paused: 'waiting',
  stopped: 'quiet',
  done: 'good',
} as const;
