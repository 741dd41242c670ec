/** Signing in: guarded against guessing, remembered in the history of the stores it is about. */
import { Type } from '@sinclair/typebox';
import { checker } from '@/core/schema';
import { say as factor } from '@/words/secondFactor';
import { say } from '@/words/signIn';
import { auth } from './auth';
import { beginTry, succeeded, waitWords, type Counter } from './guard';
import {
  answer,
  FREE,
  fromElsewhere,
  knownBrowser,
  ofNetwork,
  rememberSignIn,
  signedIn,
  withCookies,
} from './letting-in';
import { rememberEverywhere } from './people';
import { codeWasWrong, useCode, whoIsAsked } from './second-factor';

const checkSignIn = checker(
  Type.Object(
    {
      email: Type.String({ minLength: 1, maxLength: 254 }),
      password: Type.String({ minLength: 1, maxLength: 128 }),
      language: Type.Optional(Type.String({ maxLength: 10 })),
    },
    { additionalProperties: true },
  ),
);

/** Answers a request to sign in. */
export async function signIn(request: Request): Promise<Response> {
  if (fromElsewhere(request)) return answer(403, say.signInOnItsPage);
  const body: unknown = await request.json().catch(() => undefined);
  const checked = checkSignIn(body);
  if (!checked.ok) return answer(400, say.bothAreNeeded);
  const email = checked.value.email.trim().toLowerCase();
  const cookie = knownBrowser(request.headers.get('cookie') ?? '', email);
  const network = ofNetwork(request);
  const own: Counter = cookie
    ? { of: `browser ${cookie} ${email}`, free: FREE.browser }
    : { of: `account ${email}`, free: FREE.account };
  // A browser that is known is not held up by what others do, from wherever they do it.
  const shared = cookie ? [] : [network];
  const wait = await beginTry([own, ...shared]);
  if (wait > 0) {
    return answer(429, say.tooManyTriesWait({ wait: waitWords(wait) }), {
      'retry-after': String(wait),
    });
  }
  const response = await auth().api.signInEmail({
    body: { email, password: checked.value.password },
    headers: request.headers,
    asResponse: true,
  });
  const asksForCode = response.ok && (await asks(response.clone()));
  if (!asksForCode) await rememberSignIn(email, response.ok ? 'signedIn' : 'failedToSignIn');
  if (!response.ok) return answer(401, say.doNotBelongTogether);
  await succeeded([own], shared);
  if (asksForCode) return withCookies(response, { ok: true, asks: 'code' });
  return signedIn(response, request, email, checked.value.language);
}

/** Whether the library wants a second factor before it lets somebody in. */
async function asks(response: Response): Promise<boolean> {
  const body = (await response.json().catch(() => ({}))) as { twoFactorRedirect?: boolean };
  return body.twoFactorRedirect === true;
}

const checkCode = checker(
  Type.Object(
    {
      code: Type.String({ minLength: 1, maxLength: 40 }),
      recovery: Type.Optional(Type.Boolean()),
      trust: Type.Optional(Type.Boolean()),
      language: Type.Optional(Type.String({ maxLength: 10 })),
    },
    { additionalProperties: true },
  ),
);

/** Answers a request that gives the code which a sign-in asked for. */
export async function giveCode(request: Request): Promise<Response> {
  if (fromElsewhere(request)) return answer(403, say.signInOnItsPage);
  const checked = checkCode(await request.json().catch(() => undefined));
  if (!checked.ok) return answer(400, factor.aCodeIsNeeded);
  const { recovery = false, trust = false, language } = checked.value;
  const code = checked.value.code.replace(/\s/g, '');
  const person = await whoIsAsked(request.headers.get('cookie') ?? '');
  if (!person) return answer(410, factor.askedTooLongAgo);
  const network = ofNetwork(request);
  const own: Counter = { of: `second factor ${person.id}`, free: FREE.account };
  const wait = await beginTry([own, network]);
  if (wait > 0) return answer(429, say.tooManyTriesWait({ wait: waitWords(wait) }), { 'retry-after': String(wait) });
  if (!(await useCode(person.id, code))) return answer(401, factor.usedAlready);
  const how = {
    body: { code, trustDevice: trust },
    headers: withoutSession(request.headers),
    asResponse: true,
  } as const;
  const response = recovery ? await auth().api.verifyBackupCode(how) : await auth().api.verifyTOTP(how);
  if (!response.ok) {
    await codeWasWrong(person.id, code);
    await rememberSignIn(person.email, 'failedSecondFactor');
    if (response.status === 429) return answer(429, factor.lockedForAWhile);
    return answer(401, recovery ? factor.recoveryCodeIsWrong : factor.codeIsWrong);
  }
  await succeeded([own], [network]);
  await rememberSignIn(person.email, 'signedIn');
  if (recovery) await rememberEverywhere(person, 'usedRecoveryCode');
  return signedIn(response, request, person.email, language);
}

/** A code is for who was asked for it, not for whoever is signed in here besides. */
function withoutSession(given: Headers): Headers {
  const headers = new Headers(given);
  const cookies = (given.get('cookie') ?? '')
    .split(/;\s*/)
    .filter((c) => !/^(__Secure-)?libellus\.session_token=/.test(c));
  headers.set('cookie', cookies.join('; '));
  return headers;
}
