/** Signs somebody in who has just set their password. True when they are in. */
export async function enter(email: string, password: string): Promise<boolean> {
  const response = await fetch('/api/auth/sign-in/email', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email, password }),
  }).catch(() => undefined);
  return response?.ok === true;
}
