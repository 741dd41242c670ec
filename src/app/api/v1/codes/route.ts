import { handleCodes } from '@/server/api/reading';

export function GET(request: Request): Promise<Response> {
  return handleCodes(request);
}
