'use client';
/** Keeping what was written as a message for the next time. */
import { useState } from 'react';
import type { Failure, Result } from '@/core/result';
import { Dialog } from '../parts/Dialog';
import { Field } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import { say } from '@/words/writing';
import { say as common } from '@/words/common';

export function KeepDialog({
  message,
  onKeep,
  onKept,
  onClose,
}: {
  /** The message that was adapted. */
  message: string;
  onKeep: (name: string) => Promise<Result<{ slug: string }>>;
  onKept: (slug: string, name: string) => void;
  onClose: () => void;
}) {
  const [name, setName] = useState('');
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const keep = async (): Promise<void> => {
    setBusy(true);
    const result = await answered(onKeep(name.trim()));
    setBusy(false);
    if (result.ok) onKept(result.value.slug, name.trim());
    else setFailure(result.error);
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.keepAsAMessage}
      foot={
        <>
          <button type="button" className="btn btn-quiet" onClick={onClose}>
            {common.close}
          </button>
          <button type="button" className="btn btn-main" disabled={busy} onClick={() => void keep()}>
            {say.keepMessage}
          </button>
        </>
      }
    >
      <div className="flex flex-col gap-3 text-sm">
        {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
        <p>{say.keepWords({ message })}</p>
        <Field label={say.nameOfTheMessage} problem={problemAt(failure, '/name')}>
          {(ids) => (
            <input
              {...ids}
              className="input w-full"
              value={name}
              onChange={(e) => {
                setName(e.target.value);
                setFailure(undefined);
              }}
              onKeyDown={(e) => e.key === 'Enter' && void keep()}
            />
          )}
        </Field>
      </div>
    </Dialog>
  );
}
