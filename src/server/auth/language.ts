/** The language in which a person reads the interface: kept with them, so that it is theirs in any browser. */
import { Type } from '@sinclair/typebox';
import { eq } from 'drizzle-orm';
import { checker } from '@/core/schema';
import { isLanguage, LANGUAGE_COOKIE } from '@/words/choice';
import { database } from '../db/client';
import { user } from '../db/schema';
import { auth, trustedOrigins } from './auth';

const checkChoice = checker(Type.Object({ language: Type.String({ maxLength: 10 }) }));

/** The field that has a browser keep a language for a year. */
export const languageCookie = (language: string): string =>
  `${LANGUAGE_COOKIE}=${language}; Path=/; Max-Age=31536000; SameSite=Lax`;

/** The language that a person reads from now on: the one they chose on the page where they signed in, else the one from before. */
export async function languageAt(email: string, chosen: string | undefined): Promise<string | undefined> {
  if (isLanguage(chosen)) {
    await database().update(user).set({ reads: chosen }).where(eq(user.email, email));
    return chosen;
  }
  const [row] = await database().select({ reads: user.reads }).from(user).where(eq(user.email, email));
  return isLanguage(row?.reads) ? row.reads : undefined;
}

/** Answers a request to read another language: for the browser that asks, and for the person who is signed in there, if anybody is. */
export async function chooseLanguage(request: Request): Promise<Response> {
  const origin = request.headers.get('origin');
  if (origin !== null && !trustedOrigins().includes(origin)) return new Response(null, { status: 403 });
  const checked = checkChoice(await request.json().catch(() => undefined));
  if (!checked.ok || !isLanguage(checked.value.language)) return new Response(null, { status: 400 });
  const { language } = checked.value;
  const found = await auth().api.getSession({ headers: request.headers });
  if (found) await database().update(user).set({ reads: language }).where(eq(user.id, found.user.id));
  return new Response(null, {
    status: 204,
    headers: { 'set-cookie': languageCookie(language), 'cache-control': 'no-store' },
  });
}
