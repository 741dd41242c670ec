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
import { say } from '@/words/signIn';
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
  await remember(email, response.ok).catch((error: unknown) =>
    log.warn({ err: error }, 'a sign-in was not remembered'),
  );
  if (!response.ok) return answer(401, say.doNotBelongTogether);
  await succeeded([own], shared);
  // The body of the library's answer holds the token, which scripts of the page have no use for.
  const headers = new Headers({ 'cache-control': 'no-store' });
  for (const value of response.headers.getSetCookie()) headers.append('set-cookie', value);
  if (!cookie) headers.append('set-cookie', browserCookie(email));
  const language = await languageAt(email, checked.value.language);
  if (language) headers.append('set-cookie', languageCookie(language));
  return Response.json({ ok: true, language }, { headers });
}

/** Sign-ins stand in the history of every store of the account, failed ones too. */
async function remember(email: string, ok: boolean): Promise<void> {
  const rows = await database()
    .select({ id: user.id, name: user.name, storeId: memberships.storeId })
    .from(user)
    .innerJoin(memberships, eq(memberships.userId, user.id))
    .where(eq(user.email, email));
  for (const { id, name, storeId } of rows) {
    await historyEntry(storeId, { userId: id, name }, ok ? 'signedIn' : 'failedToSignIn', { email });
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
