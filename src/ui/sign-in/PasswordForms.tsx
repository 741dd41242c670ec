'use client';
/** A forgotten password: asking for a link, and setting a new one by it. */
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { SetPassword } from '@/contract/colleagues';
import type { Failure, Result } from '@/core/result';
import Link from '../parts/Link';
import { Trouble } from '../parts/Page';
import { answered } from '../parts/result';
import { TextField } from '../stores/StoreFields';
import { ASKED, enter } from './enter';
import { Sheet } from './Sheet';
import { say } from '@/words/colleagues';

export function ForgottenForm({ onAsk }: { onAsk: (email: string) => Promise<Result<null>> }) {
  const [form, setForm] = useState({ email: '' });
  const [failure, setFailure] = useState<Failure>();
  const [asked, setAsked] = useState('');
  const [busy, setBusy] = useState(false);
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(onAsk(form.email));
    setBusy(false);
    setFailure(result.ok ? undefined : result.error);
    if (result.ok) setAsked(form.email.trim());
  };
  return (
    <Sheet title={say.forgottenTitle}>
      {asked ? (
        <p role="status" className="mt-2 mb-5 text-sm">
          {say.linkIsOnItsWay({ email: asked })}
        </p>
      ) : (
        <form noValidate onSubmit={(e) => void submit(e)} className="mb-5 flex flex-col gap-4">
          <p className="mt-1 text-sm text-slate">{say.forgottenNote}</p>
          <TextField
            {...{ form, failure, onChange: setForm }}
            name="email"
            type="email"
            label={say.theirAddress}
            autoComplete="username"
          />
          {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
          <button type="submit" className="btn btn-main justify-center" disabled={busy || form.email === ''}>
            {say.sendTheLink}
          </button>
        </form>
      )}
      <Link href="/sign-in" className="link text-sm">
        {say.backToSignIn}
      </Link>
    </Sheet>
  );
}

export function NewPasswordForm({
  email,
  onSet,
}: {
  email: string;
  onSet: (input: SetPassword) => Promise<Result<{ email: string }>>;
}) {
  const router = useRouter();
  const [form, setForm] = useState({ password: '' });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(onSet(form));
    if (!result.ok) {
      setFailure(result.error);
      setBusy(false);
      return;
    }
    router.replace((await enter(result.value.email, form.password)) === 'asked' ? ASKED : '/');
    router.refresh();
  };
  return (
    <Sheet title={say.forgottenTitle}>
      <form noValidate onSubmit={(e) => void submit(e)} className="flex flex-col gap-4">
        <p className="mt-1 text-sm text-slate">{say.newPasswordFor({ email })}</p>
        <TextField
          {...{ form, failure, onChange: setForm }}
          name="password"
          type="password"
          label={say.newPassword}
          hint={say.atLeast10}
          autoComplete="new-password"
        />
        {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
        <button type="submit" className="btn btn-main justify-center" disabled={busy || form.password === ''}>
          {say.setNewPassword}
        </button>
      </form>
    </Sheet>
  );
}
