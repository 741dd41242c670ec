import { fileResponse } from '@/app/files';
import { perform } from '@/server/features/use-case';
import { file } from '@/server/features/files/use-cases';

export async function GET(
  _request: Request,
  { params }: { params: Promise<{ store: string; digest: string }> },
): Promise<Response> {
  const { store, digest } = await params;
  return fileResponse(() => perform(file.read, store, { digest }));
}
