'use client';
/** One's passkeys on one's own page: listed, added, renamed, removed. */
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import type { PublicKeyCredentialCreationOptionsJSON } from '@simplewebauthn/browser';
import type { AddPasskey, OwnPasskey, RemovePasskey, RenamePasskey } from '@/contract/passkeys';
import type { OwnPassword } from '@/contract/second-factor';
import type { Failure, Result } from '@/core/result';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Time } from '../parts/format';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered } from '../parts/result';
import { usePasskeyObstacle } from '../sign-in/PasskeyButton';
import { makePasskey } from '../sign-in/passkeys';
import { TextField } from '../stores/StoreFields';
import { PasswordFirst } from './SetUpFactor';
import { say } from '@/words/passkeys';

export interface PasskeyDeeds {
  onBeginPasskey: (input: OwnPassword) => Promise<Result<PublicKeyCredentialCreationOptionsJSON>>;
  onAddPasskey: (input: AddPasskey) => Promise<Result<null>>;
  onRenamePasskey: (input: RenamePasskey) => Promise<Result<null>>;
  onRemovePasskey: (input: RemovePasskey) => Promise<Result<null>>;
}

interface Props extends PasskeyDeeds {
  passkeys: OwnPasskey[];
  hasPassword: boolean;
  zone: string;
  /** What this browser is called, as a name to begin with. */
  browser: string;
}

type Asking = { what: 'add' } | { what: 'rename' | 'remove'; passkey: OwnPasskey };

export function PasskeysPart(props: Props) {
  const { passkeys, zone } = props;
  const router = useRouter();
  const obstacle = usePasskeyObstacle();
  const [asking, setAsking] = useState<Asking>();
  const close = (): void => setAsking(undefined);
  const done = (said: string): void => {
    toast.success(said);
    close();
    router.refresh();
  };
  return (
    <section aria-label={say.passkeys} className="flex flex-col gap-2 text-sm">
      <PanelTitle>{say.passkeys}</PanelTitle>
      <p className="text-slate">{say.whatTheyAre}</p>
      {passkeys.length === 0 && <p>{say.none}</p>}
      <ul>
        {passkeys.map((passkey) => (
          <Row key={passkey.id} {...{ passkey, zone }} onAsk={(what) => setAsking({ what, passkey })} />
        ))}
      </ul>
      {obstacle ? (
        <p className="text-slate">{obstacle}</p>
      ) : (
        <div>
          <button type="button" className="btn" onClick={() => setAsking({ what: 'add' })}>
            {say.add}
          </button>
        </div>
      )}
      {asking?.what === 'add' && (
        <Dialog open title={say.addTitle} onClose={close}>
          <Add {...props} onDone={(name) => done(say.isAdded({ name }))} />
        </Dialog>
      )}
      {asking?.what === 'rename' && (
        <Rename
          {...props}
          passkey={asking.passkey}
          onClose={close}
          onDone={() => {
            close();
            router.refresh();
          }}
        />
      )}
      {asking?.what === 'remove' && (
        <Dialog open title={say.removeTitle({ name: asking.passkey.name })} onClose={close}>
          <Remove {...props} passkey={asking.passkey} onDone={done} />
        </Dialog>
      )}
    </section>
  );
}

function Row({
  passkey: { name, madeAt, usedAt },
  zone,
  onAsk,
}: {
  passkey: OwnPasskey;
  zone: string;
  onAsk: (what: 'rename' | 'remove') => void;
}) {
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-2">
      <div className="min-w-40 flex-1">
        <span className="font-semibold">{name}</span>
        <span className="block text-xs text-slate">
          {say.madeOn} <Time at={madeAt} zone={zone} />,{' '}
          {usedAt ? (
            <>
              {say.lastUsed} <Time at={usedAt} zone={zone} />
            </>
          ) : (
            say.neverUsed
          )}
        </span>
      </div>
      <button
        type="button"
        className="btn btn-quiet"
        aria-label={say.renameOf({ name })}
        onClick={() => onAsk('rename')}
      >
        {say.rename}
      </button>
      <button
        type="button"
        className="btn btn-quiet"
        aria-label={say.removeOf({ name })}
        onClick={() => onAsk('remove')}
      >
        {say.remove}
      </button>
    </li>
  );
}

/** First the proof that it is oneself, then a name, then the browser. */
function Add({
  hasPassword,
  browser,
  onBeginPasskey,
  onAddPasskey,
  onDone,
}: Props & { onDone: (name: string) => void }) {
  const [options, setOptions] = useState<PublicKeyCredentialCreationOptionsJSON>();
  const [form, setForm] = useState({ name: browser });
  const [failure, setFailure] = useState<Failure>();
  const [trouble, setTrouble] = useState<string>();
  const [busy, setBusy] = useState(false);
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    if (!options) return;
    setBusy(true);
    setTrouble(undefined);
    setFailure(undefined);
    const made = await makePasskey(options);
    if (!made.ok) {
      setBusy(false);
      return setTrouble(made.why);
    }
    const result = await answered(onAddPasskey({ name: form.name, made: made.value }));
    setBusy(false);
    if (result.ok) return onDone(form.name.trim());
    setFailure(result.error);
    // Its challenge is used up.
    if (result.error.problems.length === 0) setOptions(undefined);
  };
  return (
    <div className="flex flex-col gap-4 text-sm">
      {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
      {!options && <PasswordFirst {...{ hasPassword }} onDo={onBeginPasskey} onDone={setOptions} />}
      {options && (
        <form noValidate onSubmit={(e) => void submit(e)} className="flex flex-col gap-4">
          <TextField {...{ form, failure, onChange: setForm }} name="name" label={say.name} hint={say.nameHint} />
          <p className="text-slate">{say.addNote}</p>
          {trouble && <Trouble>{trouble}</Trouble>}
          <div>
            <button type="submit" className="btn btn-main" disabled={busy || form.name.trim() === ''}>
              {busy ? say.asking : say.askBrowser}
            </button>
          </div>
        </form>
      )}
    </div>
  );
}

function Rename({
  passkey: { id, name },
  onRenamePasskey,
  onClose,
  onDone,
}: Props & { passkey: OwnPasskey; onClose: () => void; onDone: () => void }) {
  const [form, setForm] = useState({ name });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(onRenamePasskey({ id, name: form.name }));
    setBusy(false);
    if (result.ok) onDone();
    else setFailure(result.error);
  };
  return (
    <Dialog
      open
      title={say.renameTitle({ name })}
      onClose={onClose}
      foot={<DialogFoot label={say.saveName} busy={busy || form.name.trim() === ''} form="passkey" onClose={onClose} />}
    >
      <form id="passkey" noValidate onSubmit={(e) => void submit(e)} className="flex flex-col gap-3">
        <TextField {...{ form, failure, onChange: setForm }} name="name" label={say.name} />
        {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
      </form>
    </Dialog>
  );
}

function Remove({
  passkey: { id, name },
  passkeys,
  hasPassword,
  onRemovePasskey,
  onDone,
}: Props & { passkey: OwnPasskey; onDone: (said: string) => void }) {
  return (
    <div className="flex flex-col gap-4 text-sm">
      <p>
        {say.removeNote} {passkeys.length === 1 && (hasPassword ? say.removeLast : say.removeLastNoPassword)}
      </p>
      <PasswordFirst
        {...{ hasPassword }}
        label={say.removeIt}
        onDo={(input) => onRemovePasskey({ id, ...input })}
        onDone={() => onDone(say.isRemoved({ name }))}
      />
    </div>
  );
}
