import { handlePutContacts } from '@/server/api/customers';
import { handleContacts } from '@/server/api/reading';
import { decoded } from '../../../decoded';

interface Context {
  params: Promise<{ address: string }>;
}

export async function GET(request: Request, { params }: Context): Promise<Response> {
  return handleContacts(request, decoded((await params).address));
}

export async function PUT(request: Request, { params }: Context): Promise<Response> {
  return handlePutContacts(request, decoded((await params).address));
}
