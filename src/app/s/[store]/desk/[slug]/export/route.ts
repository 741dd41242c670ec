import { fileResponse } from '@/app/files';
import { perform } from '@/server/features/use-case';
import { template } from '@/server/features/templates/use-cases';

interface Params {
  params: Promise<{ store: string; slug: string }>;
}

export async function GET(request: Request, { params }: Params): Promise<Response> {
  const { store, slug } = await params;
  const query = new URL(request.url).searchParams;
  return fileResponse(() =>
    perform(template.export, store, {
      slug,
      as: query.get('as') ?? 'html',
      language: query.get('language') ?? '',
      order: query.get('order') ?? '',
    }),
  );
}
