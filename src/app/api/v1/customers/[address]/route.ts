import { handleCustomer } from '@/server/api/reading';

export async function GET(request: Request, { params }: { params: Promise<{ address: string }> }): Promise<Response> {
  return handleCustomer(request, (await params).address);
}
