/** From a failed step of a conversation with a sending service to its likely cause and what to do about it. */
import type { SmtpReply } from './reply';

/** The steps of talking to a sending service, in order. */
export const CHECK_STEPS = ['resolve', 'connect', 'tls', 'sign-in', 'sender', 'recipient', 'message'] as const;
export type CheckStep = (typeof CHECK_STEPS)[number];

export const STEP_LABELS: Record<CheckStep, string> = {
  resolve: 'Find the server',
  connect: 'Connect',
  tls: 'Secure the line',
  'sign-in': 'Sign in',
  sender: 'Accept the sender',
  recipient: 'Accept the recipient',
  message: 'Take the message',
};

/** `offered`: STARTTLS when the server has it, and in clear when not. */
export type Security = 'tls' | 'starttls' | 'offered' | 'none';

export interface Failure {
  step: CheckStep;
  /** The server's answer, when it gave one. */
  reply?: SmtpReply;
  /** An error code of the connection, as Node.js names it: ENOTFOUND, ECONNREFUSED, CERT_HAS_EXPIRED ... */
  code?: string;
  /** The error's own text, for the cases nothing else is known of. */
  detail?: string;
  host: string;
  port: number;
  security: Security;
  user?: string | undefined;
  sender?: string;
}

/** What a failure comes down to; each has its own words and its own consequences for what happens next. */
export const CAUSE_KINDS = [
  'name unknown',
  'name not answered',
  'nothing listens',
  'unreachable',
  'silent',
  'dropped',
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
  'sender refused',
  'recipient refused',
  'relay denied',
  'greylisted',
  'limit reached',
  'mailbox full',
  'too large',
  'content refused',
  'busy',
  'address not sendable',
  'other',
] as const;
export type CauseKind = (typeof CAUSE_KINDS)[number];

export interface Diagnosis {
  kind: CauseKind;
  cause: string;
  remedy: string;
}

/** The likely cause of a failure and its remedy, in words for somebody who does not run mail servers. */
export function diagnose(failure: Failure): Diagnosis {
  const { step, reply, code = '', host, port, security } = failure;
  const at = `${host}:${port}`;
  switch (code) {
    case 'ENOTFOUND':
    case 'ENODATA':
      return {
        kind: 'name unknown',
        cause: `There is no server named ${host}: its name has no address in DNS.`,
        remedy:
          'Check the spelling of the host. The mail provider writes it in its help pages as the outgoing or SMTP server.',
      };
    case 'EAI_AGAIN':
    case 'ESERVFAIL':
    case 'ETIMEOUT':
      return {
        kind: 'name not answered',
        cause: `The name ${host} could not be looked up: the DNS server did not answer.`,
        remedy: 'Try again in a minute. If it stays so, this machine has no working DNS server.',
      };
    case 'EPRIVATE':
      return {
        kind: 'unreachable',
        cause: `${host} is in a private network, which Libellus may not connect to.`,
        remedy:
          'If it is a mail server of your own, ask your server administrator to add its address to LIBELLUS_PRIVATE_NETWORKS.',
      };
    case 'ECONNREFUSED':
      return {
        kind: 'nothing listens',
        cause: `Nothing listens on port ${port} of ${host}.`,
        remedy: 'Check the port: usually 465 for TLS from the start and 587 for STARTTLS.',
      };
    case 'EHOSTUNREACH':
    case 'ENETUNREACH':
      return {
        kind: 'unreachable',
        cause: `${host} cannot be reached from this machine.`,
        remedy: 'Check the network, and whether a firewall lets connections out.',
      };
    case 'ETIMEDOUT':
      return step === 'connect'
        ? {
            kind: 'silent',
            cause: `No answer from ${at}.`,
            remedy:
              security === 'tls'
                ? 'Either a firewall is in the way, or the port expects STARTTLS: try STARTTLS, usually with port 587.'
                : 'Either a firewall is in the way, or the port expects TLS from the start: try TLS, usually with port 465.',
          }
        : {
            kind: 'silent',
            cause: `${host} fell silent.`,
            remedy: 'The server may be overloaded. Try again in a few minutes.',
          };
    case 'ECONNRESET':
    case 'EPIPE':
    case 'ECLOSED':
      return {
        kind: 'dropped',
        cause: `${host} closed the connection.`,
        remedy:
          'The server may refuse connections from this machine or be restarting. Try again; if it stays so, ask the provider.',
      };
    case 'ESPEAKSTLS':
      return {
        kind: 'speaks TLS',
        cause: `Port ${port} expects TLS from the start, and ${security === 'none' ? 'none' : 'STARTTLS'} was asked for.`,
        remedy: 'Choose TLS from the start for this port, or the port for STARTTLS (usually 587).',
      };
    case 'ESMTPUTF8':
      return {
        kind: 'address not sendable',
        cause: `${host} does not take addresses with letters beyond a to z.`,
        remedy: 'Ask the recipient for another address, or send by a service that takes international addresses.',
      };
    case 'EPLAINTEXT':
      return {
        kind: 'speaks plain',
        cause: `Port ${port} speaks without TLS at first, but TLS from the start was asked for.`,
        remedy: 'Choose STARTTLS for this port, or the port for TLS from the start (usually 465).',
      };
    case 'ENOTSMTP':
      return {
        kind: 'not SMTP',
        cause: `What answers on ${at} is not a mail server.`,
        remedy: 'Check the port: usually 465 for TLS from the start and 587 for STARTTLS.',
      };
    case 'ENOSTARTTLS':
      return {
        kind: 'no STARTTLS',
        cause: `${host} does not offer STARTTLS on port ${port}.`,
        remedy:
          'Choose TLS from the start with its port (usually 465). Without TLS the password would be readable on the way.',
      };
    case 'CERT_HAS_EXPIRED':
      return {
        kind: 'certificate expired',
        cause: `The certificate of ${host} has expired.`,
        remedy: 'The provider has to renew it. Nothing was sent, and no password was shown.',
      };
    case 'CERT_NOT_YET_VALID':
      return {
        kind: 'certificate unknown',
        cause: `The certificate of ${host} is not valid yet.`,
        remedy:
          "Look whether this machine's clock is right. If it is, the provider put the certificate in place too early.",
      };
    case 'ERR_TLS_CERT_ALTNAME_INVALID':
      return {
        kind: 'certificate for another name',
        cause: `The certificate is for another name than ${host}.`,
        remedy:
          'Use the name that the provider gives for its server; an alias of your own domain does not match its certificate.',
      };
    case 'DEPTH_ZERO_SELF_SIGNED_CERT':
      return {
        kind: 'certificate self-signed',
        cause: `The certificate of ${host} is signed by itself, so that anybody could have made it.`,
        remedy: "Ask for a server with a public certificate, or have this machine's keeper add the certificate.",
      };
    case 'SELF_SIGNED_CERT_IN_CHAIN':
    case 'UNABLE_TO_VERIFY_LEAF_SIGNATURE':
    case 'UNABLE_TO_GET_ISSUER_CERT_LOCALLY':
    case 'UNABLE_TO_GET_ISSUER_CERT':
      return {
        kind: 'certificate unknown',
        cause: `The certificate of ${host} is not signed by an authority this machine knows.`,
        remedy: "Ask for a server with a public certificate, or have this machine's keeper add the authority.",
      };
    case 'ENOAUTH':
      return {
        kind: 'no way to sign in',
        cause: `${host} offers no way to sign in that Libellus knows (PLAIN or LOGIN).`,
        remedy:
          'If this is a server on your own network that takes mail without signing in, leave user and password empty.',
      };
  }
  if (reply) return diagnoseReply(failure, reply);
  return {
    kind: 'other',
    cause: `${STEP_LABELS[step]} failed${failure.detail ? `: ${failure.detail}` : ''}.`,
    remedy: 'Try again. If it stays so, show the lines below to the provider.',
  };
}

/** Words by which servers say that an account has sent enough for now. */
const LIMIT = /\b(rate|quota|limit|too many (messages|mails|recipients)|throttl)/;

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
      ? { kind: 'needs TLS', cause: `${host} wants a secure line first.`, remedy: 'Choose TLS or STARTTLS.' }
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
      cause: `${host} wants a secure line before signing in.`,
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
