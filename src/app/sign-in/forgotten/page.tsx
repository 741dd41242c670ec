import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { after } from 'next/server';
import { attempt } from '@/app/act';
import type { Result } from '@/core/result';
import { askForPassword } from '@/server/features/colleagues/forgotten';
import { log } from '@/server/base/log';
import { ADDRESS_HEADER } from '@/server/net/addresses';
import { ForgottenForm } from '@/ui/sign-in/PasswordForms';
import { say } from '@/words/colleagues';

export const generateMetadata = (): Metadata => ({ title: say.forgottenTitle });

export default function Forgotten() {
  async function onAsk(email: string): Promise<Result<null>> {
    'use server';
    const from = (await headers()).get(ADDRESS_HEADER) ?? 'unknown';
    return attempt('forgotten password', async () => {
      const { work } = await askForPassword(String(email).slice(0, 254), from);
      after(() =>
        work().catch((error: unknown) => log.warn({ err: error }, 'a link for a new password was not mailed')),
      );
      return null;
    });
  }
  return <ForgottenForm onAsk={onAsk} />;
}
