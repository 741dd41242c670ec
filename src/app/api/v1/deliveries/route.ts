import { storeOfReadKey } from '@/server/api/keys';
import { listDeliveries, readDeliveryFilter } from '@/server/views/deliveries';

export async function GET(request: Request): Promise<Response> {
  const storeId = await storeOfReadKey(request.headers);
  if (!storeId) {
    return Response.json(
      { type: 'about:blank', title: 'A reading key is needed: Authorization: Bearer and the key.', status: 401 },
      { status: 401, headers: { 'content-type': 'application/problem+json', 'www-authenticate': 'Bearer' } },
    );
  }
  const query = Object.fromEntries(new URL(request.url).searchParams);
  const page = await listDeliveries(storeId, readDeliveryFilter(query));
  return Response.json({ deliveries: page.rows, next: page.next });
}
