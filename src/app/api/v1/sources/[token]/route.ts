import { handleSource } from '@/server/api/sources';

export async function POST(request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  return handleSource(request, (await params).token);
}
