import { handleOrder } from '@/server/api/reading';

export async function GET(request: Request, { params }: { params: Promise<{ number: string }> }): Promise<Response> {
  return handleOrder(request, (await params).number);
}
