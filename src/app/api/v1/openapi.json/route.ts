import { openApi } from '@/server/api/openapi';
import { config } from '@/server/base/config';

export const dynamic = 'force-dynamic';

export function GET(): Response {
  return Response.json(openApi(config().url));
}
