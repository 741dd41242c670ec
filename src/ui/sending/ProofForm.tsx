'use client';
/** How often proofs go out, and where they arrive. */
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import { PROOF_EVERY_MS, type ProofEvery } from '@/core/proof';
import type { Failure, Result } from '@/core/result';
import type { ProofMailbox, ProofReader, ProofSecurity, ProofView } from '@/contract/proof';
import { Field, Pick } from '../parts/fields';
import { PanelTitle, Trouble } from '../parts/Page';
import { useKeptChanges } from '../parts/useKeptChanges';
import { answered, problemAt } from '../parts/result';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/proof';
import { say as common } from '@/words/common';

const EVERY = inEachLanguage(
  () =>
    [
      { value: 'hour', label: say.everyHour },
      { value: 'day', label: say.everyDay },
      { value: 'off', label: say.everyOff },
    ] as const,
);
const SECURITY = inEachLanguage(
  () =>
    [
      { value: 'tls', label: say.tls, note: say.usual993 },
      { value: 'starttls', label: say.starttls, note: say.usual143 },
      { value: 'none', label: say.none, note: say.ownMachine },
    ] as const,
);
const USUAL_PORT: Record<ProofSecurity, string> = { tls: '993', starttls: '143', none: '143' };
const DAY_MS = 86_400_000;

/** What is kept beside the screen while it is not saved; never the password. */
interface Form {
  every: ProofEvery;
  reader: ProofReader;
  address: string;
  host: string;
  port: string;
  security: ProofSecurity;
  user: string;
}

function formOf({ mailbox, listensAt }: ProofView): Form {
  return {
    every: mailbox?.every ?? 'hour',
    reader: mailbox?.reader ?? (listensAt === undefined ? 'imap' : 'listener'),
    address: mailbox?.address ?? '',
    host: mailbox?.host ?? '',
    port: String(mailbox?.port ?? 993),
    security: mailbox?.security ?? 'tls',
    user: mailbox?.user ?? '',
  };
}

export interface ProofFormProps {
  base: string;
  view: ProofView;
  onSave: (mailbox: ProofMailbox) => Promise<Result<ProofView>>;
  onOpen: (mailbox: ProofMailbox) => Promise<Result<{ folders: string[]; junk?: string }>>;
  onSaved: () => void;
}

export function ProofForm({ base, view, onSave, onOpen, onSaved }: ProofFormProps) {
  const [form, setForm] = useState(() => formOf(view));
  const [password, setPassword] = useState('');
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState<'save' | 'open'>();
  const [opened, setOpened] = useState('');
  const saved = JSON.stringify(formOf(view));
  useKeptChanges({
    key: `${base}/sending/proof`,
    revision: saved,
    value: form,
    dirty: JSON.stringify(form) !== saved,
    enabled: true,
    onBack: setForm,
  });
  const change = (part: Partial<Form>): void => setForm({ ...form, ...part });
  const entered = (): ProofMailbox => ({
    ...{ every: form.every, reader: form.reader, address: form.address, host: form.host },
    ...{ port: Number(form.port) || 0, security: form.security, user: form.user },
    ...(password !== '' && { password }),
  });
  const save = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy('save');
    const result = await answered(onSave(entered()));
    setBusy(undefined);
    setFailure(result.ok ? undefined : result.error);
    setOpened('');
    if (!result.ok) return;
    setPassword('');
    setForm(formOf(result.value));
    toast.success(form.every !== 'off' && view.mailbox?.every !== form.every ? say.savedNext : say.saved);
    onSaved();
  };
  const open = async (): Promise<void> => {
    setBusy('open');
    setOpened('');
    const result = await answered(onOpen(entered()));
    setBusy(undefined);
    setFailure(result.ok ? undefined : result.error);
    if (!result.ok) return;
    const { folders, junk } = result.value;
    setOpened(
      junk === undefined ? say.opensWithoutJunk({ n: folders.length }) : say.opens({ n: folders.length, junk }),
    );
  };
  const text = (label: string, part: 'address' | 'host' | 'port' | 'user', hint?: string) => (
    <Field label={label} problem={problemAt(failure, `/${part}`)} hint={hint}>
      {(ids) => (
        <input
          {...ids}
          type={part === 'address' ? 'email' : 'text'}
          inputMode={part === 'port' ? 'numeric' : undefined}
          className="input"
          spellCheck={false}
          autoComplete="off"
          value={form[part]}
          onChange={(e) => change({ [part]: e.target.value })}
        />
      )}
    </Field>
  );
  const n = view.paths.length;
  const readers = [
    {
      value: 'listener' as const,
      label: say.byListener,
      note: view.listensAt === undefined ? say.byListenerNot : say.byListenerNote({ domain: view.listensAt }),
      can: view.listensAt !== undefined,
    },
    { value: 'imap' as const, label: say.byImap, note: say.byImapNote, can: true },
  ];
  return (
    <form onSubmit={(e) => void save(e)} className="flex flex-col gap-3" noValidate>
      <PanelTitle>{say.setting}</PanelTitle>
      {failure && <Trouble>{failure.message}</Trouble>}
      <Field
        label={say.every}
        hint={
          n === 0
            ? undefined
            : form.every === 'off'
              ? say.countsAsked({ n })
              : say.countsAs({ n, day: (n * DAY_MS) / PROOF_EVERY_MS[form.every] })
        }
      >
        {(ids) => <Pick {...ids} value={form.every} choices={EVERY} onChange={(every) => change({ every })} />}
      </Field>
      <fieldset>
        <legend className="mb-1 text-sm text-slate">{say.readBy}</legend>
        {readers.map((r) => (
          <label key={r.value} className="flex min-h-6 items-start gap-2 py-1 text-sm">
            <input
              type="radio"
              name="reader"
              className="mt-0.5 size-4 shrink-0 accent-petrol"
              disabled={!r.can}
              checked={form.reader === r.value}
              onChange={() => change({ reader: r.value })}
            />
            <span>
              {r.label}
              <span className="block text-xs wrap-anywhere text-slate">{r.note}</span>
            </span>
          </label>
        ))}
        {problemAt(failure, '/reader') && <p className="text-xs text-madder">{problemAt(failure, '/reader')}</p>}
      </fieldset>
      {form.reader === 'imap' && (
        <>
          {text(say.addressLabel, 'address', say.atProvider)}
          <div className="grid grid-cols-[minmax(0,1fr)_4.5rem] gap-3">
            {text(say.imapHost, 'host')}
            {text(say.port, 'port')}
          </div>
          <Field label={say.encryption} problem={problemAt(failure, '/security')}>
            {(ids) => (
              <Pick
                {...ids}
                value={form.security}
                choices={SECURITY}
                onChange={(security) =>
                  change({ security, ...(form.port === USUAL_PORT[form.security] && { port: USUAL_PORT[security] }) })
                }
              />
            )}
          </Field>
          {text(say.user, 'user', say.userHint)}
          <Field
            label={say.password}
            problem={problemAt(failure, '/password')}
            hint={view.mailbox?.hasPassword ? say.passwordKept : say.passwordNeeded}
          >
            {(ids) => (
              <input
                {...ids}
                type="password"
                className="input"
                autoComplete="new-password"
                value={password}
                onChange={(e) => setPassword(e.target.value)}
              />
            )}
          </Field>
        </>
      )}
      <div className="flex flex-wrap gap-2">
        <button type="submit" className="btn btn-main" disabled={busy !== undefined}>
          {busy === 'save' ? common.saving : say.save}
        </button>
        {form.reader === 'imap' && (
          <button type="button" className="btn" disabled={busy !== undefined} onClick={() => void open()}>
            {busy === 'open' ? say.trying : say.tryMailbox}
          </button>
        )}
      </div>
      <p role="status" className="text-sm">
        {opened}
      </p>
    </form>
  );
}
