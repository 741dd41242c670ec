import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { currentPerson, storesOf } from '@/server/auth/access';
import { needsSetUp } from '@/server/features/stores/stores';
import { SignInForm } from '@/ui/sign-in/SignInForm';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.signIn });

export default async function SignIn({ searchParams }: { searchParams: Promise<{ to?: string }> }) {
  const { to } = await searchParams;
  // Only a path of our own: a full address here could lead elsewhere after signing in.
  const target = to && /^\/(s\/[\w-]+|join\/[\w-]{43}$)/.test(to) ? to : '/';
  if (await needsSetUp()) redirect('/set-up');
  const person = await currentPerson();
  // Whoever was invited under another address than they are signed in with signs in anew.
  if (person && !target.startsWith('/join/') && (await storesOf(person)).length > 0) redirect(target);
  return <SignInForm to={target} />;
}
