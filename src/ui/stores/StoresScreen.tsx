'use client';
/** All stores of a person: how each is, a further one, and closing one. */
import { useState, useTransition } from 'react';
import { toast } from 'sonner';
import { may, ROLE_WORDS } from '@/contract/policy';
import type { CloseStore, ClosingSeen, StoreHealth } from '@/contract/stores';
import type { Result } from '@/core/result';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Segments } from '../parts/fields';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { Page } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { Head } from '../parts/Table';
import { StoreTabs } from '../terms/StoreTabs';
import { say } from '@/words/stores';
import { say as terms } from '@/words/terms';

export interface StoresProps {
  stores: StoreHealth[];
  base: string;
  zone: string;
  mayMake: boolean;
  onLookAtClosing: (store: string) => Promise<Result<ClosingSeen>>;
  onClose: (store: string, input: CloseStore) => Promise<Result<null>>;
  onReopen: (store: string) => Promise<Result<null>>;
}

export function StoresScreen({ stores, base, zone, mayMake, onLookAtClosing, onClose, onReopen }: StoresProps) {
  const [closing, setClosing] = useState<{ store: StoreHealth; seen: ClosingSeen }>();
  const look = async (store: StoreHealth): Promise<void> => {
    const seen = valueOrToast(await answered(onLookAtClosing(store.id)));
    if (seen) setClosing({ store, seen });
  };
  const reopen = async ({ id, name }: StoreHealth): Promise<void> => {
    if (valueOrToast(await answered(onReopen(id))) !== undefined) toast.success(say.isOpenAgain({ name }));
  };
  return (
    <Page
      title={terms.store}
      note={<StoreTabs base={base} part="stores" />}
      actions={
        mayMake && (
          <Link href={`${base}/store/new`} className="btn btn-main">
            {say.newStoreAsk}
          </Link>
        )
      }
    >
      <table className="lines w-full text-sm">
        <Head
          columns={[
            { label: say.store, className: 'ps-5' },
            { label: say.yourRole },
            { label: say.lastOrder },
            { label: say.orders24, end: true },
            { label: say.waiting, end: true },
            { label: say.onHold, end: true },
            { label: say.failed7, end: true },
            { label: say.servicesOn, end: true },
            { label: say.change, end: true },
          ]}
        />
        <tbody>
          {stores.map((s) => {
            const at = `/s/${s.id}`;
            const narrow = (label: string) => <span className="me-1 text-slate lg:hidden">{label}:</span>;
            const number = (label: string, n: number, href: string, bad = false) => (
              <td data-line="rest" className="px-2 text-end tabular-nums">
                {narrow(label)}
                {n > 0 ? (
                  <Link href={at + href} className={`link ${bad ? 'font-semibold text-madder' : ''}`}>
                    {n}
                  </Link>
                ) : (
                  <span className="text-slate">0</span>
                )}
              </td>
            );
            return (
              <tr key={s.id} className="border-b border-rule">
                <td data-line="name" className="py-2 ps-5">
                  <Link href={`${at}/today`} className="link font-semibold">
                    {s.name}
                  </Link>
                  {s.closedAt && (
                    <span className="block text-xs text-slate">
                      {say.closedBy({ by: s.closedBy })} <Time at={s.closedAt} zone={zone} />
                    </span>
                  )}
                </td>
                <td data-line="foot" className="px-2">
                  {ROLE_WORDS[s.role]}
                </td>
                <td data-line="foot-end" className="px-2">
                  {s.lastOrderAt ? (
                    <Time at={s.lastOrderAt} zone={zone} />
                  ) : (
                    <span className="text-slate">{say.noneYet}</span>
                  )}
                </td>
                {number(say.orders24, s.orders, '/orders')}
                {number(say.waiting, s.waiting, '/deliveries?state=planned,deferred')}
                {number(say.onHold, s.held, '/deliveries?state=held', true)}
                {number(say.failed7, s.failed, '/deliveries?state=failed,bounced', true)}
                <td data-line="rest" className="px-2 text-end tabular-nums">
                  {narrow(say.servicesOn)}
                  <Link
                    href={`${at}/sending/services`}
                    className={`link ${s.services === 0 ? 'font-semibold text-madder' : ''}`}
                  >
                    {s.services}
                  </Link>
                </td>
                <td data-line="end" className="px-2 pe-5 text-end">
                  {may(s.role, 'store.close') && (
                    <button
                      type="button"
                      className="btn btn-quiet"
                      aria-label={s.closedAt ? say.reopenName({ name: s.name }) : say.closeName({ name: s.name })}
                      onClick={() => void (s.closedAt ? reopen(s) : look(s))}
                    >
                      {s.closedAt ? say.reopen : say.close}
                    </button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {closing && (
        <CloseDialog
          {...closing}
          onDo={(input) => onClose(closing.store.id, input)}
          onClose={() => setClosing(undefined)}
        />
      )}
    </Page>
  );
}

function CloseDialog({
  store: { name },
  seen: { waiting, held, notices, sources },
  onDo,
  onClose,
}: {
  store: StoreHealth;
  seen: ClosingSeen;
  onDo: (input: CloseStore) => Promise<Result<null>>;
  onClose: () => void;
}) {
  const [what, setWhat] = useState<CloseStore['waiting']>('send');
  const [busy, start] = useTransition();
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.closeTitle({ name })}
      foot={
        <DialogFoot
          label={say.closeIt}
          busy={busy}
          onDo={() =>
            start(async () => {
              if (valueOrToast(await answered(onDo({ waiting: what }))) === undefined) return;
              toast.success(say.isClosed({ name }));
              onClose();
            })
          }
          onClose={onClose}
        />
      }
    >
      <div className="flex flex-col gap-3 text-sm">
        <p>{say.closeNote}</p>
        {sources > 0 && <p>{say.closeSources({ n: sources })}</p>}
        {notices > 0 && <p>{say.closeNotices({ n: notices })}</p>}
        {waiting === 0 ? (
          <p>{say.nothingWaits}</p>
        ) : (
          <>
            <p className="font-semibold">{say.waitN({ n: waiting })}</p>
            {held > 0 && <p>{say.heldN({ n: held })}</p>}
            <Segments
              label={say.whatOfThem}
              value={what}
              choices={[
                { value: 'send', label: say.sendThem },
                { value: 'stop', label: say.stopThem },
              ]}
              onChange={setWhat}
            />
            <p className="text-slate">{what === 'send' ? say.sendNote : say.stopNote}</p>
          </>
        )}
      </div>
    </Dialog>
  );
}
