import { ready } from '@/server/operations/health';

export const dynamic = 'force-dynamic';

/** Whether the process can take requests. Whoever spreads requests asks this. */
export async function GET(): Promise<Response> {
  const state = await ready();
  return Response.json(state, { status: state.ok ? 200 : 503, headers: { 'cache-control': 'no-store' } });
}
