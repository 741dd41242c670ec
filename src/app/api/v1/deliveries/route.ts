import { handleRecord } from '@/server/api/record';

export function GET(request: Request): Promise<Response> {
  return handleRecord(request);
}
