import { handleTest } from '@/server/api/rehearsals';

export async function POST(
  request: Request,
  { params }: { params: Promise<{ notification: string }> },
): Promise<Response> {
  return handleTest(request, (await params).notification);
}
