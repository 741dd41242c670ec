/** Why somebody who comes back from the provider is not in, in words. */
import { say } from '@/words/provider';
import { say as signIn } from '@/words/signIn';

/** Words for what the library and the provider call it (OAuth 2.0, RFC 6749 4.1.2.1). */
export function providerTrouble(code: string | undefined, provider: string | undefined): string | undefined {
  if (code === undefined || provider === undefined) return undefined;
  switch (code) {
    case 'account_not_linked':
    case 'email_not_found':
      return say.notVouched({ provider });
    case 'is_somebody_else':
      return say.somebodyElse({ provider });
    case 'signup_disabled':
      return say.nobodyHere({ provider });
    case 'access_denied':
      return say.refused({ provider });
    case 'provider_unreachable':
      return say.doesNotAnswer({ provider });
    case 'too_many_tries':
      return signIn.tooManyTriesFailedWait;
    case 'state_mismatch':
    case 'state_not_found':
    case 'state_invalid':
    case 'please_restart_the_process':
      return say.tookTooLong;
    default:
      return say.notProven({ provider });
  }
}
