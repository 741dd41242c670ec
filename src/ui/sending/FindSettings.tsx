'use client';
/** Settings found from an address: what DNS says, what answered, and taken by a click. */
import { useState } from 'react';
import type { Candidate } from '@/core/mail';
import type { Failure, Result } from '@/core/result';
import { Field } from '../parts/fields';
import { Mark } from '../parts/marks';
import { Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import type { Found } from '@/contract/sending';
import { say } from '@/words/sending';
import { say as common } from '@/words/common';

export function FindSettings({
  onFind,
  onTake,
}: {
  onFind: (address: string) => Promise<Result<Found>>;
  onTake: (found: Candidate, address: string) => void;
}) {
  const [address, setAddress] = useState('');
  const [busy, setBusy] = useState(false);
  const [result, setResult] = useState<Found>();
  const [failure, setFailure] = useState<Failure>();
  const find = async (): Promise<void> => {
    setBusy(true);
    const made = await answered(onFind(address.trim()));
    setBusy(false);
    setFailure(made.ok ? undefined : made.error);
    setResult(made.ok ? made.value : undefined);
    if (made.ok && made.value.found) onTake(made.value.found, address.trim());
  };
  return (
    <div className="border border-rule bg-sheet px-3 py-2.5">
      <div className="flex items-end gap-2">
        <div className="flex-1">
          <Field label={say.findTheSettingsOfAn} problem={problemAt(failure, '/address')}>
            {(ids) => (
              <input
                {...ids}
                className="input"
                type="email"
                placeholder="orders@yourshop.example"
                value={address}
                onChange={(e) => setAddress(e.target.value)}
                onKeyDown={(e) => {
                  if (e.key !== 'Enter') return;
                  e.preventDefault();
                  void find();
                }}
              />
            )}
          </Field>
        </div>
        <button type="button" className="btn" disabled={busy || address.trim() === ''} onClick={() => void find()}>
          {busy ? say.looking : common.find}
        </button>
      </div>
      {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
      {result && (
        <div className="mt-2 text-xs" data-testid="found">
          <p className="font-semibold">
            {result.found
              ? say.hostPortPortTakenOver({ host: result.found.host, port: result.found.port, from: result.found.from })
              : say.nothingThatAnswersWasFound}
          </p>
          <p className="text-slate">{result.said.join(' ')}</p>
          <details>
            <summary className="link">{say.whatWasTried}</summary>
            <ul>
              {result.looked.map(({ candidate: c, trouble }) => (
                <li key={`${c.host} ${c.port}`} className="flex items-center gap-1.5">
                  <Mark tone={trouble === undefined ? 'good' : 'quiet'} size={11} />
                  {c.host}:{c.port} {trouble ?? 'answers'}
                </li>
              ))}
            </ul>
          </details>
        </div>
      )}
    </div>
  );
}
