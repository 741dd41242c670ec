/** Signing in and out, the language one reads, and nothing else of what the library offers: each further door would need a lock of its own. */
import { auth } from '@/server/auth/auth';
import { chooseLanguage } from '@/server/auth/language';
import { giveCode, signIn } from '@/server/auth/sign-in';
import { log } from '@/server/base/log';
import { say } from '@/words/signIn';

type Door = (request: Request) => Promise<Response>;

const DOORS: Record<string, Door> = {
  '/api/auth/sign-in/email': signIn,
  '/api/auth/sign-in/code': giveCode,
  '/api/auth/sign-out': (request) => auth().handler(request),
  '/api/auth/language': chooseLanguage,
};

export async function POST(request: Request): Promise<Response> {
  const open = DOORS[new URL(request.url).pathname];
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
