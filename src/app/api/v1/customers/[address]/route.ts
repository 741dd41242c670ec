import { handleCustomer } from '@/server/api/reading';
import { decoded } from '../../decoded';

export async function GET(request: Request, { params }: { params: Promise<{ address: string }> }): Promise<Response> {
  return handleCustomer(request, decoded((await params).address));
}
