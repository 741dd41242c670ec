'use client';
/** Screenshots of a run shown to somebody without an account: the links that are open, and a new one, whose address is shown once. */
import { X } from 'lucide-react';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import type { Failure, Result } from '@/core/result';
import type { SharedLink, ShareScreenshots } from '@/contract/viewings';
import { Dialog } from '../parts/Dialog';
import { Field, Segments } from '../parts/fields';
import { Time } from '../parts/format';
import { LinkToCopy } from '../parts/LinkToCopy';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered, problemAt, valueOrToast } from '../parts/result';
import { say } from '@/words/viewings';
import { say as common } from '@/words/common';

export interface Sharing {
  links: readonly SharedLink[];
  onShare: (input: ShareScreenshots) => Promise<Result<{ id: string; token: string }>>;
  onTakeBack: (id: string) => Promise<Result<null>>;
}

const DAYS = ['7', '14', '30'] as const;

export function ShareDialog({
  links,
  onShare,
  onTakeBack,
  number,
  zone,
  onClose,
}: Sharing & { number: number; zone: string; onClose: () => void }) {
  const [made, setMade] = useState<{ name: string; address: string }>();
  const [name, setName] = useState('');
  const [days, setDays] = useState<(typeof DAYS)[number]>('14');
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const share = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(onShare({ number, name, days: Number(days) }));
    setBusy(false);
    setFailure(result.ok ? undefined : result.error);
    if (!result.ok) return;
    setMade({ name: name.trim(), address: `${window.location.origin}/r/${result.value.token}` });
    setName('');
  };
  const takeBack = async ({ id, name: whom }: SharedLink): Promise<void> => {
    if (valueOrToast(await answered(onTakeBack(id))) !== undefined) toast.success(say.tookBack({ name: whom }));
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.shareTitle}
      foot={
        <button type="button" className="btn btn-quiet" onClick={onClose}>
          {common.close}
        </button>
      }
    >
      <div className="flex flex-col gap-4 text-sm">
        <p>{say.shareNote}</p>
        {made && (
          <div role="status" className="border-s-2 border-petrol ps-3">
            <p>{say.linkFor({ name: made.name })}</p>
            <LinkToCopy label={say.theLink} address={made.address} copied={say.copied} />
          </div>
        )}
        {links.length === 0 && !made && <p className="text-slate">{say.noneShared}</p>}
        {links.length > 0 && (
          <ul className="border-t border-rule">
            {links.map((link) => (
              <li key={link.id} className="flex items-start gap-3 border-b border-rule py-2">
                <div className="min-w-0 flex-1">
                  <b>{link.name}</b>{' '}
                  <span className="text-slate">
                    {say.sharedRun({ number: link.run })}, {say.openUntil}{' '}
                    <Time at={link.until} zone={zone} form="day" />
                  </span>
                  <span className="block text-xs text-slate">
                    {link.usedAt ? (
                      <>
                        {say.opened} <Time at={link.usedAt} zone={zone} />
                        {' · '}
                        {say.whatCameBack({ approved: link.approved, of: link.of, remarks: link.remarks })}
                      </>
                    ) : (
                      say.notOpened
                    )}
                  </span>
                </div>
                <button
                  type="button"
                  className="btn btn-quiet"
                  aria-label={say.takeBack({ name: link.name })}
                  onClick={() => void takeBack(link)}
                >
                  <X size={14} aria-hidden />
                </button>
              </li>
            ))}
          </ul>
        )}
        <form className="flex flex-col gap-3" noValidate onSubmit={(e) => void share(e)}>
          <PanelTitle>{say.makeLink}</PanelTitle>
          {failure && failure.problems.length === 0 && <Trouble>{failure.message}</Trouble>}
          <Field label={say.forWhom} hint={say.forWhomHint} problem={problemAt(failure, '/name')}>
            {(ids) => (
              <input
                {...ids}
                className="input"
                maxLength={120}
                value={name}
                onChange={(e) => setName(e.target.value)}
              />
            )}
          </Field>
          <Segments
            label={say.days}
            value={days}
            choices={DAYS.map((value) => ({ value, label: say.daysN({ n: Number(value) }) }))}
            onChange={setDays}
          />
          <p className="text-xs text-slate">{say.sharedKept}</p>
          <button type="submit" className="btn btn-main self-start" disabled={busy}>
            {say.makeLink}
          </button>
        </form>
      </div>
    </Dialog>
  );
}
