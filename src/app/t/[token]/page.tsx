import { redirect } from 'next/navigation';
import { linkAccess } from '@/server/auth/links';

export default async function Link({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const found = await linkAccess(token);
  // A link that is not open says so where it stands.
  if (found) redirect(`/t/${token}/languages/${found.language}`);
  return null;
}
