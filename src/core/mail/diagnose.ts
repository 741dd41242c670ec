/** From a failed step of a conversation with a sending service to its likely cause and what to do about it. */
import { STEP_LABELS, type CauseKind, type CheckStep, type Diagnosis, type Failure } from './causes';
import { diagnoseConnection } from './connection-errors';
import type { SmtpReply } from './reply';

/** The likely cause of a failure and its remedy, in words for somebody who does not run mail servers. */
export function diagnose(failure: Failure): Diagnosis {
  const { step, reply } = failure;
  const known = diagnoseConnection(failure);
  if (known) return known;
  if (reply) return diagnoseReply(failure, reply);
  return {
    kind: 'other',
    cause: `${STEP_LABELS[step]} failed${failure.detail ? `: ${failure.detail}` : ''}.`,
    remedy: 'Try again. If it stays so, show the lines below to the provider.',
  };
}

/** Words by which servers say that an account has sent enough for now. */
const LIMIT = /\b(rate|quota|limit|too many (messages|mails|recipients)|throttl)/;

/** Words by which servers refuse a sender, and not a mailbox. */
const POLICY =
  /\b(policy|blocked|blacklist|blocklist|spam|reputation|not authori[sz]ed|access denied|spf|dkim|dmarc)\b/;

function diagnoseReply(failure: Failure, reply: SmtpReply): Diagnosis {
  const { step, host, user, sender } = failure;
  const said = reply.text.toLowerCase();
  const { enhanced = '' } = reply;
  const final = reply.code >= 500;
  const full = reply.code === 452 || reply.code === 552 || enhanced.endsWith('.2.2');
  if (enhanced === '5.7.28' || enhanced === '4.7.28' || (LIMIT.test(said) && !full && step !== 'sign-in')) {
    return {
      kind: 'limit reached',
      cause: `${host} has reached its limit for this account.`,
      remedy: 'Wait until the limit renews, or ask the provider for a higher one.',
    };
  }
  if (reply.code === 421 || (step === 'connect' && !final)) {
    return {
      kind: 'busy',
      cause: `${host} takes no more connections for now.`,
      remedy: 'Wait a few minutes and try again.',
    };
  }
  if (step === 'sign-in') return signIn(failure, reply);
  if (reply.code === 530 || said.includes('authentication required')) {
    return said.includes('starttls')
      ? { kind: 'needs TLS', cause: `${host} requires encryption (TLS).`, remedy: 'Choose TLS or STARTTLS.' }
      : {
          kind: 'sign-in needed',
          cause: `${host} takes mail only after signing in.`,
          remedy: 'Give the user and password of the account.',
        };
  }
  if (step === 'sender') {
    return final
      ? {
          kind: 'sender refused',
          cause: user
            ? `The account ${user} may not send as ${sender ?? 'this address'}.`
            : `${host} does not send for ${sender ?? 'this address'}.`,
          remedy: user
            ? `Set the sender's address to that of the account, or ask the provider to let the account send as ${sender ?? 'it'}.`
            : 'Have the domain verified there, or set a sender whose domain is.',
        }
      : {
          kind: 'sender refused',
          cause: `${host} did not take the sender for now.`,
          remedy: 'Try again in a few minutes.',
        };
  }
  if (full) {
    return enhanced.endsWith('.3.4') || said.includes('too large') || said.includes('size')
      ? {
          kind: 'too large',
          cause: 'The message is larger than the server takes.',
          remedy: 'Use smaller pictures or fewer attachments.',
        }
      : {
          kind: 'mailbox full',
          cause: "The recipient's mailbox is full.",
          remedy: final
            ? 'Reach the recipient another way, or try again later.'
            : 'Nothing to do: it is tried again by itself.',
        };
  }
  if (reply.code === 450 || reply.code === 451) {
    return said.includes('greylist')
      ? {
          kind: 'greylisted',
          cause: 'The recipient asks unknown senders to try again a little later.',
          remedy: 'Nothing to do: it is tried again by itself.',
        }
      : {
          kind: 'busy',
          cause: 'The recipient cannot take mail just now.',
          remedy: 'Nothing to do: it is tried again by itself.',
        };
  }
  if (step === 'recipient') {
    if (said.includes('relay')) {
      return {
        kind: 'relay denied',
        cause: `${host} does not pass mail on to other domains without signing in.`,
        remedy: 'Give the user and password of the account.',
      };
    }
    if (final && (enhanced.startsWith('5.7.') || POLICY.test(said))) {
      return {
        kind: 'refused by policy',
        cause: 'The recipient’s server refuses mail from this sender or server. The mailbox itself may well be there.',
        remedy: 'Read its answer below, look at the sending domain under Sending, and ask the recipient to allow you.',
      };
    }
    if (final) {
      return {
        kind: 'recipient refused',
        cause: 'There is no such mailbox, or it takes no mail from outside.',
        remedy: 'Check the address with the recipient.',
      };
    }
  }
  if (step === 'message' && final) {
    return {
      kind: 'content refused',
      cause: `${host} refused the content of the message.`,
      remedy: 'Read its answer below: it names the rule that was broken.',
    };
  }
  return {
    kind: 'other',
    cause: `${host} answered ${reply.code}: ${reply.text}`,
    remedy: final ? 'Read its answer below, or show it to the provider.' : 'It is tried again by itself.',
  };
}

function signIn({ host, user }: Failure, reply: SmtpReply): Diagnosis {
  if (reply.code === 535 || reply.code === 534) {
    return {
      kind: 'wrong password',
      cause: `${host} does not accept this user and password.`,
      remedy: `Type the password again, and check that the user is the whole address if the provider wants that (${user ?? 'no user given'}). Some providers want a password made for programs.`,
    };
  }
  if (reply.code === 530 || reply.code === 538) {
    return {
      kind: 'needs TLS',
      cause: `${host} requires encryption (TLS) before signing in.`,
      remedy: 'Choose TLS or STARTTLS.',
    };
  }
  if (reply.code === 504 || reply.code === 502 || reply.code === 503) {
    return {
      kind: 'no way to sign in',
      cause: `${host} does not know this way to sign in.`,
      remedy: 'Leave the way to sign in to Libellus, which takes the safest that is offered.',
    };
  }
  return {
    kind: 'sign-in refused',
    cause: `${host} refused the sign-in for now.`,
    remedy:
      reply.code < 500
        ? 'Try again in a few minutes.'
        : 'Ask the provider whether this account may send mail by programs.',
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
