import { fileResponse } from '@/app/files';
import { access } from '@/server/auth/access';
import { exportMessage } from '@/server/views/export';

interface Params {
  params: Promise<{ store: string; slug: string }>;
}

export async function GET(request: Request, { params }: Params): Promise<Response> {
  const { store, slug } = await params;
  const query = new URL(request.url).searchParams;
  return fileResponse(async () =>
    exportMessage(await access(store, 'store.read'), slug, {
      as: query.get('as') ?? 'html',
      language: query.get('language') ?? '',
      order: query.get('order') ?? '',
    }),
  );
}
