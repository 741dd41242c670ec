'use client';
/** The second step of signing in: a code from the program on one's phone, or a recovery code. */
import { useState, type FormEvent } from 'react';
import { TRUSTED_DAYS } from '@/contract/second-factor';
import { Check } from '../parts/Check';
import { Field } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { chosenBefore } from '../parts/language';
import { Sheet } from './Sheet';
import { say } from '@/words/secondFactor';
import { say as signIn } from '@/words/signIn';

export function CodeForm({
  onIn,
  onOver,
}: {
  onIn: (language: string | undefined) => void;
  /** The password has to be given again, and why. */
  onOver: (why?: string) => void;
}) {
  const [code, setCode] = useState('');
  const [recovery, setRecovery] = useState(false);
  const [trust, setTrust] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const give = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    setTrouble(undefined);
    const response = await fetch('/api/auth/sign-in/code', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ code, recovery, trust, language: chosenBefore() }),
    }).catch(() => undefined);
    const body = (await response?.json().catch(() => ({}))) as { language?: string; message?: string } | undefined;
    if (response?.ok) return onIn(body?.language);
    if (response?.status === 410) return onOver(body?.message);
    setBusy(false);
    setTrouble(response ? (body?.message ?? signIn.signingInDidNotWork) : signIn.libellusDoesNotAnswerLook);
  };
  return (
    <Sheet title={say.enterTheCode}>
      <form noValidate onSubmit={(e) => void give(e)} className="mt-4 flex flex-col gap-4">
        <Field
          key={String(recovery)}
          label={recovery ? say.recoveryCode : say.code}
          hint={recovery ? say.recoveryHint : say.fromYourProgram}
        >
          {(ids) => (
            <input
              {...ids}
              className="input font-mono tracking-widest"
              inputMode={recovery ? 'text' : 'numeric'}
              autoComplete={recovery ? 'off' : 'one-time-code'}
              autoCapitalize="off"
              spellCheck={false}
              maxLength={40}
              autoFocus
              value={code}
              onChange={(e) => setCode(e.target.value)}
            />
          )}
        </Field>
        <Check label={say.trustBrowser({ days: TRUSTED_DAYS })} on={trust} onChange={setTrust} />
        {trouble && <Trouble>{trouble}</Trouble>}
        <button type="submit" className="btn btn-main justify-center" disabled={busy || code.trim() === ''}>
          {busy ? signIn.signingIn : signIn.signIn}
        </button>
        <div className="flex flex-col items-start gap-1 text-sm">
          <button
            type="button"
            className="link inline-flex min-h-6 items-center"
            onClick={() => {
              setRecovery(!recovery);
              setCode('');
              setTrouble(undefined);
            }}
          >
            {recovery ? say.takeProgram : say.takeRecoveryCode}
          </button>
          <button type="button" className="link inline-flex min-h-6 items-center" onClick={() => onOver()}>
            {say.otherAccount}
          </button>
        </div>
        <p className="text-xs text-slate">{say.lostBoth}</p>
      </form>
    </Sheet>
  );
}
