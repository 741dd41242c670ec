import type { Metadata } from 'next';
import { attempt } from '@/app/act';
import { SetPasswordSchema, type SetPassword } from '@/contract/colleagues';
import type { Result } from '@/core/result';
import { checker } from '@/core/schema';
import { passwordLinkFor, setForgottenPassword } from '@/server/features/colleagues/forgotten';
import { AppError } from '@/server/base/errors';
import Link from '@/ui/parts/Link';
import { NewPasswordForm } from '@/ui/sign-in/PasswordForms';
import { Sheet } from '@/ui/sign-in/Sheet';
import { say } from '@/words/colleagues';
import { say as refusals } from '@/words/refusals';

export const generateMetadata = (): Metadata => ({
  title: say.forgottenTitle,
  robots: { index: false, follow: false },
  referrer: 'no-referrer',
});

const checkPassword = checker(SetPasswordSchema);

export default async function NewPassword({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const found = await passwordLinkFor(token);
  if (!found) {
    return (
      <Sheet title={say.passwordLinkNotOpen}>
        <p className="mt-2 mb-5 text-sm">{refusals.passwordLinkIsOver}</p>
        <Link href="/sign-in/forgotten" className="link text-sm">
          {say.forgotten}
        </Link>
      </Sheet>
    );
  }
  async function onSet(input: SetPassword): Promise<Result<{ email: string }>> {
    'use server';
    return attempt('new password', () => {
      const checked = checkPassword(input);
      if (!checked.ok) throw new AppError('invalid', refusals.thisCannotBeDoneLike, checked.problems);
      return setForgottenPassword(token, checked.value);
    });
  }
  return <NewPasswordForm email={found.email} onSet={onSet} />;
}
