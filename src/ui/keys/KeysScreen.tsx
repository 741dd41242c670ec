'use client';
/** Keys of other programs: what each is for, when it was last used, and another in its place. */
import { useState, useTransition, type FormEvent } from 'react';
import { toast } from 'sonner';
import {
  KEY_SCOPES,
  OVERLAPS,
  type ApiKey,
  type KeyKind,
  type KeyScope,
  type MadeKey,
  type MakeKey,
  type ReplaceKey,
} from '@/contract/keys';
import type { Failure, Result } from '@/core/result';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Field, Pick as Choose, Segments } from '../parts/fields';
import { Time } from '../parts/format';
import { LinkToCopy } from '../parts/LinkToCopy';
import { Page, Trouble } from '../parts/Page';
import { answered, problemAt, valueOrToast } from '../parts/result';
import { Head } from '../parts/Table';
import { StoreTabs } from '../terms/StoreTabs';
import { say } from '@/words/keys';
import { say as common } from '@/words/common';
import { say as terms } from '@/words/terms';
import { inEachLanguage, listed } from '@/words/speak';

const SCOPE_WORDS: Record<KeyScope, string> = inEachLanguage(() => ({
  deliveries: say.scopeDeliveries,
  codes: say.scopeCodes,
  orders: say.scopeOrders,
  people: say.scopePeople,
  customers: say.scopeCustomers,
  notifications: say.scopeNotifications,
}));

const OVERLAP_CHOICES = inEachLanguage(() => {
  const words = [say.notAtAll, say.hours24, say.hours168, say.hours720];
  return OVERLAPS.map((hours, i) => ({ value: String(hours), label: words[i]! }));
});

export interface KeysProps {
  keys: ApiKey[];
  base: string;
  zone: string;
  mayEdit: boolean;
  onMake: (input: MakeKey) => Promise<Result<MadeKey>>;
  onReplace: (input: ReplaceKey) => Promise<Result<MadeKey>>;
  onRevoke: (id: string) => Promise<Result<null>>;
}

type Open = { what: 'new' } | { what: 'replace' | 'revoke'; key: ApiKey } | { what: 'made'; made: MadeKey };

export function KeysScreen(props: KeysProps) {
  const { keys, base, zone, mayEdit } = props;
  const [open, setOpen] = useState<Open>();
  const close = (): void => setOpen(undefined);
  const onMade = (made: MadeKey): void => setOpen({ what: 'made', made });
  return (
    <Page
      title={terms.store}
      note={<StoreTabs base={base} part="keys" />}
      actions={
        mayEdit && (
          <button type="button" className="btn btn-main" onClick={() => setOpen({ what: 'new' })}>
            {say.newKey}
          </button>
        )
      }
    >
      <table className="lines w-full text-sm">
        <Head
          columns={[
            { label: say.key, className: 'ps-5' },
            { label: say.isFor },
            { label: say.made },
            { label: say.lastUsed },
            ...(mayEdit ? [{ label: say.change, end: true }] : []),
          ]}
        />
        <tbody>
          {keys.map((key) => (
            <tr key={key.id} className="border-b border-rule">
              <td data-line="name" className="py-2 ps-5">
                <span className="font-semibold">{key.name}</span>
                <span className="block text-xs text-slate">
                  {key.ends && say.endsWith({ ends: key.ends })}
                  {key.until && (
                    <>
                      {key.ends && ' · '}
                      {say.holdsUntil} <Time at={key.until} zone={zone} />
                    </>
                  )}
                </span>
              </td>
              <td data-line="rest" className="px-2">
                {purposeOf(key)}
              </td>
              <td data-line="foot" className="px-2">
                {key.madeAt ? (
                  <>
                    <Time at={key.madeAt} zone={zone} form="day" />{' '}
                    <span className="text-slate">{say.madeBy({ by: key.madeBy })}</span>
                  </>
                ) : (
                  <span className="text-slate">{say.madeAtTheStart}</span>
                )}
              </td>
              <td data-line="foot-end" className="px-2">
                {key.usedAt ? (
                  <Time at={key.usedAt} zone={zone} />
                ) : (
                  <span className="text-slate">{say.neverUsed}</span>
                )}
              </td>
              {mayEdit && (
                <td data-line="end" className="px-2 pe-5 text-end">
                  <div className="inline-flex gap-2">
                    {!key.until && (
                      <button
                        type="button"
                        className="btn btn-quiet"
                        aria-label={say.replaceAskName({ name: key.name })}
                        onClick={() => setOpen({ what: 'replace', key })}
                      >
                        {say.replace}
                      </button>
                    )}
                    <button
                      type="button"
                      className="btn btn-quiet"
                      aria-label={say.revokeAskName({ name: key.name })}
                      onClick={() => setOpen({ what: 'revoke', key })}
                    >
                      {say.revoke}
                    </button>
                  </div>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {open?.what === 'new' && <NewKey {...props} onMade={onMade} onClose={close} />}
      {open?.what === 'replace' && <ReplaceDialog {...props} apiKey={open.key} onMade={onMade} onClose={close} />}
      {open?.what === 'revoke' && <RevokeDialog {...props} apiKey={open.key} onClose={close} />}
      {open?.what === 'made' && <MadeDialog made={open.made} onClose={close} />}
    </Page>
  );
}

function purposeOf({ kind, scopes }: ApiKey): string {
  if (kind === 'events') return say.kindEvents;
  if (kind === 'rehearse') return say.kindRehearse;
  return scopes ? say.kindReadSome({ what: listed(scopes.map((s) => SCOPE_WORDS[s])) }) : say.kindRead;
}

function NewKey({
  onMake,
  onMade,
  onClose,
}: Pick<KeysProps, 'onMake'> & { onMade: (made: MadeKey) => void; onClose: () => void }) {
  const [kind, setKind] = useState<KeyKind>('events');
  const [name, setName] = useState('');
  const [scopes, setScopes] = useState<KeyScope[]>(['deliveries']);
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    // What is chosen, also when it is all there is now: what can be read later is chosen then.
    const result = await answered(onMake({ kind, name, ...(kind === 'read' && { scopes }) }));
    setBusy(false);
    if (result.ok) onMade(result.value);
    else setFailure(result.error);
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.newKeyTitle}
      foot={
        <DialogFoot
          label={say.makeIt}
          busy={busy || name.trim() === '' || (kind === 'read' && scopes.length === 0)}
          form="new-key"
          onClose={onClose}
        />
      }
    >
      <form id="new-key" noValidate className="flex flex-col gap-3" onSubmit={(e) => void submit(e)}>
        <Field label={say.whatUsesIt} hint={say.nameHint} problem={problemAt(failure, '/name')}>
          {(ids) => (
            <input {...ids} className="input" autoFocus value={name} onChange={(e) => setName(e.target.value)} />
          )}
        </Field>
        <Segments
          label={say.whatItIsFor}
          value={kind}
          choices={[
            { value: 'events', label: say.tellOfOrders },
            { value: 'read', label: say.readSomething },
            { value: 'rehearse', label: say.rehearse },
          ]}
          onChange={setKind}
        />
        {kind === 'rehearse' && <p className="text-sm text-slate">{say.rehearseHint}</p>}
        {kind === 'read' && (
          <fieldset className="text-sm">
            <legend className="text-slate">{say.mayRead}</legend>
            {KEY_SCOPES.map((scope) => (
              <label key={scope} className="flex min-h-6 items-center gap-2">
                <input
                  type="checkbox"
                  className="size-4 accent-petrol"
                  checked={scopes.includes(scope)}
                  onChange={(e) =>
                    setScopes(e.target.checked ? [...scopes, scope] : scopes.filter((other) => other !== scope))
                  }
                />
                {SCOPE_WORDS[scope]}
              </label>
            ))}
          </fieldset>
        )}
        {failure && !problemAt(failure, '/name') && <Trouble>{failure.message}</Trouble>}
      </form>
    </Dialog>
  );
}

function ReplaceDialog({
  apiKey: { id, name },
  onReplace,
  onMade,
  onClose,
}: KeysProps & { apiKey: ApiKey; onMade: (made: MadeKey) => void; onClose: () => void }) {
  const [hours, setHours] = useState('24');
  const [busy, start] = useTransition();
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.replaceName({ name })}
      foot={
        <DialogFoot
          label={say.replaceIt}
          busy={busy}
          onDo={() =>
            start(async () => {
              const chosen = OVERLAPS.find((h) => String(h) === hours)!;
              const made = valueOrToast(await answered(onReplace({ id, hours: chosen })));
              if (made) onMade(made);
            })
          }
          onClose={onClose}
        />
      }
    >
      <div className="flex flex-col gap-3 text-sm">
        <p>{say.replaceNote}</p>
        <Field label={say.oldHoldsFor}>
          {(ids) => <Choose id={ids.id} value={hours} choices={OVERLAP_CHOICES} onChange={setHours} />}
        </Field>
      </div>
    </Dialog>
  );
}

function RevokeDialog({
  apiKey: { id, name, kind },
  keys,
  onRevoke,
  onClose,
}: KeysProps & { apiKey: ApiKey; onClose: () => void }) {
  const [busy, start] = useTransition();
  const isLast = kind === 'events' && keys.filter((k) => k.kind === 'events').length === 1;
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.revokeTitle({ name })}
      foot={
        <DialogFoot
          label={say.revokeIt}
          busy={busy}
          onDo={() =>
            start(async () => {
              if (valueOrToast(await answered(onRevoke(id))) === undefined) return;
              toast.success(say.isRevoked({ name }));
              onClose();
            })
          }
          onClose={onClose}
        />
      }
    >
      <div className="flex flex-col gap-3 text-sm">
        <p>{say.revokeNote}</p>
        {isLast && <p className="font-semibold">{say.revokeLast}</p>}
      </div>
    </Dialog>
  );
}

function MadeDialog({ made: { name, key }, onClose }: { made: MadeKey; onClose: () => void }) {
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.newKeyTitle}
      foot={
        <button type="button" className="btn btn-main" onClick={onClose}>
          {common.close}
        </button>
      }
    >
      <div role="status" className="text-sm">
        <p>{say.hereIsIt({ name })}</p>
        <LinkToCopy label={say.theKey} address={key} copied={say.isCopied} />
        <p className="mt-2 text-slate">{say.toldOnce}</p>
      </div>
    </Dialog>
  );
}
