/** Signs whoever is here out. */
export const signOut = async (): Promise<void> => {
  await fetch('/api/auth/sign-out', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' });
};
