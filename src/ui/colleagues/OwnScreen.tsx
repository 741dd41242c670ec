'use client';
/** One's own page: name, password, second factor, what one is told by mail, and where one is signed in. */
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import type { NewPassword, OwnName, OwnPage, OwnSession } from '@/contract/colleagues';
import { ROLE_WORDS } from '@/contract/policy';
import type { Failure, Result } from '@/core/result';
import type { FactorState } from '@/contract/second-factor';
import type { ChooseAlert } from '@/contract/alerts';
import type { OwnPasskey } from '@/contract/passkeys';
import { FactorPart, type FactorDeeds } from '../second-factor/FactorPart';
import { PasskeysPart, type PasskeyDeeds } from '../second-factor/PasskeysPart';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { Page, PanelTitle, Trouble } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { TextField } from '../stores/StoreFields';
import { AlertsPart } from './AlertsPart';
import { say } from '@/words/colleagues';
import { say as through } from '@/words/provider';
import { say as signIn } from '@/words/signIn';
import { say as passkeys } from '@/words/passkeys';

export interface OwnProps extends OwnPage, FactorDeeds, PasskeyDeeds {
  factor: FactorState;
  passkeys: OwnPasskey[];
  zone: string;
  onName: (input: OwnName) => Promise<Result<null>>;
  onPassword: (input: NewPassword) => Promise<Result<null>>;
  onEnd: (id: string) => Promise<Result<null>>;
  onAlert: (input: ChooseAlert) => Promise<Result<null>>;
}

export function OwnScreen(props: OwnProps) {
  const { stores, sessions } = props;
  return (
    <Page title={say.yourPage} note={props.email}>
      <div className="grid items-start gap-x-10 gap-y-6 px-5 py-4 lg:grid-cols-2">
        <div className="flex flex-col gap-6">
          <NamePart {...props} />
          <FactorPart {...props} />
          <PasskeysPart {...props} browser={sessions.find((s) => s.here)?.browser ?? ''} />
          <section aria-label={say.whereSignedIn}>
            <PanelTitle>{say.whereSignedIn}</PanelTitle>
            <ul className="mt-1 text-sm">
              {sessions.map((s) => (
                <Session key={s.id} {...props} session={s} />
              ))}
            </ul>
          </section>
        </div>
        <div className="flex flex-col gap-6">
          {props.hasPassword && <PasswordPart {...props} />}
          {!props.hasPassword && props.provider && (
            <section aria-label={signIn.password} className="flex flex-col gap-2 text-sm">
              <PanelTitle>{signIn.password}</PanelTitle>
              <p>{through.yours({ provider: props.provider.name })}</p>
            </section>
          )}
          <AlertsPart {...props} />
          <section aria-label={say.yourStores}>
            <PanelTitle>{say.yourStores}</PanelTitle>
            <ul className="mt-1 text-sm">
              {stores.map((s) => (
                <li key={s.id} className="border-b border-rule py-2">
                  <Link href={`/s/${s.id}/today`} className="link">
                    {s.name}
                  </Link>
                  <span className="text-slate"> · {ROLE_WORDS[s.role]}</span>
                </li>
              ))}
            </ul>
          </section>
        </div>
      </div>
    </Page>
  );
}

function NamePart({ name, onName }: OwnProps) {
  const [form, setForm] = useState({ name });
  const [failure, setFailure] = useState<Failure>();
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    const result = await answered(onName({ name: form.name }));
    setFailure(result.ok ? undefined : result.error);
    if (result.ok) toast.success(say.nameIsSaved({ name: form.name.trim() }));
  };
  return (
    <form aria-label={say.howYouAreCalled} noValidate onSubmit={(e) => void submit(e)} className="flex flex-col gap-3">
      <PanelTitle>{say.howYouAreCalled}</PanelTitle>
      <TextField
        {...{ form, failure, onChange: setForm }}
        name="name"
        label={say.yourName}
        hint={say.nameHint}
        autoComplete="name"
      />
      {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
      <div>
        <button type="submit" className="btn" disabled={form.name.trim() === name}>
          {say.saveName}
        </button>
      </div>
    </form>
  );
}

const NO_PASSWORD = { before: '', password: '' };

function PasswordPart({ provider, passkeys, onPassword }: OwnProps) {
  const [form, setForm] = useState(NO_PASSWORD);
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(onPassword(form));
    setBusy(false);
    setFailure(result.ok ? undefined : result.error);
    if (!result.ok) return;
    setForm(NO_PASSWORD);
    toast.success(say.passwordIsChanged);
  };
  const fields = { form, failure, onChange: setForm, type: 'password' };
  return (
    <form aria-label={say.changePassword} noValidate onSubmit={(e) => void submit(e)} className="flex flex-col gap-3">
      <PanelTitle>{say.changePassword}</PanelTitle>
      <TextField {...fields} name="before" label={say.passwordOfNow} autoComplete="current-password" />
      <TextField
        {...fields}
        name="password"
        label={say.newPassword}
        hint={passkeys.length > 0 ? say.passwordHintPasskeys : say.passwordHint}
        autoComplete="new-password"
      />
      {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
      {provider?.linked && <p className="text-sm text-slate">{through.isLinked({ provider: provider.name })}</p>}
      <div>
        <button type="submit" className="btn" disabled={busy || form.before === '' || form.password === ''}>
          {say.changePassword}
        </button>
      </div>
    </form>
  );
}

function Session({
  provider,
  session: { id, here, since, lastAt, browser, network, by },
  zone,
  onEnd,
}: OwnProps & { session: OwnSession }) {
  const named = browser || say.unknownBrowser;
  return (
    <li className="flex items-center gap-3 border-b border-rule py-2">
      <div className="min-w-0 flex-1">
        <span className="font-semibold">{named}</span>
        {here && <span className="text-slate"> · {say.thisBrowser}</span>}
        {by === 'provider' && provider && (
          <span className="text-slate"> · {through.by({ provider: provider.name })}</span>
        )}
        {by === 'passkey' && <span className="text-slate"> · {passkeys.byPasskey}</span>}
        <span className="block text-xs text-slate">
          {network && <bdi>{network}, </bdi>}
          {say.sinceDay} <Time at={since} zone={zone} />, {say.lastActive} <Time at={lastAt} zone={zone} />
        </span>
      </div>
      {!here && (
        <button
          type="button"
          className="btn btn-quiet"
          aria-label={say.endSessionIn({ browser: named })}
          onClick={() =>
            void answered(onEnd(id)).then((result) => {
              if (valueOrToast(result) !== undefined) toast.success(say.sessionEnded);
            })
          }
        >
          {say.endSession}
        </button>
      )}
    </li>
  );
}
