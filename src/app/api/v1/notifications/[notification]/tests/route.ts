import { handleTest } from '@/server/api/rehearsals';
import { decoded } from '../../../decoded';

export async function POST(
  request: Request,
  { params }: { params: Promise<{ notification: string }> },
): Promise<Response> {
  return handleTest(request, decoded((await params).notification));
}
