import { handleRehearse } from '@/server/api/rehearsals';

export function POST(request: Request): Promise<Response> {
  return handleRehearse(request);
}
