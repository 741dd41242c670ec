/** Enhanced status codes (RFC 3463) in words, as bounces bring them. */
import { say } from '../../words/bounces';
import { kept } from '../../words/kept';
import { inEachLanguage } from '../../words/speak';

const DETAILS: Record<string, string> = inEachLanguage(() => ({
  '1.1': say.noSuchMailbox,
  '1.2': say.domainTakesNoMail,
  '1.3': say.notWrittenAsAddress,
  '1.6': say.mailboxMoved,
  '1.10': say.domainSaysNoMail,
  '2.0': say.mailboxWrong,
  '2.1': say.mailboxClosed,
  '2.2': say.mailboxFull,
  '2.3': say.longerThanMailboxTakes,
  '3.0': say.systemTrouble,
  '3.1': say.systemFull,
  '3.4': say.largerThanSystemTakes,
  '4.1': say.systemDoesNotAnswer,
  '4.2': say.brokeOff,
  '4.3': say.dnsDoesNotAnswer,
  '4.4': say.noWayKnown,
  '4.7': say.notInTime,
  '5.0': say.didNotUnderstand,
  '6.0': say.contentNotPassedOn,
  '7.0': say.refusedForSafety,
  '7.1': say.senderNotTaken,
  '7.8': say.signInRefused,
  '7.20': say.noValidSignature,
  '7.23': say.spfDoesNotAllow,
  '7.26': say.neitherPassed,
  '7.28': say.tooMuchAtOnce,
}));

const CLASSES: Record<string, string> = inEachLanguage(() => ({
  '1': say.addressNotRight,
  '2': say.mailboxWrong,
  '3': say.systemTrouble,
  '4': say.wayIsBroken,
  '5': say.didNotUnderstand,
  '6': say.contentNotPassedOn,
  '7': say.refusedByRule,
}));

/** A status code in kept words: "there is no such mailbox". */
export const statusWords = (status: string): string => kept(() => wordsOf(status));

function wordsOf(status: string): string {
  const match = /^[245]\.(\d{1,3})\.(\d{1,3})$/.exec(status);
  if (!match) return say.noReason;
  return DETAILS[`${match[1]}.${match[2]}`] ?? CLASSES[match[1]!] ?? say.noReason;
}
