import { handleRecord } from '@/server/api/reading';

export function GET(request: Request): Promise<Response> {
  return handleRecord(request);
}
