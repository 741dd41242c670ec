import { fileResponse } from '@/app/files';
import { languages } from '@/server/features/languages/use-cases';
import { perform } from '@/server/features/use-case';

export async function GET(
  _request: Request,
  { params }: { params: Promise<{ store: string; language: string }> },
): Promise<Response> {
  const { store, language } = await params;
  return fileResponse(() => perform(languages.memory, store, { language }));
}
