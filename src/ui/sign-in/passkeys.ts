/** What the browser does for passkeys, and in words why it does not. */
import {
  browserSupportsWebAuthn,
  startAuthentication,
  startRegistration,
  WebAuthnError,
  type PublicKeyCredentialCreationOptionsJSON,
  type PublicKeyCredentialRequestOptionsJSON,
  type RegistrationResponseJSON,
} from '@simplewebauthn/browser';
import { chosenBefore } from '../parts/language';
import { say } from '@/words/passkeys';

const isAddress = (host: string): boolean => /^[\d.]+$/.test(host) || host.startsWith('[');

/** Why no passkey can be made or used here; undefined where one can. */
export function passkeyObstacle(): string | undefined {
  const { hostname, port, protocol } = window.location;
  if (isAddress(hostname)) {
    // The same Libellus has a name on its own machine alone.
    if (hostname !== '127.0.0.1' && hostname !== '[::1]') return say.needsHttps;
    return say.needsName({ address: `${protocol}//localhost${port && `:${port}`}` });
  }
  if (!window.isSecureContext) return say.needsHttps;
  return browserSupportsWebAuthn() ? undefined : say.needsBrowser;
}

/** What the browser says of why it did not, as a person can use it. */
function whyNot(error: unknown): string {
  if (error instanceof WebAuthnError && error.code === 'ERROR_AUTHENTICATOR_PREVIOUSLY_REGISTERED')
    return say.hasOneAlready;
  if (error instanceof Error && (error.name === 'NotAllowedError' || error.name === 'AbortError')) return say.stopped;
  return say.browserFailed({ why: error instanceof Error ? error.message : String(error) });
}

export type Made<T> = { ok: true; value: T } | { ok: false; why: string };

/** Has the browser make a passkey. */
export async function makePasskey(
  options: PublicKeyCredentialCreationOptionsJSON,
): Promise<Made<RegistrationResponseJSON>> {
  try {
    return { ok: true, value: await startRegistration({ optionsJSON: options }) };
  } catch (error) {
    return { ok: false, why: whyNot(error) };
  }
}

const post = (path: string, body: unknown): Promise<Response> =>
  fetch(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

/** Signs somebody in by a passkey that they choose: the language they read, if they chose one. */
export async function enterByPasskey(): Promise<Made<string | undefined>> {
  const said = async (response: Response): Promise<Made<never>> => {
    const body = (await response.json().catch(() => ({}))) as { message?: string };
    return { ok: false, why: body.message ?? say.notNowAnyMore };
  };
  try {
    const challenge = await post('/api/auth/sign-in/passkey/challenge', {});
    if (!challenge.ok) return await said(challenge);
    const optionsJSON = (await challenge.json()) as PublicKeyCredentialRequestOptionsJSON;
    const shown = await startAuthentication({ optionsJSON });
    const response = await post('/api/auth/sign-in/passkey', { response: shown, language: chosenBefore() });
    if (!response.ok) return await said(response);
    return { ok: true, value: ((await response.json()) as { language?: string }).language };
  } catch (error) {
    if (error instanceof TypeError) return { ok: false, why: say.notNowAnyMore };
    return { ok: false, why: whyNot(error) };
  }
}
