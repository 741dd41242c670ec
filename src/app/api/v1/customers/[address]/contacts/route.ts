import { handlePutContacts } from '@/server/api/customers';
import { handleContacts } from '@/server/api/reading';

interface Context {
  params: Promise<{ address: string }>;
}

export async function GET(request: Request, { params }: Context): Promise<Response> {
  return handleContacts(request, (await params).address);
}

export async function PUT(request: Request, { params }: Context): Promise<Response> {
  return handlePutContacts(request, (await params).address);
}
