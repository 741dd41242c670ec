import { toNextJsHandler } from 'better-auth/next-js';
import { auth } from '@/server/auth/auth';

// Made when first asked: building the application needs no database.
export async function GET(request: Request): Promise<Response> {
  return toNextJsHandler(auth()).GET(request);
}

export async function POST(request: Request): Promise<Response> {
  return toNextJsHandler(auth()).POST(request);
}
