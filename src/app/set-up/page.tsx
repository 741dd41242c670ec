import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { attempt } from '@/app/act';
import type { Result } from '@/core/result';
import { SHIPPED_LANGUAGES } from '@/core/shipped';
import { ADDRESS_HEADER } from '@/server/net/addresses';
import { needsSetUp, setUpFirst } from '@/server/features/stores/stores';
import { SetUpForm } from '@/ui/sign-in/SetUpForm';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.setUp });

export default async function SetUp() {
  if (!(await needsSetUp())) redirect('/sign-in');

  async function onSetUp(input: unknown): Promise<Result<{ storeId: string }>> {
    'use server';
    const from = (await headers()).get(ADDRESS_HEADER) ?? 'unknown';
    return attempt('set-up', () => setUpFirst(input, from));
  }

  return (
    <SetUpForm
      languages={SHIPPED_LANGUAGES}
      currencies={Intl.supportedValuesOf('currency')}
      timeZones={Intl.supportedValuesOf('timeZone')}
      onSetUp={onSetUp}
    />
  );
}
