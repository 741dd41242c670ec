'use client';
/** What reaches a customer and their contacts: whom the store does not write to and why, and what they do not want. */
import { useState } from 'react';
import { toast } from 'sonner';
import type { CustomerPage, MailStanding } from '@/contract/customers';
import { SENDER_KIND_LABELS } from '@/core/mail';
import type { Result } from '@/core/result';
import { say } from '@/words/customers';
import { say as common } from '@/words/common';
import { listed } from '@/words/speak';
import { Dialog } from '../parts/Dialog';
import { Field } from '../parts/fields';
import { Mark } from '../parts/marks';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered, failureWords, valueOrToast } from '../parts/result';

export function MailPart({
  mail,
  news,
  mayWithhold,
  onDoNotWrite,
  onWriteAgain,
}: Pick<CustomerPage, 'mail' | 'news'> & {
  mayWithhold: boolean;
  onDoNotWrite: (entry: { pattern: string; reason: string; kinds: [] }) => Promise<Result<null>>;
  onWriteAgain: (id: string) => Promise<Result<null>>;
}) {
  const [asked, setAsked] = useState<string>();
  const again = async (id: string, address: string): Promise<void> => {
    if (valueOrToast(await answered(onWriteAgain(id))) !== undefined) toast.success(say.writtenAgain({ address }));
  };
  return (
    <section aria-label={say.mail} className="mt-5">
      <PanelTitle>{say.mail}</PanelTitle>
      <ul className="mt-1 flex flex-col gap-1.5">
        {mail.map((m) => (
          <li key={m.address} className="break-words">
            <Standing standing={m} />
            {mayWithhold &&
              m.withheld.map(
                ({ id }) =>
                  id && (
                    <button key={id} type="button" className="link min-h-6" onClick={() => void again(id, m.address)}>
                      {say.writeAgain}
                    </button>
                  ),
              )}
            {mayWithhold && m.withheld.length === 0 && (
              <button type="button" className="link block min-h-6" onClick={() => setAsked(m.address)}>
                {say.doNotWrite} <span className="sr-only">{m.address}</span>
              </button>
            )}
          </li>
        ))}
        <li className="text-slate">{news ? (news.agreed ? say.agreedToNews : say.noNews) : say.nobodySaidNews}</li>
      </ul>
      {asked !== undefined && <DoNotWrite address={asked} onDo={onDoNotWrite} onClose={() => setAsked(undefined)} />}
    </section>
  );
}

function Standing({ standing: { address, withheld, unsubscribed, masked } }: { standing: MailStanding }) {
  return (
    <>
      {withheld.length === 0 && (
        <span className="flex items-baseline gap-1.5">
          <Mark tone="good" size={11} />
          <span className="min-w-0">{say.canBeWritten({ address })}</span>
        </span>
      )}
      {withheld.map((w, i) => (
        <span key={i} className="flex items-baseline gap-1.5">
          <Mark tone="failing" size={11} />
          <span className="min-w-0">{say.isNotWritten({ address, reason: w.reason })}</span>
        </span>
      ))}
      {masked && (
        <span className="block text-slate">
          {masked.kinds.length === 0
            ? say.isMasked({ channel: masked.channel })
            : say.isMaskedFor({
                channel: masked.channel,
                kinds: listed(masked.kinds.map((k) => SENDER_KIND_LABELS[k])),
              })}
        </span>
      )}
      {unsubscribed.map(({ kind }) => (
        <span key={kind} className="block text-slate">
          {kind === 'offers' ? say.wantsNoOffers({ address }) : say.wantsNoFeedback({ address })}
        </span>
      ))}
    </>
  );
}

function DoNotWrite({
  address,
  onDo,
  onClose,
}: {
  address: string;
  onDo: (entry: { pattern: string; reason: string; kinds: [] }) => Promise<Result<null>>;
  onClose: () => void;
}) {
  const [reason, setReason] = useState('');
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const go = async (): Promise<void> => {
    setBusy(true);
    const result = await answered(onDo({ pattern: address, reason: reason.trim(), kinds: [] }));
    setBusy(false);
    if (result.ok) onClose();
    else setTrouble(failureWords(result.error));
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.doNotWriteTitle({ address })}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button
            type="button"
            className="btn btn-main"
            disabled={busy || reason.trim() === ''}
            onClick={() => void go()}
          >
            {say.doNotWriteDo}
          </button>
        </>
      }
    >
      <div className="flex flex-col gap-3 text-sm">
        <p>{say.doNotWriteNote}</p>
        <Field label={say.reason}>
          {(ids) => (
            <input
              {...ids}
              className="input"
              maxLength={300}
              value={reason}
              onChange={(e) => setReason(e.target.value)}
            />
          )}
        </Field>
        {trouble && <Trouble>{trouble}</Trouble>}
      </div>
    </Dialog>
  );
}
