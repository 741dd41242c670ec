import { handleContacts, handlePutContacts } from '@/server/api/customers';

interface Context {
  params: Promise<{ address: string }>;
}

const addressOf = async ({ params }: Context): Promise<string> => decodeURIComponent((await params).address);

export async function GET(request: Request, context: Context): Promise<Response> {
  return handleContacts(request, await addressOf(context));
}

export async function PUT(request: Request, context: Context): Promise<Response> {
  return handlePutContacts(request, await addressOf(context));
}
