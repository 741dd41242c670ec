/** The page where a reader says what they want, in their language and the store's look; and the request of RFC 8058 that needs no page. */
import { unsubscribePage, takeUnsubscribe } from '@/server/people/unsubscribe-page';

interface At {
  params: Promise<{ token: string }>;
}

export async function GET(_request: Request, { params }: At): Promise<Response> {
  return unsubscribePage((await params).token);
}

export async function POST(request: Request, { params }: At): Promise<Response> {
  const form = await request.formData().catch(() => new FormData());
  return takeUnsubscribe((await params).token, form);
}
