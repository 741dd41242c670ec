import { handleOrder } from '@/server/api/reading';
import { decoded } from '../../decoded';

export async function GET(request: Request, { params }: { params: Promise<{ number: string }> }): Promise<Response> {
  return handleOrder(request, decoded((await params).number));
}
