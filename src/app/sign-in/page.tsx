import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { ownAddress } from '@/app/own-address';
import { currentPerson, storesOf } from '@/server/auth/access';
import { providerName } from '@/server/auth/provider';
import { needsSetUp } from '@/server/features/stores/stores';
import { providerTrouble } from '@/ui/sign-in/providerTrouble';
import { SignInForm } from '@/ui/sign-in/SignInForm';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.signIn });

export default async function SignIn({
  searchParams,
}: {
  searchParams: Promise<{ to?: string; asks?: string; error?: string }>;
}) {
  const { to, asks, error } = await searchParams;
  const target = ownAddress(to);
  if (await needsSetUp()) redirect('/set-up');
  const person = await currentPerson();
  // Whoever was invited under another address than they are signed in with signs in anew.
  if (person && !target.startsWith('/join/') && (await storesOf(person)).length > 0) redirect(target);
  const provider = providerName();
  return (
    <SignInForm to={target} asks={asks === 'code'} {...{ provider }} wasNotIn={providerTrouble(error, provider)} />
  );
}
