import { handleNotifications } from '@/server/api/reading';

export function GET(request: Request): Promise<Response> {
  return handleNotifications(request);
}
