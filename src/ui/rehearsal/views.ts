/** Where the parts of the screen are: what is looked at stands in its address, so that it can be sent to a colleague. */
import type { MessageOutcome } from '@/contract/rehearsal';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/rehearsal';

export const VIEWS = ['moments', 'fix', 'lives', 'messages', 'faults', 'left'] as const;
export type View = (typeof VIEWS)[number];

export const viewOf = (told: string | undefined): View => VIEWS.find((v) => v === told) ?? 'moments';

export interface Where {
  run?: number | undefined;
  view?: View;
  message?: string | undefined;
}

/** The address of a part; what is as usual is left out. */
export function hrefOf(base: string, { run, view, message }: Where): string {
  const query = new URLSearchParams({
    ...(run !== undefined && { run: String(run) }),
    ...(view !== undefined && view !== 'moments' && { view }),
    ...(message !== undefined && { message }),
  });
  return `${base}/rehearsal${query.size > 0 ? `?${query}` : ''}`;
}

export const OUTCOME_WORDS: Readonly<Record<MessageOutcome, string>> = inEachLanguage(() => ({
  right: say.right,
  noted: say.noted,
  wrong: say.wrong,
  missing: say.missing,
  surplus: say.surplus,
}));
