/** What every way of signing in has in common: what is answered, what is remembered, and how a browser is known again. */
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { config } from '../base/config';
import { log } from '../base/log';
import { database } from '../db/client';
import { memberships, user } from '../db/schema';
import { ADDRESS_HEADER, networkOf } from '../net/addresses';
import { trustedOrigins } from './auth';
import type { Counter } from './guard';
import { historyEntry } from './history';
import { languageAt, languageCookie } from './language';

/** How many may fail before one waits: at one account, from one network, from one browser that is known; and be begun from one network. */
export const FREE = { account: 8, network: 30, browser: 8, begun: 100 };

/** What was tried from the network that a request comes from. */
export const ofNetwork = (request: Request): Counter => ({
  of: `network ${networkOf(request.headers.get(ADDRESS_HEADER) ?? 'unknown')}`,
  free: FREE.network,
});

/** What is begun from a network leaves something in the database, whether or not somebody comes in by it: that has an end. */
export const begunFrom = (request: Request): Counter => ({
  of: `begun ${ofNetwork(request).of}`,
  free: FREE.begun,
});

/** Another site must not sign a visitor in to an account of its own. */
export function fromElsewhere(request: Request): boolean {
  const origin = request.headers.get('origin');
  return origin !== null && !trustedOrigins().includes(origin);
}

/** An answer that says something. */
export const answer = (status: number, message: string, headers: Record<string, string> = {}): Response =>
  Response.json({ message }, { status, headers: { 'cache-control': 'no-store', ...headers } });

/** An answer with the cookies that the library sets. Its body holds the token, which scripts of the page have no use for. */
export function withCookies(response: Response, body: Record<string, unknown>, more: readonly string[] = []): Response {
  const headers = new Headers({ 'cache-control': 'no-store' });
  for (const value of [...response.headers.getSetCookie(), ...more]) headers.append('set-cookie', value);
  return Response.json(body, { headers });
}

/** The language of somebody who is in now, and the cookies by which their browser is known again. */
export async function welcome(
  request: Request,
  email: string,
  chosen?: string,
): Promise<{ language: string | undefined; cookies: string[] }> {
  const language = await languageAt(email, chosen);
  return {
    language,
    cookies: [
      ...(knownBrowser(request.headers.get('cookie') ?? '', email) ? [] : [browserCookie(email)]),
      ...(language ? [languageCookie(language)] : []),
    ],
  };
}

/** The answer to who is in now. */
export async function signedIn(
  response: Response,
  request: Request,
  email: string,
  chosen?: string,
): Promise<Response> {
  const { language, cookies } = await welcome(request, email, chosen);
  return withCookies(response, { ok: true, language }, cookies);
}

export type SignInDeed =
  ('signedIn' | 'signedInByPasskey' | 'signedInByProvider') | ('failedToSignIn' | 'failedSecondFactor');

/** Sign-ins stand in the history of every store of the account, failed ones too. */
export async function rememberSignIn(email: string, deed: SignInDeed): Promise<void> {
  try {
    const rows = await database()
      .select({ id: user.id, name: user.name, storeId: memberships.storeId })
      .from(user)
      .innerJoin(memberships, eq(memberships.userId, user.id))
      .where(eq(user.email, email));
    for (const { id, name, storeId } of rows) {
      await historyEntry(storeId, { userId: id, name }, deed, { email });
    }
  } catch (error) {
    log.warn({ err: error }, 'a sign-in was not remembered');
  }
}

const COOKIE = 'libellus.known';
const COOKIE_DAYS = 400;

const marked = (id: string, email: string): string =>
  createHmac('sha256', config().secret).update(`known browser ${id} ${email}`).digest('base64url');

/** The id of a browser that signed in to this account before, proved by what only this installation can have made. */
export function knownBrowser(cookies: string, email: string): string | undefined {
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
