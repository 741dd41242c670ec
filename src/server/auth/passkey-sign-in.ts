/** Signing in by a passkey (WebAuthn 3): a challenge is asked for, and what a device answers to it is checked. */
import { Type } from '@sinclair/typebox';
import { eq } from 'drizzle-orm';
import { ShownPasskeySchema } from '@/contract/passkeys';
import { checker } from '@/core/schema';
import { say } from '@/words/passkeys';
import { say as signInWords } from '@/words/signIn';
import { database } from '../db/client';
import { passkey, user } from '../db/schema';
import { auth } from './auth';
import { beginTry, succeeded, waitWords } from './guard';
import { answer, begunFrom, fromElsewhere, ofNetwork, rememberSignIn, signedIn, withCookies } from './letting-in';

/** Answers with what a browser is to ask its devices for. Which passkeys there are is not told: whoever has one for here may use it. */
export async function passkeyChallenge(request: Request): Promise<Response> {
  if (fromElsewhere(request)) return answer(403, signInWords.signInOnItsPage);
  const wait = await beginTry([begunFrom(request)]);
  if (wait > 0) return tooMany(wait);
  const headers = new Headers(request.headers);
  // Nobody is signed in yet, whatever the browser still has.
  headers.delete('cookie');
  const response = await auth().api.generatePasskeyAuthenticationOptions({ headers, asResponse: true });
  const options = (await response.json()) as Record<string, unknown>;
  return withCookies(response, { ...options, userVerification: 'required' });
}

const tooMany = (wait: number): Response =>
  answer(429, signInWords.tooManyTriesWait({ wait: waitWords(wait) }), { 'retry-after': String(wait) });

const checkAnswer = checker(
  Type.Object({
    response: ShownPasskeySchema,
    language: Type.Optional(Type.String({ maxLength: 10 })),
  }),
);

/** Answers a request that shows a passkey. */
export async function signInByPasskey(request: Request): Promise<Response> {
  if (fromElsewhere(request)) return answer(403, signInWords.signInOnItsPage);
  const checked = checkAnswer(await request.json().catch(() => undefined));
  if (!checked.ok) return answer(400, say.notIn);
  const network = ofNetwork(request);
  const wait = await beginTry([network]);
  if (wait > 0) return tooMany(wait);
  const given = checked.value.response;
  const response = await auth().api.verifyPasskeyAuthentication({
    body: { response: given },
    headers: request.headers,
    asResponse: true,
  });
  const [owner] = await database()
    .select({ id: passkey.id, email: user.email })
    .from(passkey)
    .innerJoin(user, eq(user.id, passkey.userId))
    .where(eq(passkey.credentialID, given.id));
  if (!response.ok) {
    if (owner) await rememberSignIn(owner.email, 'failedToSignIn');
    return answer(401, owner ? say.notIn : say.unknown);
  }
  await succeeded([begunFrom(request)], [network]);
  if (!owner) return answer(401, say.unknown);
  await database().update(passkey).set({ usedAt: new Date() }).where(eq(passkey.id, owner.id));
  await rememberSignIn(owner.email, 'signedInByPasskey');
  return signedIn(response, request, owner.email, checked.value.language);
}
