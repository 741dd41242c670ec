/** From a failed step of a conversation with a sending service to its likely cause and what to do about it. */
import { STEP_LABELS, type CauseKind, type CheckStep, type Diagnosis, type Failure } from './causes';
import { diagnoseConnection } from './connection-errors';
import { kept } from '../../words/kept';
import { say } from '../../words/diagnosis';
import type { SmtpReply } from './reply';

/** The likely cause of a failure and its remedy, in kept words for somebody who does not run mail servers. */
export const diagnose = (failure: Failure): Diagnosis => kept(() => diagnosisOf(failure));

function diagnosisOf(failure: Failure): Diagnosis {
  const { reply } = failure;
  const known = diagnoseConnection(failure);
  if (known) return known;
  if (reply) return diagnoseReply(failure, reply);
  const { detail } = failure;
  const step = STEP_LABELS[failure.step];
  return {
    kind: 'other',
    cause: detail ? say.stepFailedWith({ step, detail }) : say.stepFailed({ step }),
    remedy: say.showTheLines,
  };
}

/** Words by which servers say that an account has sent enough for now. */
const LIMIT = /\b(rate|quota|limit|too many (messages|mails|recipients)|throttl)/;

/** Words by which servers refuse a sender, and not a mailbox. */
const POLICY =
  /\b(policy|blocked|blacklist|blocklist|spam|reputation|not authori[sz]ed|access denied|spf|dkim|dmarc)\b/;

function diagnoseReply(failure: Failure, reply: SmtpReply): Diagnosis {
  const { step, host, user, sender = say.thisAddress } = failure;
  const said = reply.text.toLowerCase();
  const { enhanced = '' } = reply;
  const final = reply.code >= 500;
  const full = reply.code === 452 || reply.code === 552 || enhanced.endsWith('.2.2');
  if (enhanced === '5.7.28' || enhanced === '4.7.28' || (LIMIT.test(said) && !full && step !== 'sign-in')) {
    return {
      kind: 'limit reached',
      cause: say.limitReached({ host }),
      remedy: say.waitForTheLimit,
    };
  }
  if (reply.code === 421 || (step === 'connect' && !final)) {
    return {
      kind: 'busy',
      cause: say.noMoreConnections({ host }),
      remedy: say.waitAFewMinutes,
    };
  }
  if (step === 'sign-in') return signIn(failure, reply);
  if (reply.code === 530 || said.includes('authentication required')) {
    return said.includes('starttls')
      ? { kind: 'needs TLS', cause: say.needsTls({ host }), remedy: say.chooseTlsOrStarttls }
      : {
          kind: 'sign-in needed',
          cause: say.signInNeeded({ host }),
          remedy: say.giveUserAndPassword,
        };
  }
  if (step === 'sender') {
    return final
      ? {
          kind: 'sender refused',
          cause: user ? say.accountMayNotSendAs({ user, sender }) : say.doesNotSendFor({ host, sender }),
          remedy: user ? say.letTheAccountSend({ sender }) : say.verifyTheDomain,
        }
      : {
          kind: 'sender refused',
          cause: say.senderNotTakenForNow({ host }),
          remedy: say.tryInAFewMinutes,
        };
  }
  if (full) {
    return enhanced.endsWith('.3.4') || said.includes('too large') || said.includes('size')
      ? {
          kind: 'too large',
          cause: say.tooLarge,
          remedy: say.useSmallerPictures,
        }
      : {
          kind: 'mailbox full',
          cause: say.mailboxFull,
          remedy: final ? say.reachAnotherWay : say.nothingToDo,
        };
  }
  if (reply.code === 450 || reply.code === 451) {
    return said.includes('greylist')
      ? {
          kind: 'greylisted',
          cause: say.greylisted,
          remedy: say.nothingToDo,
        }
      : {
          kind: 'busy',
          cause: say.cannotTakeMailNow,
          remedy: say.nothingToDo,
        };
  }
  if (step === 'recipient') {
    if (said.includes('relay')) {
      return {
        kind: 'relay denied',
        cause: say.relayDenied({ host }),
        remedy: say.giveUserAndPassword,
      };
    }
    if (final && (enhanced.startsWith('5.7.') || POLICY.test(said))) {
      return {
        kind: 'refused by policy',
        cause: say.refusedByPolicy,
        remedy: say.readAnswerAndDomain,
      };
    }
    if (final) {
      return {
        kind: 'recipient refused',
        cause: say.noSuchMailbox,
        remedy: say.checkWithTheRecipient,
      };
    }
  }
  if (step === 'message' && final) {
    return {
      kind: 'content refused',
      cause: say.contentRefused({ host }),
      remedy: say.namesTheRule,
    };
  }
  return {
    kind: 'other',
    cause: say.answered({ host, code: reply.code, text: reply.text }),
    remedy: final ? say.showToTheProvider : say.triedAgainByItself,
  };
}

function signIn({ host, user }: Failure, reply: SmtpReply): Diagnosis {
  if (reply.code === 535 || reply.code === 534) {
    return {
      kind: 'wrong password',
      cause: say.wrongPassword({ host }),
      remedy: say.typeThePasswordAgain({ user: user || say.noUserGiven }),
    };
  }
  if (reply.code === 530 || reply.code === 538) {
    return {
      kind: 'needs TLS',
      cause: say.needsTlsBefore({ host }),
      remedy: say.chooseTlsOrStarttls,
    };
  }
  if (reply.code === 504 || reply.code === 502 || reply.code === 503) {
    return {
      kind: 'no way to sign in',
      cause: say.doesNotKnowThisWay({ host }),
      remedy: say.leaveItToLibellus,
    };
  }
  return {
    kind: 'sign-in refused',
    cause: say.signInRefused({ host }),
    remedy: reply.code < 500 ? say.tryInAFewMinutes : say.askWhetherPrograms,
  };
}

/** Causes that are about the service and not about one message: another service may do, and this one rests. */
const ABOUT_SERVICE: ReadonlySet<CauseKind> = new Set<CauseKind>([
  'name unknown',
  'name not answered',
  'nothing listens',
  'unreachable',
  'speaks plain',
  'speaks TLS',
  'not SMTP',
  'no STARTTLS',
  'certificate expired',
  'certificate for another name',
  'certificate self-signed',
  'certificate unknown',
  'no way to sign in',
  'sign-in needed',
  'wrong password',
  'sign-in refused',
  'needs TLS',
  'limit reached',
]);

/** Whether a failure says that the service itself cannot be used just now. */
export function isAboutService(step: CheckStep, kind: CauseKind): boolean {
  if (ABOUT_SERVICE.has(kind)) return true;
  // What is refused at MAIL FROM is the account or its sender, whoever the message is for; unless it is the message's size or address.
  if (step === 'sender') return !['too large', 'address not sendable', 'greylisted'].includes(kind);
  // Silence, a closed line or a "busy" before any message was begun.
  return (step === 'connect' || step === 'tls' || step === 'sign-in') && kind !== 'greylisted';
}
