'use client';
/** One's second factor on one's own page: how it stands, set up, recovery codes anew, turned off. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { FactorState, OwnPassword } from '@/contract/second-factor';
import type { Result } from '@/core/result';
import { Dialog } from '../parts/Dialog';
import { Mark } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import { RecoveryCodes } from './RecoveryCodes';
import { PasswordFirst, SetUpFactor, type SetUpDeeds } from './SetUpFactor';
import { say as through } from '@/words/provider';
import { say } from '@/words/secondFactor';
import { listed } from '@/words/speak';

export interface FactorDeeds extends SetUpDeeds {
  onRenew: (input: OwnPassword) => Promise<Result<string[]>>;
  onEndFactor: (input: OwnPassword) => Promise<Result<null>>;
}

export function FactorPart({
  factor,
  provider,
  ...deeds
}: FactorDeeds & { factor: FactorState; provider?: { name: string } | undefined }) {
  const { on, codesLeft, requiredBy, hasPassword } = factor;
  const router = useRouter();
  const [asking, setAsking] = useState<'set-up' | 'renew' | 'end'>();
  const close = (): void => {
    setAsking(undefined);
    router.refresh();
  };
  return (
    <section aria-label={say.secondFactor} className="flex flex-col gap-2 text-sm">
      <PanelTitle>{say.secondFactor}</PanelTitle>
      <p className="flex items-baseline gap-1.5">
        <Mark tone={on ? 'good' : 'quiet'} size={12} />
        <span>
          {on ? say.isOn : hasPassword || !provider ? say.isOff : through.noPasswordOff({ provider: provider.name })}
        </span>
      </p>
      {!on && <p className="text-slate">{say.whatItIs}</p>}
      {on && <p className={codesLeft === 0 ? 'text-madder' : 'text-slate'}>{say.codesLeft({ n: codesLeft })}</p>}
      {requiredBy.length > 0 && <p className="text-slate">{say.askedByStores({ stores: listed(requiredBy) })}</p>}
      <div className="flex flex-wrap gap-2">
        {!on && (
          <button type="button" className="btn" onClick={() => setAsking('set-up')}>
            {say.setUp}
          </button>
        )}
        {on && (
          <button type="button" className="btn" onClick={() => setAsking('renew')}>
            {say.makeNewCodes}
          </button>
        )}
        {on && requiredBy.length === 0 && (
          <button type="button" className="btn" onClick={() => setAsking('end')}>
            {say.turnOff}
          </button>
        )}
      </div>
      {asking === 'set-up' && (
        <Dialog open title={say.setUpTitle} onClose={close}>
          <SetUpFactor {...deeds} {...{ hasPassword }} onDone={close} />
        </Dialog>
      )}
      {asking === 'renew' && (
        <Dialog open title={say.newCodesTitle} onClose={close}>
          <Renew {...{ hasPassword }} onRenew={deeds.onRenew} />
        </Dialog>
      )}
      {asking === 'end' && (
        <Dialog open title={say.turnOffTitle} onClose={close}>
          <div className="flex flex-col gap-4 text-sm">
            <p>{say.turnOffNote}</p>
            <PasswordFirst
              {...{ hasPassword }}
              label={say.turnItOff}
              onDo={deeds.onEndFactor}
              onDone={() => {
                toast.success(say.isOffNow);
                close();
              }}
            />
          </div>
        </Dialog>
      )}
    </section>
  );
}

function Renew({ hasPassword, onRenew }: Pick<FactorDeeds, 'onRenew'> & { hasPassword: boolean }) {
  const [codes, setCodes] = useState<string[]>();
  if (codes) return <RecoveryCodes title={say.newCodesMade} note={say.keepCodesNote} codes={codes} />;
  return (
    <div className="flex flex-col gap-4 text-sm">
      <p>{say.newCodesNote}</p>
      <PasswordFirst {...{ hasPassword }} label={say.makeThem} onDo={onRenew} onDone={setCodes} />
    </div>
  );
}
