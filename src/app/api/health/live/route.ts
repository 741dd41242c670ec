export const dynamic = 'force-dynamic';

/** That the process answers. Whoever restarts processes asks this: a database that is away is no reason to. */
export function GET(): Response {
  return Response.json({ ok: true }, { headers: { 'cache-control': 'no-store' } });
}
