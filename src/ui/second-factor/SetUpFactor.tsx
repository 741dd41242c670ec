'use client';
/** Setting up a second factor: the password, then the key as a picture, recovery codes, and a code that shows that it works. */
import { useId, useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import type { FactorBegun, FactorCode, OwnPassword } from '@/contract/second-factor';
import type { Failure, Result } from '@/core/result';
import { Check } from '../parts/Check';
import { Field } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import { TextField } from '../stores/StoreFields';
import { RecoveryCodes } from './RecoveryCodes';
import { say } from '@/words/secondFactor';

export interface SetUpDeeds {
  onBegin: (input: OwnPassword) => Promise<Result<FactorBegun>>;
  onConfirm: (input: FactorCode) => Promise<Result<null>>;
}

export function SetUpFactor({
  hasPassword,
  onBegin,
  onConfirm,
  onDone,
}: SetUpDeeds & { hasPassword: boolean; onDone: () => void }) {
  const [begun, setBegun] = useState<FactorBegun>();
  return begun ? (
    <Confirm begun={begun} onConfirm={onConfirm} onDone={onDone} />
  ) : (
    <PasswordFirst {...{ hasPassword }} onDo={onBegin} onDone={setBegun} />
  );
}

/** Asks for the password before something that it guards. Who has none goes on at once, if they signed in just now. */
export function PasswordFirst<T>({
  label = say.goOn,
  hasPassword,
  onDo,
  onDone,
}: {
  label?: string;
  hasPassword: boolean;
  onDo: (input: OwnPassword) => Promise<Result<T>>;
  onDone: (value: T) => void;
}) {
  const [form, setForm] = useState({ password: '' });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(onDo(hasPassword ? form : {}));
    setBusy(false);
    setFailure(result.ok ? undefined : result.error);
    if (result.ok) onDone(result.value);
  };
  return (
    <form noValidate onSubmit={(e) => void submit(e)} className="flex flex-col gap-4">
      {hasPassword && (
        <TextField
          {...{ form, failure, onChange: setForm }}
          name="password"
          type="password"
          label={say.yourPassword}
          autoComplete="current-password"
        />
      )}
      {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
      <div>
        <button type="submit" className="btn btn-main" disabled={busy || (hasPassword && form.password === '')}>
          {label}
        </button>
      </div>
    </form>
  );
}

function Confirm({
  begun: { key, picture, recoveryCodes },
  onConfirm,
  onDone,
}: {
  begun: FactorBegun;
  onConfirm: SetUpDeeds['onConfirm'];
  onDone: () => void;
}) {
  const [code, setCode] = useState('');
  const [kept, setKept] = useState(false);
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const scan = useId();
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(onConfirm({ code }));
    setBusy(false);
    setFailure(result.ok ? undefined : result.error);
    if (!result.ok) return;
    toast.success(say.isOnNow);
    onDone();
  };
  return (
    <form noValidate onSubmit={(e) => void submit(e)} className="flex flex-col gap-5 text-sm">
      <section aria-labelledby={scan} className="flex flex-col gap-2">
        <h3 id={scan} className="font-semibold">
          {say.scan}
        </h3>
        {/* A QR code is read from dark on light, whatever the theme. */}
        <img src={picture} alt={say.pictureOfKey} width={160} height={160} className="self-start bg-white" />
        <p>
          {say.orType} <span className="block font-mono select-all">{key}</span>
        </p>
      </section>
      <RecoveryCodes title={say.keepCodes} note={say.keepCodesNote} codes={recoveryCodes} />
      <Check label={say.iHaveThem} on={kept} onChange={setKept} />
      <section className="flex flex-col gap-2">
        <h3 className="font-semibold">{say.enterCode}</h3>
        <Field label={say.code} problem={problemAt(failure, '/code')}>
          {(ids) => (
            <input
              {...ids}
              className="input w-40 font-mono tracking-widest"
              inputMode="numeric"
              autoComplete="one-time-code"
              maxLength={10}
              value={code}
              onChange={(e) => setCode(e.target.value)}
            />
          )}
        </Field>
        {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
        <div>
          <button type="submit" className="btn btn-main" disabled={busy || !kept || code.trim() === ''}>
            {say.turnOn}
          </button>
        </div>
      </section>
    </form>
  );
}
