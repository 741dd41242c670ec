'use client';
/** Taking part in a store by an invitation: as who signs in already, or with a name and a password from now on. */
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { Join, OpenInvitation } from '@/contract/colleagues';
import { ROLE_WORDS } from '@/contract/policy';
import type { Failure, Result } from '@/core/result';
import Link from '../parts/Link';
import { Trouble } from '../parts/Page';
import { answered } from '../parts/result';
import { TextField } from '../stores/StoreFields';
import { ProviderButton } from './ProviderButton';
import { Sheet } from './Sheet';
import { enter } from './enter';
import { say } from '@/words/colleagues';
import { say as through } from '@/words/provider';

export interface JoinProps {
  invitation: OpenInvitation;
  /** Where this page is. */
  path: string;
  /** Whoever is signed in is who was invited. */
  isThem: boolean;
  /** What people call the provider through which one can sign in. */
  provider: string | undefined;
  onJoin: (input: Join) => Promise<Result<{ storeId: string; email: string }>>;
  onJoinAs: () => Promise<Result<{ storeId: string }>>;
}

export function JoinForm(props: JoinProps) {
  const { path, isThem, provider, onJoin, onJoinAs } = props;
  const { store, email, role, by, known } = props.invitation;
  const router = useRouter();
  const [form, setForm] = useState({ name: '', password: '' });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = known ? await answered(onJoinAs()) : await answered(onJoin(form));
    if (!result.ok) {
      setFailure(result.error);
      setBusy(false);
      return;
    }
    const inside = known || (await enter(email, form.password)) === 'in';
    router.replace(inside ? `/s/${result.value.storeId}/today` : '/sign-in');
    router.refresh();
  };
  const fields = { form, failure, onChange: setForm };
  return (
    <Sheet title={say.joinStore({ store: store.name })}>
      <p className="mt-1 mb-5 text-sm text-slate">
        {say.joinNote({ by, email, store: store.name, role: ROLE_WORDS[role] })}
      </p>
      {known && !isThem ? (
        <>
          <p className="mb-4 text-sm">{say.knownHere({ email })}</p>
          <Link href={`/sign-in?to=${encodeURIComponent(path)}`} className="btn btn-main">
            {say.signInFirst}
          </Link>
        </>
      ) : (
        <form noValidate onSubmit={(e) => void submit(e)} className="flex flex-col gap-4">
          {!known && (
            <>
              <TextField {...fields} name="name" label={say.yourName} autoComplete="name" />
              <TextField
                {...fields}
                name="password"
                label={say.password}
                type="password"
                hint={say.atLeast10}
                autoComplete="new-password"
              />
            </>
          )}
          {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
          <button type="submit" className="btn btn-main justify-center" disabled={busy}>
            {say.join}
          </button>
        </form>
      )}
      {provider && !isThem && (
        <div className="mt-4 flex flex-col gap-2 border-t border-rule pt-4 text-sm">
          <ProviderButton
            {...{ provider, to: path }}
            label={known ? through.signIn({ provider }) : through.orThrough({ provider })}
          />
          <p className="text-slate">{through.joinAs({ email })}</p>
        </div>
      )}
    </Sheet>
  );
}
