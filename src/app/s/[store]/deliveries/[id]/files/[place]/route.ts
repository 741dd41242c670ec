import { fileResponse } from '@/app/files';
import { perform } from '@/server/features/use-case';
import { delivery } from '@/server/features/deliveries/use-cases';

export async function GET(
  _request: Request,
  { params }: { params: Promise<{ store: string; id: string; place: string }> },
): Promise<Response> {
  const { store, id, place } = await params;
  return fileResponse(() => perform(delivery.file, store, { id, place: Number(place) }));
}
