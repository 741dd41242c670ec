import { isMetricsKey, METRICS_TYPE, metrics } from '@/server/api/metrics';

export const dynamic = 'force-dynamic';

/** Figures for programs that watch, in the text format of Prometheus. Without the key of the installation there is nothing here. */
export async function GET(request: Request): Promise<Response> {
  if (!isMetricsKey(request.headers.get('authorization'))) return new Response(null, { status: 404 });
  return new Response(await metrics(), { headers: { 'content-type': METRICS_TYPE, 'cache-control': 'no-store' } });
}
