'use client';
/** A mistyped address put right: what follows it is seen first. */
import { useState } from 'react';
import { toast } from 'sonner';
import type { Correction, CorrectAddress, CustomerPage } from '@/contract/customers';
import type { Failure, Result } from '@/core/result';
import { say } from '@/words/customers';
import { say as common } from '@/words/common';
import { Check } from '../parts/Check';
import { Dialog } from '../parts/Dialog';
import { Field } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';

export function CorrectAddressDialog({
  customer: { id, email },
  mayResend,
  onLook,
  onCorrect,
  onAgain,
  onClose,
}: {
  customer: CustomerPage;
  mayResend: boolean;
  onLook: (input: CorrectAddress) => Promise<Result<Correction>>;
  onCorrect: (input: CorrectAddress) => Promise<Result<{ waiting: number }>>;
  onAgain: (delivery: string, to: string) => Promise<Result<string>>;
  onClose: () => void;
}) {
  const [to, setTo] = useState(email);
  const [seen, setSeen] = useState<Correction>();
  const [failure, setFailure] = useState<Failure>();
  const [again, setAgain] = useState(true);
  const [busy, setBusy] = useState(false);
  const look = async (): Promise<void> => {
    setBusy(true);
    const result = await answered(onLook({ id, to: to.trim() }));
    setBusy(false);
    setFailure(result.ok ? undefined : result.error);
    setSeen(result.ok ? result.value : undefined);
  };
  const correct = async (): Promise<void> => {
    if (!seen) return;
    setBusy(true);
    const result = await answered(onCorrect({ id, to: seen.to }));
    if (!result.ok) {
      setBusy(false);
      setSeen(undefined);
      return setFailure(result.error);
    }
    const { waiting } = result.value;
    toast.success(waiting > 0 ? say.correctedWaiting({ to: seen.to, n: waiting }) : say.corrected({ to: seen.to }));
    if (again && mayResend) {
      for (const { id: delivery } of seen.failed) {
        const sent = await answered(onAgain(delivery, seen.to));
        if (!sent.ok) toast.error(say.someNotSent({ why: sent.error.message }));
      }
    }
    onClose();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.correctTitle}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          {seen ? (
            <button type="button" className="btn btn-main" disabled={busy} onClick={() => void correct()}>
              {say.correctIt}
            </button>
          ) : (
            <button type="submit" form="correct" className="btn btn-main" disabled={busy || to.trim() === ''}>
              {busy ? say.looking : say.look}
            </button>
          )}
        </>
      }
    >
      <form
        id="correct"
        noValidate
        className="flex flex-col gap-3 text-sm"
        onSubmit={(e) => {
          e.preventDefault();
          void look();
        }}
      >
        <p className="break-words">{say.nowIs({ address: email })}</p>
        {failure && !problemAt(failure, '/to') && <Trouble>{failure.message}</Trouble>}
        <Field label={say.rightAddress} problem={problemAt(failure, '/to')}>
          {(ids) => (
            <input
              {...ids}
              type="email"
              className="input"
              value={to}
              onChange={(e) => {
                setTo(e.target.value);
                setSeen(undefined);
                setFailure(undefined);
              }}
            />
          )}
        </Field>
        {seen && (
          <div role="status" className="flex flex-col gap-1">
            <p>{say.waitingFollow({ n: seen.waiting, to: seen.to })}</p>
            <p>{say.ordersFollow({ n: seen.orders })}</p>
            <p>{say.shopFollows({ from: seen.from })}</p>
            {mayResend && seen.failed.length > 0 && (
              <>
                <Check label={say.failedAgain({ n: seen.failed.length })} on={again} onChange={setAgain} />
                <ul className="text-xs text-slate">
                  {seen.failed.map((f) => (
                    <li key={f.id}>
                      {f.notification}, {f.order}
                    </li>
                  ))}
                </ul>
              </>
            )}
          </div>
        )}
      </form>
    </Dialog>
  );
}
