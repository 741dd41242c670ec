import { fileResponse } from '@/app/files';
import { perform } from '@/server/features/use-case';
import { rehearsal } from '@/server/features/rehearsal/use-cases';

export async function GET(request: Request, { params }: { params: Promise<{ store: string }> }): Promise<Response> {
  const { store } = await params;
  const query = new URL(request.url).searchParams;
  const number = Number(query.get('run'));
  const language = query.get('language');
  return fileResponse(async () => ({
    name: `${store}-rehearsal-${number}.pdf`,
    type: 'application/pdf',
    body: await perform(rehearsal.contactSheet, store, {
      ...{ number, form: query.get('form') ?? 'desktop' },
      ...(language && { language }),
    }),
  }));
}
