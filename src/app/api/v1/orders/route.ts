import { handleOrders } from '@/server/api/reading';

export function GET(request: Request): Promise<Response> {
  return handleOrders(request);
}
