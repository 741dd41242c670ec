import { fileResponse } from '@/app/files';
import { languages } from '@/server/features/languages/use-cases';
import { perform } from '@/server/features/use-case';

export async function GET(
  request: Request,
  { params }: { params: Promise<{ store: string; language: string }> },
): Promise<Response> {
  const { store, language } = await params;
  const query = new URL(request.url).searchParams;
  const of = query.get('of');
  const as = query.get('as') ?? 'xliff';
  return fileResponse(() =>
    perform(languages.takeOut, store, {
      ...{ language, as, open: query.get('show') !== 'all', each: query.get('each') === 'yes' },
      ...(of && { of }),
    }),
  );
}
