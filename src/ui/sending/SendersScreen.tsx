'use client';
/** Who messages come from: name, address and where answers go, for each kind. */
import { useRouter } from 'next/navigation';
import { useState, type FormEvent, type ReactNode } from 'react';
import { toast } from 'sonner';
import { SENDER_KIND_LABELS, SENDER_KIND_NOTES, SENDER_KINDS, senderNameHint, type SenderKind } from '@/core/mail';
import type { Failure, Result } from '@/core/result';
import { Check } from '../parts/Check';
import { Field } from '../parts/fields';
import { Page, Trouble } from '../parts/Page';
import { useKeptChanges } from '../parts/useKeptChanges';
import { answered, problemAt } from '../parts/result';
import { SendingTabs } from './SendingTabs';
import type { SenderView } from '@/contract/sending';
import { say } from '@/words/sending';
import { say as common } from '@/words/common';
import { say as replies } from '@/words/replies';

export interface SendersProps {
  base: string;
  senders: SenderView[];
  storeName: string;
  mayEdit: boolean;
  onSave: (senders: unknown) => Promise<Result<{ senders: SenderView[]; released: number }>>;
}

type Row = { name: string; address: string; replyTo: string; takesReplies: boolean };
type Text = 'name' | 'address' | 'replyTo';

const rowsOf = (senders: readonly SenderView[]): Partial<Record<SenderKind, Row>> =>
  Object.fromEntries(
    senders.map(({ kind, name, address, replyTo, takesReplies }) => [kind, { name, address, replyTo, takesReplies }]),
  );

export function SendersScreen({ base, senders, storeName, mayEdit, onSave }: SendersProps) {
  const router = useRouter();
  const of = (kind: SenderKind): SenderView | undefined => senders.find((s) => s.kind === kind);
  const [rows, setRows] = useState(() => rowsOf(senders));
  const saved = JSON.stringify(rowsOf(senders));
  useKeptChanges({
    key: `${base}/sending/senders`,
    revision: saved,
    value: rows,
    dirty: JSON.stringify(rows) !== saved,
    enabled: mayEdit,
    onBack: setRows,
  });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const orders: Row = rows.orders ?? { name: storeName, address: '', replyTo: '', takesReplies: false };
  const used = SENDER_KINDS.filter((k) => k === 'orders' || rows[k]);

  const save = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(
      onSave(used.map((kind) => ({ kind, ...(kind === 'orders' ? orders : rows[kind]!) }))),
    );
    setBusy(false);
    setFailure(result.ok ? undefined : result.error);
    if (!result.ok) return;
    const { released } = result.value;
    toast.success(released > 0 ? say.savedReleasedMessagesOnHold({ released }) : say.saved);
    router.refresh();
  };

  return (
    <Page title={say.sending} note={say.whoMessagesComeFrom} actions={<SendingTabs base={base} />}>
      <form onSubmit={(e) => void save(e)} className="lg:h-full lg:overflow-auto px-5 py-4" noValidate>
        {failure && <Trouble>{failure.message}</Trouble>}
        <div className="grid max-w-5xl items-start gap-4 sm:grid-cols-3">
          {SENDER_KINDS.map((kind) => {
            const row = kind === 'orders' ? orders : rows[kind];
            const at = used.indexOf(kind);
            const change = (part: Partial<Row>): void => setRows({ ...rows, [kind]: { ...(row ?? orders), ...part } });
            const hint = row && senderNameHint(row.name);
            const trouble = of(kind)?.address === row?.address ? of(kind)?.trouble : undefined;
            const text = (label: string, part: Text, words?: ReactNode) => (
              <Field label={label} problem={problemAt(failure, `/${at}/${part}`)} hint={words}>
                {(ids) => (
                  <input
                    {...ids}
                    type={part === 'name' ? 'text' : 'email'}
                    className="input"
                    spellCheck={false}
                    readOnly={!mayEdit}
                    value={row?.[part] ?? ''}
                    onChange={(e) => change({ [part]: e.target.value })}
                  />
                )}
              </Field>
            );
            return (
              <fieldset key={kind} className="flex min-w-0 flex-col gap-3 border border-rule bg-sheet px-4 py-3">
                <legend className="sr-only">{SENDER_KIND_LABELS[kind]}</legend>
                <div aria-hidden className="font-serif text-lg leading-none">
                  {SENDER_KIND_LABELS[kind]}
                </div>
                <p className="-mt-1 text-xs text-slate">{SENDER_KIND_NOTES[kind]}</p>
                {kind !== 'orders' && mayEdit && (
                  <Check
                    label={say.aSenderOfItsOwn}
                    on={row !== undefined}
                    onChange={(on) => setRows({ ...rows, [kind]: on ? { ...orders } : undefined })}
                  />
                )}
                {row ? (
                  <>
                    {text(
                      say.name,
                      'name',
                      hint ? <span className="text-marigold-ink">{hint}</span> : say.whatRecipientsSeeFirst,
                    )}
                    {text(common.address, 'address')}
                    {text(say.replyToAddress, 'replyTo', say.emptyForTheAddressItself)}
                    {mayEdit && (of(kind)?.mayTakeReplies || row.takesReplies) && (
                      <Check
                        label={replies.keepReplies}
                        on={row.takesReplies}
                        onChange={(takesReplies) => change({ takesReplies })}
                      />
                    )}
                    <p className="-mt-2 text-xs text-slate">
                      {row.takesReplies
                        ? replies.keepRepliesHint({ address: row.replyTo || row.address })
                        : of(kind) && !of(kind)!.mayTakeReplies
                          ? replies.keepRepliesNeedsDomain({
                              domain: row.address.slice(row.address.lastIndexOf('@') + 1),
                            })
                          : (row.replyTo || row.address) &&
                            replies.repliesGoTo({ address: row.replyTo || row.address })}
                    </p>
                    {trouble && (
                      <div role="alert" className="border-s-3 border-madder bg-madder-tint px-3 py-2 text-sm">
                        <p className="font-semibold">{trouble.words}</p>
                        <ul className="list-disc ps-4">
                          {trouble.ways.map((w) => (
                            <li key={w}>{w}</li>
                          ))}
                        </ul>
                      </div>
                    )}
                  </>
                ) : (
                  <p className="text-sm text-slate">{say.goesOutAsTheSender}</p>
                )}
              </fieldset>
            );
          })}
        </div>
        {mayEdit && (
          <button type="submit" className="btn btn-main mt-4" disabled={busy}>
            {busy ? common.saving : say.saveTheSenders}
          </button>
        )}
      </form>
    </Page>
  );
}
