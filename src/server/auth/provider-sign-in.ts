/** The two doors of signing in through a provider: where one is sent there, and where one comes back. */
import { Type } from '@sinclair/typebox';
import { checker } from '@/core/schema';
import { say } from '@/words/provider';
import { say as signInWords } from '@/words/signIn';
import { config } from '../base/config';
import { log } from '../base/log';
import { beginTry, succeeded, waitWords } from './guard';
import { openInvitation } from './invitations';
import { auth } from './auth';
import { answer, begunFrom, fromElsewhere, ofNetwork, rememberSignIn, welcome, withCookies } from './letting-in';
import { forgetProvider, PROVIDER_ID, throughProvider } from './provider';

/** A provider that has said nothing for so long is down, ms. */
const PATIENCE_MS = 15_000;

const checkAsked = checker(
  Type.Object({
    /** Where one wants to go: a path of this installation. */
    to: Type.String({ maxLength: 2000, pattern: '^/(?![/\\\\])' }),
    /** The provider is to ask who it is, even if it knows: somebody came back and was not let in. */
    anew: Type.Optional(Type.Boolean()),
  }),
);

/** Answers a request to sign in through the provider with where to go. */
export async function sendToProvider(request: Request): Promise<Response> {
  const { provider, url } = config();
  if (!provider) return answer(404, say.thereIsNone);
  if (fromElsewhere(request)) return answer(403, signInWords.signInOnItsPage);
  // The provider sends people back to one address, where their browser has to have been known before.
  const origin = request.headers.get('origin');
  if (origin !== null && origin !== new URL(url).origin) return answer(409, say.openAt({ address: url }));
  const checked = checkAsked(await request.json().catch(() => undefined));
  if (!checked.ok) return answer(400, signInWords.signingInDidNotWork);
  const { to, anew = false } = checked.value;
  const wait = await beginTry([begunFrom(request)]);
  if (wait > 0) {
    const words = signInWords.tooManyTriesWait({ wait: waitWords(wait) });
    return answer(429, words, { 'retry-after': String(wait) });
  }
  const headers = new Headers(request.headers);
  const invited = await openInvitation(/^\/join\/([\w-]{43})$/.exec(to)?.[1]);
  const asked = await within(
    throughProvider().api.signInSocial({
      body: {
        ...{ provider: PROVIDER_ID, disableRedirect: true, callbackURL: `${url}${to}` },
        errorCallbackURL: `${url}/sign-in?to=${encodeURIComponent(to)}`,
        // Only who was invited can get an account.
        ...(invited && !invited.known && { requestSignUp: true }),
        ...(invited && { loginHint: invited.email }),
        ...(anew && { additionalParams: { prompt: 'login' } }),
      },
      headers,
      asResponse: true,
    }),
  );
  const body = asked?.ok ? ((await asked.json()) as { url?: string }) : undefined;
  if (!asked || !body?.url) {
    forgetProvider();
    return answer(502, say.doesNotAnswer({ provider: provider.name }));
  }
  return withCookies(asked, { url: body.url });
}

/** What a promise comes to in time; undefined for one that fails or takes too long. */
async function within<T>(promise: Promise<T>): Promise<T | undefined> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<undefined>((resolve) => {
    timer = setTimeout(() => resolve(undefined), PATIENCE_MS);
  });
  try {
    return await Promise.race([promise, late]);
  } catch (error) {
    log.warn({ err: error }, 'the provider did not do as it should');
    return undefined;
  } finally {
    clearTimeout(timer);
  }
}

/** Answers who comes back from the provider: they are in, are asked for a code besides, or read why not. */
export async function backFromProvider(request: Request): Promise<Response> {
  const { provider, url } = config();
  if (!provider) return goTo(`${url}/sign-in`);
  const network = ofNetwork(request);
  const wait = await beginTry([network]);
  if (wait > 0) return goTo(`${url}/sign-in?error=too_many_tries`);
  const response = await within(throughProvider().handler(request));
  if (!response) return goTo(`${url}/sign-in?error=provider_unreachable`);
  const cookies = response.headers.getSetCookie();
  if (await asksForCode(response)) {
    await succeeded([begunFrom(request)], [network]);
    return goTo(`${url}/sign-in?asks=code`, cookies);
  }
  const to = response.headers.get('location') ?? `${url}/sign-in?error=unknown`;
  const email = await whoIsIn(cookies);
  if (email === undefined) return goTo(to, cookies);
  await succeeded([begunFrom(request)], [network]);
  await rememberSignIn(email, 'signedInByProvider');
  const { cookies: known } = await welcome(request, email);
  return goTo(to, [...cookies, ...known]);
}

/** Whether the library wants a code before it lets somebody in. */
async function asksForCode(response: Response): Promise<boolean> {
  if (!(response.headers.get('content-type') ?? '').includes('json')) return false;
  const body = (await response
    .clone()
    .json()
    .catch(() => ({}))) as { twoFactorRedirect?: boolean } | null;
  return body?.twoFactorRedirect === true;
}

/** Whose session the library has just begun, by the cookie that it sets; undefined when it began none. */
async function whoIsIn(setCookies: readonly string[]): Promise<string | undefined> {
  const cookie = setCookies.map((c) => c.split(';')[0]!).find((c) => /libellus\.session_token=./.test(c));
  if (!cookie) return undefined;
  const found = await auth().api.getSession({ headers: new Headers({ cookie }) });
  return found?.user.email;
}

function goTo(where: string, cookies: readonly string[] = []): Response {
  const headers = new Headers({ location: where, 'cache-control': 'no-store', 'referrer-policy': 'no-referrer' });
  for (const cookie of cookies) headers.append('set-cookie', cookie);
  return new Response(null, { status: 303, headers });
}
