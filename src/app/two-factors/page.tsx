import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { cameByTwo, currentPerson } from '@/server/auth/access';
import { passkeysOf } from '@/server/auth/passkeys';
import { factorOf } from '@/server/auth/second-factor';
import { FactorNeeded } from '@/ui/second-factor/FactorNeeded';
import { ownAddress } from '@/app/own-address';
import { say } from '@/words/secondFactor';
import { beginFactorAction, confirmFactorAction } from './actions';

export const generateMetadata = (): Metadata => ({ title: say.secondFactor });

export default async function TwoFactors({ searchParams }: { searchParams: Promise<{ to?: string }> }) {
  const person = await currentPerson();
  const to = ownAddress((await searchParams).to);
  if (!person) redirect(`/sign-in?to=${encodeURIComponent(to)}`);
  const { on, requiredBy, hasPassword } = await factorOf(person);
  if (on || cameByTwo(person)) redirect(to);
  return (
    <FactorNeeded
      {...{ to, requiredBy, hasPassword }}
      hasPasskey={(await passkeysOf(person)).length > 0}
      onBegin={beginFactorAction}
      onConfirm={confirmFactorAction}
    />
  );
}
