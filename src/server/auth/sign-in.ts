/** Signing in: guarded against guessing, remembered in the history of the stores it is about. */
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { Type } from '@sinclair/typebox';
import { eq } from 'drizzle-orm';
import { checker } from '@/core/schema';
import { config } from '../base/config';
import { database } from '../db/client';
import { memberships, user } from '../db/schema';
import { historyEntry } from './history';
import { log } from '../base/log';
import { networkOf } from '../net/addresses';
import { ADDRESS_HEADER } from '../net/addresses';
import { auth, trustedOrigins } from './auth';
import { languageAt, languageCookie } from './language';
import { say as factor } from '@/words/secondFactor';
import { say } from '@/words/signIn';
import { rememberEverywhere } from './people';
import { codeWasWrong, useCode, whoIsAsked } from './second-factor';
import { beginTry, succeeded, waitWords, type Counter } from './guard';

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

/** How many may fail before one waits: at one account, from one network, from one browser that is known. */
const FREE = { account: 8, network: 30, browser: 8 };

const answer = (status: number, message: string, headers: Record<string, string> = {}): Response =>
  Response.json({ message }, { status, headers: { 'cache-control': 'no-store', ...headers } });

/** Answers a request to sign in. */
export async function signIn(request: Request): Promise<Response> {
  // Another site must not sign a visitor in to an account of its own.
  const origin = request.headers.get('origin');
  if (origin !== null && !trustedOrigins().includes(origin)) return answer(403, say.signInOnItsPage);
  const body: unknown = await request.json().catch(() => undefined);
  const checked = checkSignIn(body);
  if (!checked.ok) return answer(400, say.bothAreNeeded);
  const email = checked.value.email.trim().toLowerCase();
  const cookie = knownBrowser(request.headers.get('cookie') ?? '', email);
  const network: Counter = {
    of: `network ${networkOf(request.headers.get(ADDRESS_HEADER) ?? 'unknown')}`,
    free: FREE.network,
  };
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
  if (!asksForCode) await remember(email, response.ok ? 'signedIn' : 'failedToSignIn');
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

/** An answer with the cookies that the library sets. Its body holds the token, which scripts of the page have no use for. */
function withCookies(response: Response, body: Record<string, unknown>, more: readonly string[] = []): Response {
  const headers = new Headers({ 'cache-control': 'no-store' });
  for (const value of [...response.headers.getSetCookie(), ...more]) headers.append('set-cookie', value);
  return Response.json(body, { headers });
}

async function signedIn(response: Response, request: Request, email: string, chosen?: string): Promise<Response> {
  const language = await languageAt(email, chosen);
  return withCookies(response, { ok: true, language }, [
    ...(knownBrowser(request.headers.get('cookie') ?? '', email) ? [] : [browserCookie(email)]),
    ...(language ? [languageCookie(language)] : []),
  ]);
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
  const origin = request.headers.get('origin');
  if (origin !== null && !trustedOrigins().includes(origin)) return answer(403, say.signInOnItsPage);
  const checked = checkCode(await request.json().catch(() => undefined));
  if (!checked.ok) return answer(400, factor.aCodeIsNeeded);
  const { recovery = false, trust = false, language } = checked.value;
  const code = checked.value.code.replace(/\s/g, '');
  const person = await whoIsAsked(request.headers.get('cookie') ?? '');
  if (!person) return answer(410, factor.askedTooLongAgo);
  const network: Counter = {
    of: `network ${networkOf(request.headers.get(ADDRESS_HEADER) ?? 'unknown')}`,
    free: FREE.network,
  };
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
    await remember(person.email, 'failedSecondFactor');
    if (response.status === 429) return answer(429, factor.lockedForAWhile);
    return answer(401, recovery ? factor.recoveryCodeIsWrong : factor.codeIsWrong);
  }
  await succeeded([own], [network]);
  await remember(person.email, 'signedIn');
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
/** Sign-ins stand in the history of every store of the account, failed ones too. */
async function remember(email: string, deed: 'signedIn' | 'failedToSignIn' | 'failedSecondFactor'): Promise<void> {
  await rememberSignIn(email, deed).catch((error: unknown) => log.warn({ err: error }, 'a sign-in was not remembered'));
}

async function rememberSignIn(
  email: string,
  deed: 'signedIn' | 'failedToSignIn' | 'failedSecondFactor',
): Promise<void> {
  const rows = await database()
    .select({ id: user.id, name: user.name, storeId: memberships.storeId })
    .from(user)
    .innerJoin(memberships, eq(memberships.userId, user.id))
    .where(eq(user.email, email));
  for (const { id, name, storeId } of rows) {
    await historyEntry(storeId, { userId: id, name }, deed, { email });
  }
}

const COOKIE = 'libellus.known';
const COOKIE_DAYS = 400;

const marked = (id: string, email: string): string =>
  createHmac('sha256', config().secret).update(`known browser ${id} ${email}`).digest('base64url');

/** The id of a browser that signed in to this account before, proved by what only this installation can have made. */
function knownBrowser(cookies: string, email: string): string | undefined {
  for (const [, value = ''] of cookies.matchAll(/(?:^|;\s*)(?:__Secure-)?libellus\.known[^=;]*=([^;]+)/g)) {
    const [id = '', mark = ''] = value.split('.');
    const wanted = Buffer.from(marked(id, email));
    const given = Buffer.from(mark);
    if (given.length === wanted.length && timingSafeEqual(given, wanted)) return id;
  }
  return undefined;
}

function browserCookie(email: string): string {
  const id = randomBytes(12).toString('base64url');
  const secure = config().url.startsWith('https:');
  // One for each account: several people may use one browser.
  const account = createHmac('sha256', config().secret).update(email).digest('hex').slice(0, 8);
  return `${secure ? '__Secure-' : ''}${COOKIE}-${account}=${id}.${marked(id, email)}; Path=/api/auth; Max-Age=${COOKIE_DAYS * 86_400}; HttpOnly; SameSite=Lax${secure ? '; Secure' : ''}`;
}
