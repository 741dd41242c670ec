import { handleEvent } from '@/server/api/events';

export function POST(request: Request): Promise<Response> {
  return handleEvent(request);
}
