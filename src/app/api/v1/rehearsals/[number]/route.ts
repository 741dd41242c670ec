import { handleRehearsal } from '@/server/api/rehearsals';

export async function GET(request: Request, { params }: { params: Promise<{ number: string }> }): Promise<Response> {
  return handleRehearsal(request, (await params).number);
}
