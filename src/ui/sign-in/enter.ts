/** Signs somebody in who has just set their password: they are in, or are asked for a code besides, or have to try by themselves. */
export async function enter(email: string, password: string): Promise<'in' | 'asked' | 'out'> {
  const response = await fetch('/api/auth/sign-in/email', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email, password }),
  }).catch(() => undefined);
  if (!response?.ok) return 'out';
  const body = (await response.json().catch(() => ({}))) as { asks?: string };
  return body.asks === 'code' ? 'asked' : 'in';
}

/** Where who is asked for a code gives it. */
export const ASKED = '/sign-in?asks=code';
