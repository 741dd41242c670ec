'use client';
/** Asks where a message goes that is sent once more. */
import { Radio, RadioGroup } from '@headlessui/react';
import { useState } from 'react';
import { isMailAddress } from '@/core/schema';
import type { Result } from '@/core/result';
import { Dialog } from '../parts/Dialog';
import { Field } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, failureWords } from '../parts/result';
import type { AgainView } from '@/contract/deliveries';
import { say } from '@/words/deliveries';
import { say as common } from '@/words/common';

const OTHER = '';

export function AgainDialog({
  about,
  what,
  onClose,
  onSend,
  onSent,
}: {
  about: AgainView;
  /** What is sent: "On its way". */
  what: string;
  onClose: () => void;
  onSend: (to: string) => Promise<Result<string>>;
  onSent: (id: string) => void;
}) {
  const [chosen, setChosen] = useState(about.known[0]!.address);
  const [typed, setTyped] = useState('');
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const to = chosen === OTHER ? typed.trim() : chosen;
  const wrong = chosen === OTHER && to !== '' && !isMailAddress(to);

  const send = async (): Promise<void> => {
    if (busy || wrong || to === '') return;
    setBusy(true);
    setTrouble(undefined);
    const result = await answered(onSend(to));
    setBusy(false);
    if (result.ok) onSent(result.value);
    else setTrouble(failureWords(result.error));
  };

  return (
    <Dialog
      open
      onClose={onClose}
      title={say.sendWhatAgain({ what })}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button type="submit" form="again" className="btn btn-main" disabled={busy || wrong || to === ''}>
            {busy ? common.sending : say.sendItAgain}
          </button>
        </>
      }
    >
      <form
        id="again"
        className="flex flex-col gap-3 text-sm"
        onSubmit={(e) => {
          e.preventDefault();
          void send();
        }}
      >
        <p>{say.theSameWordsAndFigures}</p>
        <RadioGroup value={chosen} onChange={setChosen} aria-label={common.address} className="border-t border-rule">
          {[
            ...about.known,
            ...(about.only ? [] : [{ address: OTHER, name: say.anotherAddress, what: say.notKnownForThisOrder }]),
          ].map((k) => (
            <Radio
              key={k.address}
              value={k.address}
              className="group flex cursor-pointer items-baseline gap-3 border-b border-rule px-1 py-2 data-checked:bg-petrol-tint"
            >
              <span
                aria-hidden
                className="size-3.5 shrink-0 translate-y-0.5 rounded-full border border-slate bg-sheet group-data-checked:border-4 group-data-checked:border-petrol"
              />
              <span className="min-w-0 flex-1">
                <bdi className="font-semibold">{k.name || k.address}</bdi>
                {k.address && k.name && <span className="ms-2 break-all">{k.address}</span>}
              </span>
              <span className="text-xs whitespace-nowrap text-slate">{k.what}</span>
            </Radio>
          ))}
        </RadioGroup>
        {chosen === OTHER && (
          <Field
            label={say.itsAddress}
            hint={say.theMessageHoldsTheCustomers}
            problem={wrong ? say.enterAnEmailAddressWith : undefined}
          >
            {(ids) => (
              <input
                {...ids}
                autoFocus
                type="email"
                className="input"
                value={typed}
                onChange={(e) => setTyped(e.target.value)}
              />
            )}
          </Field>
        )}
        {about.only && <p className="text-slate">{about.only}</p>}
        {trouble && <Trouble>{trouble}</Trouble>}
      </form>
    </Dialog>
  );
}
