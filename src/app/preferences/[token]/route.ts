/** The page where a customer keeps in which language they are written to, who else is, and which messages they want. */
import { preferencesPage, takePreferences } from '@/server/features/preferences/page';

interface At {
  params: Promise<{ token: string }>;
}

export async function GET(_request: Request, { params }: At): Promise<Response> {
  return preferencesPage((await params).token);
}

export async function POST(request: Request, { params }: At): Promise<Response> {
  const form = await request.formData().catch(() => new FormData());
  return takePreferences((await params).token, form);
}
