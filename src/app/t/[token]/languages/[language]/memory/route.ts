import { fileResponse } from '@/app/files';
import { performByLink } from '@/server/features/languages/links';
import { languages } from '@/server/features/languages/use-cases';

export async function GET(
  _request: Request,
  { params }: { params: Promise<{ token: string; language: string }> },
): Promise<Response> {
  const { token, language } = await params;
  return fileResponse(() => performByLink(languages.memory, token, { language }));
}
