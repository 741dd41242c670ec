/** Signing in and out, and nothing else of what the library offers: each further door would need a lock of its own. */
import { auth } from '@/server/auth/auth';
import { signIn } from '@/server/auth/sign-in';
import { log } from '@/server/base/log';

type Door = (request: Request) => Promise<Response>;

const DOORS: Record<string, Door> = {
  '/api/auth/sign-in/email': signIn,
  '/api/auth/sign-out': (request) => auth().handler(request),
};

export async function POST(request: Request): Promise<Response> {
  const open = DOORS[new URL(request.url).pathname];
  if (!open) return new Response('There is nothing here.', { status: 404 });
  try {
    return await open(request);
  } catch (error) {
    log.error({ err: error }, 'signing in or out failed');
    return Response.json(
      { message: 'Libellus cannot sign anybody in just now. Try again in a minute.' },
      { status: 503, headers: { 'retry-after': '5' } },
    );
  }
}
