import { handleContacts, handlePutContacts } from '@/server/api/customers';

interface Context {
  params: Promise<{ address: string }>;
}

/** As it stands in the address; what cannot be decoded is no mail address either. */
async function addressOf({ params }: Context): Promise<string> {
  const { address } = await params;
  try {
    return decodeURIComponent(address);
  } catch {
    return '';
  }
}

export async function GET(request: Request, context: Context): Promise<Response> {
  return handleContacts(request, await addressOf(context));
}

export async function PUT(request: Request, context: Context): Promise<Response> {
  return handlePutContacts(request, await addressOf(context));
}
