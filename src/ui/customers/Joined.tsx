'use client';
/** The same person by two addresses: what joining brings together is seen first, and it can be taken apart. */
import { useState } from 'react';
import { toast } from 'sonner';
import type { CustomerPage, Join, JoinSeen } from '@/contract/customers';
import { languageName } from '@/core/names';
import type { Failure, Result } from '@/core/result';
import { say } from '@/words/customers';
import { say as common } from '@/words/common';
import { readerLocale } from '@/words/speak';
import { Dialog } from '../parts/Dialog';
import { Field } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';

/** A further address of a customer, with who joined it. */
export function JoinedAddress({
  joined,
  zone,
  onTakeApart,
}: {
  joined: CustomerPage['joined'][number];
  zone: string;
  /** Left out for who may not. */
  onTakeApart: (() => void) | undefined;
}) {
  const when = new Intl.DateTimeFormat(readerLocale(), { dateStyle: 'medium', timeZone: zone }).format(
    new Date(joined.at),
  );
  return (
    <div className="mt-1.5">
      <span className="break-all">{joined.address}</span>
      <span className="block text-xs text-slate">
        {say.joinedBy({ who: joined.by, when, n: joined.orders })}
        {joined.contacts.length > 0 &&
          ` ${say.contactsOfIt({ contacts: joined.contacts.map((c) => c.email).join(', ') })}`}
      </span>
      {onTakeApart && (
        <button type="button" className="link block min-h-6" onClick={onTakeApart}>
          {say.takeApart}
        </button>
      )}
    </div>
  );
}

export function JoinDialog({
  customer: { id, email },
  onLook,
  onJoin,
  onClose,
}: {
  customer: CustomerPage;
  onLook: (input: Join) => Promise<Result<JoinSeen>>;
  onJoin: (input: Join) => Promise<Result<null>>;
  onClose: () => void;
}) {
  const [address, setAddress] = useState('');
  const [seen, setSeen] = useState<JoinSeen>();
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const go = async (): Promise<void> => {
    setBusy(true);
    if (!seen) {
      const result = await answered(onLook({ id, address: address.trim() }));
      setBusy(false);
      setFailure(result.ok ? undefined : result.error);
      return setSeen(result.ok ? result.value : undefined);
    }
    const result = await answered(onJoin({ id, address: seen.address }));
    setBusy(false);
    if (!result.ok) {
      setSeen(undefined);
      return setFailure(result.error);
    }
    toast.success(say.areJoined({ address: seen.address }));
    onClose();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.joinTitle}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button type="submit" form="join" className="btn btn-main" disabled={busy || address.trim() === ''}>
            {seen ? say.joinThem : say.look}
          </button>
        </>
      }
    >
      <form
        id="join"
        noValidate
        className="flex flex-col gap-3 text-sm"
        onSubmit={(e) => {
          e.preventDefault();
          void go();
        }}
      >
        <p className="break-words">{say.joinNote({ address: email })}</p>
        {failure && !problemAt(failure, '/address') && <Trouble>{failure.message}</Trouble>}
        <Field label={say.otherAddress} problem={problemAt(failure, '/address')}>
          {(ids) => (
            <input
              {...ids}
              type="email"
              className="input"
              value={address}
              onChange={(e) => {
                setAddress(e.target.value);
                setSeen(undefined);
                setFailure(undefined);
              }}
            />
          )}
        </Field>
        {seen && (
          <div role="status" className="flex flex-col gap-1">
            <p>
              <b>
                <bdi>{seen.name || seen.address}</bdi>
              </b>{' '}
              {!seen.sameName && say.otherName}
            </p>
            <p>{say.joinBrings({ n: seen.orders })}</p>
            {seen.contacts > 0 && <p>{say.joinContacts({ n: seen.contacts })}</p>}
            {seen.languageKept && seen.languageLeft && (
              <p>
                {say.joinLanguage({ kept: languageName(seen.languageKept), left: languageName(seen.languageLeft) })}
              </p>
            )}
            <p>{say.joinSending}</p>
          </div>
        )}
      </form>
    </Dialog>
  );
}
