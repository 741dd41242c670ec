/** How faults of sending are said. */
import type { FaultView } from '@/contract/rehearsal';
import type { Fault } from '@/core/rehearsal';
import { inEachLanguage } from '@/words/speak';
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

export const FAULT_HEADS: Readonly<Record<FaultView['of'], string>> = inEachLanguage(() => ({
  service: say.ofService,
  reader: say.ofReader,
  afterwards: say.ofAfterwards,
}));
