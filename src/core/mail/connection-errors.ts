/** From an error of a connection to its likely cause and what to do about it. */
import type { Diagnosis, Failure } from './causes';

type Say = (failure: Failure) => Diagnosis;

const nameUnknown: Say = ({ host }) => ({
  kind: 'name unknown',
  cause: `There is no server named ${host}: its name has no address in DNS.`,
  remedy:
    'Check the spelling of the host. The mail provider writes it in its help pages as the outgoing or SMTP server.',
});

const nameNotAnswered: Say = ({ host }) => ({
  kind: 'name not answered',
  cause: `The name ${host} could not be looked up: the DNS server did not answer.`,
  remedy: 'Try again in a minute. If it stays so, this machine has no working DNS server.',
});

const unreachable: Say = ({ host }) => ({
  kind: 'unreachable',
  cause: `${host} cannot be reached from this machine.`,
  remedy: 'Check the network, and whether a firewall lets connections out.',
});

const dropped: Say = ({ host }) => ({
  kind: 'dropped',
  cause: `${host} closed the connection.`,
  remedy:
    'The server may refuse connections from this machine or be restarting. Try again; if it stays so, ask the provider.',
});

const certificateUnknown: Say = ({ host }) => ({
  kind: 'certificate unknown',
  cause: `The certificate of ${host} is not signed by an authority this machine knows.`,
  remedy: 'Ask for a server with a public certificate, or ask your server administrator to add the authority.',
});

/** By the error code that Node.js gives, or Libellus where Node.js has none (ENOTSMTP, ENOSTARTTLS, EPRIVATE ...). */
const BY_CODE: Readonly<Record<string, Say>> = {
  ENOTFOUND: nameUnknown,
  ENODATA: nameUnknown,
  EAI_AGAIN: nameNotAnswered,
  ESERVFAIL: nameNotAnswered,
  ETIMEOUT: nameNotAnswered,
  EPRIVATE: ({ host }) => ({
    kind: 'unreachable',
    cause: `${host} is in a private network, which Libellus may not connect to.`,
    remedy:
      'If it is a mail server of your own, ask your server administrator to add its address to LIBELLUS_PRIVATE_NETWORKS.',
  }),
  ECONNREFUSED: ({ host, port }) => ({
    kind: 'nothing listens',
    cause: `Nothing listens on port ${port} of ${host}.`,
    remedy: 'Check the port: usually 465 for TLS from the start and 587 for STARTTLS.',
  }),
  EHOSTUNREACH: unreachable,
  ENETUNREACH: unreachable,
  ETIMEDOUT: ({ host, security, step, port }) =>
    step === 'connect'
      ? {
          kind: 'silent',
          cause: `No answer from ${host}:${port}.`,
          remedy:
            security === 'tls'
              ? 'Either a firewall is in the way, or the port expects STARTTLS: try STARTTLS, usually with port 587.'
              : 'Either a firewall is in the way, or the port expects TLS from the start: try TLS, usually with port 465.',
        }
      : {
          kind: 'silent',
          cause: `${host} stopped responding.`,
          remedy: 'The server may be overloaded. Try again in a few minutes.',
        },
  ECONNRESET: dropped,
  EPIPE: dropped,
  ECLOSED: dropped,
  ESPEAKSTLS: ({ port, security }) => ({
    kind: 'speaks TLS',
    cause: `Port ${port} expects TLS from the start, and ${security === 'none' ? 'none' : 'STARTTLS'} was asked for.`,
    remedy: 'Choose TLS from the start for this port, or the port for STARTTLS (usually 587).',
  }),
  ESMTPUTF8: ({ host }) => ({
    kind: 'address not sendable',
    cause: `${host} does not take addresses with letters beyond a to z.`,
    remedy: 'Ask the recipient for another address, or send by a service that takes international addresses.',
  }),
  EPLAINTEXT: ({ port }) => ({
    kind: 'speaks plain',
    cause: `Port ${port} speaks without TLS at first, but TLS from the start was asked for.`,
    remedy: 'Choose STARTTLS for this port, or the port for TLS from the start (usually 465).',
  }),
  ENOTSMTP: ({ host, port }) => ({
    kind: 'not SMTP',
    cause: `What answers on ${host}:${port} is not a mail server.`,
    remedy: 'Check the port: usually 465 for TLS from the start and 587 for STARTTLS.',
  }),
  ENOSTARTTLS: ({ host, port }) => ({
    kind: 'no STARTTLS',
    cause: `${host} does not offer STARTTLS on port ${port}.`,
    remedy:
      'Choose TLS from the start with its port (usually 465). Without TLS the password would be readable on the way.',
  }),
  CERT_HAS_EXPIRED: ({ host }) => ({
    kind: 'certificate expired',
    cause: `The certificate of ${host} has expired.`,
    remedy: 'The provider has to renew it. Nothing was sent, and no password was shown.',
  }),
  CERT_NOT_YET_VALID: ({ host }) => ({
    kind: 'certificate unknown',
    cause: `The certificate of ${host} is not valid yet.`,
    remedy:
      "Look whether this machine's clock is right. If it is, the provider put the certificate in place too early.",
  }),
  ERR_TLS_CERT_ALTNAME_INVALID: ({ host }) => ({
    kind: 'certificate for another name',
    cause: `The certificate is for another name than ${host}.`,
    remedy:
      'Use the name that the provider gives for its server; an alias of your own domain does not match its certificate.',
  }),
  DEPTH_ZERO_SELF_SIGNED_CERT: ({ host }) => ({
    kind: 'certificate self-signed',
    cause: `The certificate of ${host} is signed by itself, so that anybody could have made it.`,
    remedy: 'Ask for a server with a public certificate, or ask your server administrator to add the certificate.',
  }),
  SELF_SIGNED_CERT_IN_CHAIN: certificateUnknown,
  UNABLE_TO_VERIFY_LEAF_SIGNATURE: certificateUnknown,
  UNABLE_TO_GET_ISSUER_CERT_LOCALLY: certificateUnknown,
  UNABLE_TO_GET_ISSUER_CERT: certificateUnknown,
  ENOAUTH: ({ host }) => ({
    kind: 'no way to sign in',
    cause: `${host} offers no way to sign in that Libellus knows (PLAIN or LOGIN).`,
    remedy:
      'If this is a server on your own network that takes mail without signing in, leave user and password empty.',
  }),
};

/** What a connection's error comes down to, or undefined for a code that says nothing. */
export function diagnoseConnection(failure: Failure): Diagnosis | undefined {
  return BY_CODE[failure.code ?? '']?.(failure);
}
