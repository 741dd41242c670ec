import { fileResponse } from '@/app/files';
import { perform } from '@/server/features/use-case';
import { look } from '@/server/features/templates/use-cases';

export async function GET(_request: Request, { params }: { params: Promise<{ store: string }> }): Promise<Response> {
  const { store } = await params;
  return fileResponse(async () => ({
    name: `look-${store}.json`,
    type: 'application/json',
    body: JSON.stringify(await perform(look.export, store, {}), null, 2),
  }));
}
