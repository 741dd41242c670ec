'use client';
/** What somebody sees who comes into a store that asks for a second factor, and has none yet. */
import { listed } from '@/words/speak';
import { say as passkeys } from '@/words/passkeys';
import { say } from '@/words/secondFactor';
import { SetUpFactor, type SetUpDeeds } from './SetUpFactor';
import { PasskeyButton } from '../sign-in/PasskeyButton';
import { Sheet } from '../sign-in/Sheet';
import { signOut } from '../sign-in/leave';

export function FactorNeeded({
  to,
  requiredBy,
  hasPasskey,
  ...deeds
}: SetUpDeeds & { to: string; requiredBy: string[]; hasPassword: boolean; hasPasskey: boolean }) {
  const goOn = (): void => window.location.assign(to);
  return (
    <Sheet title={requiredBy.length > 0 ? say.needed : say.setUpTitle}>
      <div className="mt-2 mb-5 flex flex-col gap-2 text-sm">
        {requiredBy.length > 0 && <p>{say.neededBy({ stores: listed(requiredBy) })}</p>}
        <p className="text-slate">{say.whatItIs}</p>
      </div>
      {hasPasskey && (
        <div className="mb-5 flex flex-col gap-2 text-sm">
          <p>{passkeys.orUseYours}</p>
          <PasskeyButton onIn={goOn} />
        </div>
      )}
      <SetUpFactor {...deeds} onDone={goOn} />
      <button
        type="button"
        className="link mt-5 inline-flex min-h-6 items-center text-sm"
        onClick={() => void signOut().then(() => window.location.assign('/sign-in'))}
      >
        {say.signOut}
      </button>
    </Sheet>
  );
}
