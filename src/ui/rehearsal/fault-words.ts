/** How faults of sending are said. */
import type { FaultView } from '@/contract/rehearsal';
import type { Fault } from '@/core/rehearsal';
import { inEachLanguage, readerLocale } from '@/words/speak';
import { say } from '@/words/rehearsal';

export const FAULT_WORDS: Readonly<Record<Fault, string>> = inEachLanguage(() => ({
  away: say.faultAway,
  later: say.faultLater,
  silent: say.faultSilent,
  'hangs-up': say.faultHangsUp,
  'takes-twice': say.faultTakesTwice,
  certificate: say.faultCertificate,
  'sign-in': say.faultSignIn,
  limit: say.faultLimit,
  greylists: say.faultGreylists,
  full: say.faultFull,
  'no-mailbox': say.faultNoMailbox,
  unwanted: say.faultUnwanted,
  returned: say.faultReturned,
  unsigned: say.faultUnsigned,
}));

export const MINUTE = 60_000;

/** So long as a reader says it: minutes up to an hour and a half, and hours then. */
export function lengthOf(ms: number): string {
  const [unit, value] = ms < 90 * MINUTE ? ['minute', Math.ceil(ms / MINUTE)] : ['hour', Math.round(ms / 3_600_000)];
  return new Intl.NumberFormat(readerLocale(), { style: 'unit', unit: String(unit), unitDisplay: 'long' }).format(
    Number(value),
  );
}

export const FAULT_HEADS: Readonly<Record<FaultView['of'], string>> = inEachLanguage(() => ({
  service: say.ofService,
  reader: say.ofReader,
  afterwards: say.ofAfterwards,
}));
