import { handleCustomers } from '@/server/api/reading';

export function GET(request: Request): Promise<Response> {
  return handleCustomers(request);
}
