'use client';
/** How many contacts customers may have, and which labels there are; what is there stays, and is told before. */
import Link from 'next/link';
import { useState } from 'react';
import { toast } from 'sonner';
import type { LimitsSeen, SaveLimits } from '@/contract/customers';
import { MOST_CONTACTS, type ContactLimits } from '@/core/order';
import type { Failure, Result } from '@/core/result';
import { say } from '@/words/customers';
import { say as common } from '@/words/common';
import { listed } from '@/words/speak';
import { Dialog } from '../parts/Dialog';
import { Field, Pick } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered } from '../parts/result';

export interface LimitsProps {
  limits: ContactLimits;
  /** Customers have a page of their own. */
  page: boolean;
  base: string;
  onLookAtLimits: (input: SaveLimits) => Promise<Result<LimitsSeen>>;
  onSaveLimits: (input: SaveLimits) => Promise<Result<null>>;
}

export function LimitsDialog({
  limits,
  page: hadPage,
  base,
  onLookAtLimits,
  onSaveLimits,
  onClose,
}: LimitsProps & { onClose: () => void }) {
  const [most, setMost] = useState(String(limits.most));
  const [labels, setLabels] = useState(limits.labels.join('\n'));
  const [page, setPage] = useState(hadPage);
  const [seen, setSeen] = useState<LimitsSeen>();
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const wanted: SaveLimits = {
    limits: {
      most: Number(most),
      labels: labels
        .split('\n')
        .map((l) => l.trim())
        .filter((l) => l !== ''),
    },
    page,
  };
  const changed = (): void => {
    setSeen(undefined);
    setFailure(undefined);
  };
  const go = async (): Promise<void> => {
    setBusy(true);
    if (!seen) {
      const result = await answered(onLookAtLimits(wanted));
      setBusy(false);
      if (result.ok) setSeen(result.value);
      else setFailure(result.error);
      return;
    }
    const result = await answered(onSaveLimits(wanted));
    setBusy(false);
    if (!result.ok) return setFailure(result.error);
    toast.success(say.limitsSaved);
    onClose();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.contactsOfCustomers}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button type="submit" form="limits" className="btn btn-main" disabled={busy}>
            {seen ? common.save : say.look}
          </button>
        </>
      }
    >
      <form
        id="limits"
        className="flex flex-col gap-4 text-sm"
        onSubmit={(e) => {
          e.preventDefault();
          void go();
        }}
      >
        <Field label={say.mostContacts}>
          {(ids) => (
            <Pick
              id={ids.id}
              className="w-28"
              value={most}
              choices={Array.from({ length: MOST_CONTACTS + 1 }, (_, n) => ({ value: String(n), label: String(n) }))}
              onChange={(next) => {
                setMost(next);
                changed();
              }}
            />
          )}
        </Field>
        <Field label={say.labelsThereAre} hint={say.labelsThereAreHint}>
          {(ids) => (
            <textarea
              {...ids}
              className="input"
              rows={4}
              value={labels}
              onChange={(e) => {
                setLabels(e.target.value);
                changed();
              }}
            />
          )}
        </Field>
        <label className="flex items-start gap-2">
          <input
            type="checkbox"
            className="mt-0.5 size-4 shrink-0 accent-petrol"
            checked={page}
            aria-describedby="page-hint"
            onChange={(e) => {
              setPage(e.target.checked);
              changed();
            }}
          />
          <span>
            {say.ownPage}
            <span id="page-hint" className="block text-xs text-slate">
              {say.ownPageHint}
            </span>
          </span>
        </label>
        {failure && <Trouble>{failure.message}</Trouble>}
        {seen && (
          <div role="status" className="flex flex-col gap-1">
            <p>{say.overLimit({ n: seen.over })}</p>
            {wanted.limits.labels.length > 0 && <p>{say.otherLabels({ n: seen.otherLabels })}</p>}
            {page && !hadPage && <p>{say.footersLeadThere({ n: seen.footers })}</p>}
            {!page && hadPage && <p>{say.pageWillClose}</p>}
            {page && !seen.linkGoesOut && (
              <p>
                {say.linkDoesNotGoOut}{' '}
                <Link className="link" href={`${base}/journey/preferences`}>
                  {say.openJourney}
                </Link>
              </p>
            )}
            {seen.unused.length > 0 && <p>{say.labelsUnused({ labels: listed(seen.unused) })}</p>}
          </div>
        )}
      </form>
    </Dialog>
  );
}
