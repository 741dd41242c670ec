/** From an error of a connection to its likely cause and what to do about it. */
import { say } from '../../words/diagnosis';
import type { Diagnosis, Failure } from './causes';

type Say = (failure: Failure) => Diagnosis;

const nameUnknown: Say = ({ host }) => ({
  kind: 'name unknown',
  cause: say.nameUnknown({ host }),
  remedy: say.checkSpellingOfHost,
});

const nameNotAnswered: Say = ({ host }) => ({
  kind: 'name not answered',
  cause: say.nameNotAnswered({ host }),
  remedy: say.noWorkingDns,
});

const unreachable: Say = ({ host }) => ({
  kind: 'unreachable',
  cause: say.unreachable({ host }),
  remedy: say.checkFirewall,
});

const dropped: Say = ({ host }) => ({
  kind: 'dropped',
  cause: say.dropped({ host }),
  remedy: say.mayRefuseThisMachine,
});

const certificateUnknown: Say = ({ host }) => ({
  kind: 'certificate unknown',
  cause: say.certificateUnknown({ host }),
  remedy: say.addTheAuthority,
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
    cause: say.privateNetwork({ host }),
    remedy: say.addToPrivateNetworks,
  }),
  ECONNREFUSED: ({ host, port }) => ({
    kind: 'nothing listens',
    cause: say.nothingListens({ port, host }),
    remedy: say.checkThePort,
  }),
  EHOSTUNREACH: unreachable,
  ENETUNREACH: unreachable,
  ETIMEDOUT: ({ host, security, step, port }) =>
    step === 'connect'
      ? {
          kind: 'silent',
          cause: say.noAnswer({ host, port }),
          remedy: security === 'tls' ? say.tryStarttls : say.tryTls,
        }
      : {
          kind: 'silent',
          cause: say.stoppedResponding({ host }),
          remedy: say.mayBeOverloaded,
        },
  ECONNRESET: dropped,
  EPIPE: dropped,
  ECLOSED: dropped,
  ESPEAKSTLS: ({ port, security }) => ({
    kind: 'speaks TLS',
    cause: security === 'none' ? say.speaksTlsNotNone({ port }) : say.speaksTls({ port }),
    remedy: say.chooseTlsFromStart,
  }),
  ESMTPUTF8: ({ host }) => ({
    kind: 'address not sendable',
    cause: say.noInternationalAddresses({ host }),
    remedy: say.askForAnotherAddress,
  }),
  EPLAINTEXT: ({ port }) => ({
    kind: 'speaks plain',
    cause: say.speaksPlain({ port }),
    remedy: say.chooseStarttls,
  }),
  ENOTSMTP: ({ host, port }) => ({
    kind: 'not SMTP',
    cause: say.notSmtp({ host, port }),
    remedy: say.checkThePort,
  }),
  ENOSTARTTLS: ({ host, port }) => ({
    kind: 'no STARTTLS',
    cause: say.noStarttls({ host, port }),
    remedy: say.passwordWouldBeReadable,
  }),
  CERT_HAS_EXPIRED: ({ host }) => ({
    kind: 'certificate expired',
    cause: say.certificateExpired({ host }),
    remedy: say.providerHasToRenew,
  }),
  CERT_NOT_YET_VALID: ({ host }) => ({
    kind: 'certificate unknown',
    cause: say.certificateNotYetValid({ host }),
    remedy: say.checkTheClock,
  }),
  ERR_TLS_CERT_ALTNAME_INVALID: ({ host }) => ({
    kind: 'certificate for another name',
    cause: say.certificateForAnotherName({ host }),
    remedy: say.useTheProvidersName,
  }),
  DEPTH_ZERO_SELF_SIGNED_CERT: ({ host }) => ({
    kind: 'certificate self-signed',
    cause: say.certificateSelfSigned({ host }),
    remedy: say.addTheCertificate,
  }),
  SELF_SIGNED_CERT_IN_CHAIN: certificateUnknown,
  UNABLE_TO_VERIFY_LEAF_SIGNATURE: certificateUnknown,
  UNABLE_TO_GET_ISSUER_CERT_LOCALLY: certificateUnknown,
  UNABLE_TO_GET_ISSUER_CERT: certificateUnknown,
  ENOAUTH: ({ host }) => ({
    kind: 'no way to sign in',
    cause: say.noWayToSignIn({ host }),
    remedy: say.leaveUserEmpty,
  }),
};

/** What a connection's error comes down to, or undefined for a code that says nothing. */
export function diagnoseConnection(failure: Failure): Diagnosis | undefined {
  return BY_CODE[failure.code ?? '']?.(failure);
}
