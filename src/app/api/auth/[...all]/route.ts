/** Signing in and out, the language one reads, and nothing else of what the library offers: each further door would need a lock of its own. */
import { auth } from '@/server/auth/auth';
import { chooseLanguage } from '@/server/auth/language';
import { passkeyChallenge, signInByPasskey } from '@/server/auth/passkey-sign-in';
import { backFromProvider, sendToProvider } from '@/server/auth/provider-sign-in';
import { giveCode, signIn } from '@/server/auth/sign-in';
import { log } from '@/server/base/log';
import { say } from '@/words/signIn';

type Door = (request: Request) => Promise<Response>;

const DOORS: Record<string, Door> = {
  '/api/auth/sign-in/email': signIn,
  '/api/auth/sign-in/code': giveCode,
  '/api/auth/sign-in/passkey/challenge': passkeyChallenge,
  '/api/auth/sign-in/passkey': signInByPasskey,
  '/api/auth/sign-in/provider': sendToProvider,
  '/api/auth/sign-out': (request) => auth().handler(request),
  '/api/auth/language': chooseLanguage,
};

/** Where the provider sends people back to. */
const BACK: Record<string, Door> = { '/api/auth/callback/provider': backFromProvider };

export const POST = (request: Request): Promise<Response> => through(DOORS, request);
export const GET = (request: Request): Promise<Response> => through(BACK, request);

async function through(doors: Record<string, Door>, request: Request): Promise<Response> {
  const open = doors[new URL(request.url).pathname];
  if (!open) return new Response('There is nothing here.', { status: 404 });
  try {
    return await open(request);
  } catch (error) {
    log.error({ err: error }, 'signing in or out failed');
    return Response.json(
      { message: say.libellusCannotSignAnybodyIn },
      { status: 503, headers: { 'retry-after': '5' } },
    );
  }
}
