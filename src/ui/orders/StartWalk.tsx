'use client';
/** An order of one's own, to be walked through its life. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Failure, Result } from '@/core/result';
import { Dialog } from '../parts/Dialog';
import { Field, Pick, Segments } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import { say } from '@/words/orders';
import { say as common } from '@/words/common';

export interface StartWalkProps {
  base: string;
  me: { name: string; email: string };
  languages: { id: string; name: string }[];
  onStart: (start: {
    email: string;
    firstName: string;
    lastName: string;
    language: string;
    asGuest: boolean;
  }) => Promise<Result<{ number: string }>>;
}

export function StartWalk({ base, me, languages, onStart }: StartWalkProps) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState(me.name);
  const [email, setEmail] = useState(me.email);
  const [language, setLanguage] = useState(languages[0]?.id ?? 'en');
  const [who, setWho] = useState<'guest' | 'account'>('account');
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const start = async (): Promise<void> => {
    setBusy(true);
    const [firstName = '', ...rest] = name.trim().split(/\s+/);
    const result = await answered(
      onStart({ email, firstName, lastName: rest.join(' '), language, asGuest: who === 'guest' }),
    );
    setBusy(false);
    if (result.ok) router.push(`${base}/orders/${encodeURIComponent(result.value.number)}/walk`);
    else setFailure(result.error);
  };
  return (
    <>
      <button type="button" className="btn" onClick={() => setOpen(true)}>
        {say.startATestOrder}
      </button>
      <Dialog
        open={open}
        onClose={() => setOpen(false)}
        title={say.startATestOrder}
        foot={
          <>
            <button type="button" className="btn" onClick={() => setOpen(false)}>
              {common.close}
            </button>
            <button type="button" className="btn btn-main" disabled={busy} onClick={() => void start()}>
              {busy ? say.placing : say.placeTheTestOrder}
            </button>
          </>
        }
      >
        <div className="flex flex-col gap-3">
          <p className="text-sm">{say.aSmallOrderIsPlaced}</p>
          {failure && <Trouble>{failure.message}</Trouble>}
          <Field label={say.nameOfTheCustomer} problem={problemAt(failure, '/guest/firstName')}>
            {(ids) => <input {...ids} className="input" value={name} onChange={(e) => setName(e.target.value)} />}
          </Field>
          <Field label={common.emailAddress} problem={problemAt(failure, '/guest/email')}>
            {(ids) => (
              <input {...ids} type="email" className="input" value={email} onChange={(e) => setEmail(e.target.value)} />
            )}
          </Field>
          <Field label={say.shopsIn}>
            {(ids) => (
              <Pick
                id={ids.id}
                value={language}
                choices={languages.map((l) => ({ value: l.id, label: l.name }))}
                onChange={setLanguage}
              />
            )}
          </Field>
          <Segments
            label={say.ordersAs}
            value={who}
            choices={[
              { value: 'account', label: say.withAnAccount },
              { value: 'guest', label: say.asAGuest },
            ]}
            onChange={setWho}
          />
        </div>
      </Dialog>
    </>
  );
}
