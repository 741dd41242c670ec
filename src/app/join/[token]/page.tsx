import type { Metadata } from 'next';
import { attempt } from '@/app/act';
import { JoinSchema, type Join } from '@/contract/colleagues';
import type { Result } from '@/core/result';
import { checker } from '@/core/schema';
import { currentPerson } from '@/server/auth/access';
import { joinAs, joinNew, openInvitation } from '@/server/auth/invitations';
import { providerName } from '@/server/auth/provider';
import { AppError } from '@/server/base/errors';
import { JoinForm } from '@/ui/sign-in/JoinForm';
import { Sheet } from '@/ui/sign-in/Sheet';
import { say } from '@/words/colleagues';
import { say as refusals } from '@/words/refusals';

// The address is a secret: no search engine is to keep it, and no other page is to learn it.
export const generateMetadata = (): Metadata => ({
  title: say.join,
  robots: { index: false, follow: false },
  referrer: 'no-referrer',
});

const checkJoin = checker(JoinSchema);

export default async function JoinStore({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const invitation = await openInvitation(token);
  if (!invitation) {
    return (
      <Sheet title={say.invitationNotOpen}>
        <p className="mt-2 text-sm">{refusals.invitationIsOver}</p>
      </Sheet>
    );
  }
  const person = await currentPerson();

  async function onJoin(input: Join): Promise<Result<{ storeId: string; email: string }>> {
    'use server';
    return attempt('join', () => {
      const checked = checkJoin(input);
      if (!checked.ok) throw new AppError('invalid', refusals.thisCannotBeDoneLike, checked.problems);
      return joinNew(token, checked.value);
    });
  }
  async function onJoinAs(): Promise<Result<{ storeId: string }>> {
    'use server';
    return attempt('join', async () => {
      const own = await currentPerson();
      if (!own) throw new AppError('signed-out', refusals.youAreSignedOutSign);
      return joinAs(own, token);
    });
  }
  return (
    <JoinForm
      invitation={invitation}
      path={`/join/${token}`}
      isThem={person?.email.toLowerCase() === invitation.email.toLowerCase()}
      provider={providerName()}
      onJoin={onJoin}
      onJoinAs={onJoinAs}
    />
  );
}
