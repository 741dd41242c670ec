import { health } from '@/server/operations/health';

export const dynamic = 'force-dynamic';

export async function GET(): Promise<Response> {
  const state = await health();
  return Response.json(state, { status: state.ok ? 200 : 503, headers: { 'cache-control': 'no-store' } });
}
