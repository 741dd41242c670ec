'use client';
/** Before a notification is turned on: who would have had it over the last month, and what they would get twice. */
import { useEffect, useState } from 'react';
import type { Result } from '@/core/result';
import { Dialog } from '../parts/Dialog';
import { plural } from '../parts/format';
import { Mark } from '../parts/marks';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered } from '../parts/result';
import type { Impact } from '@/contract/notifications';

export interface TurnOnProps {
  slug: string;
  name: string;
  onImpact: (slug: string) => Promise<Result<Impact>>;
  onTurnOn: () => void;
  onClose: () => void;
}

export function TurnOnDialog({ slug, name, onImpact, onTurnOn, onClose }: TurnOnProps) {
  const [result, setResult] = useState<Result<Impact>>();
  useEffect(() => {
    let gone = false;
    void answered(onImpact(slug)).then((r) => {
      if (!gone) setResult(r);
    });
    return () => {
      gone = true;
    };
  }, [slug, onImpact]);
  const impact = result?.ok ? result.value : undefined;
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Turn on ${name}`}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            Leave it off
          </button>
          <button type="button" className="btn btn-main" disabled={!impact} onClick={onTurnOn}>
            Turn it on
          </button>
        </>
      }
    >
      {!result && <p className="text-sm text-slate">Planning the orders of the last 30 days ...</p>}
      {result && !result.ok && <Trouble>{result.error.message}</Trouble>}
      {impact && <ImpactWords impact={impact} />}
    </Dialog>
  );
}

function ImpactWords({ impact }: { impact: Impact }) {
  const { byHand, messages, orders, byLanguage, byVariant, without, looked, more, unpublished, doubles } = impact;
  return (
    <div className="flex flex-col gap-4 text-sm">
      {doubles.map((d) => (
        <Trouble key={d.name}>
          {d.person} would get “{d.name}” for the same moment as well, for order {d.order} for one. Turn one of them
          off, or give one a condition.
        </Trouble>
      ))}
      {unpublished.length > 0 && (
        <p className="flex gap-2">
          <Mark tone="waiting" />
          <span>
            Never published, so nothing goes out of it yet: {unpublished.join(', ')}. The numbers below count its draft.
          </span>
        </p>
      )}
      <p className="text-base">
        {looked === 0
          ? 'Nothing of the kind has happened in the last 30 days, so nobody would have had it.'
          : byHand
            ? `Nothing goes out by itself: colleagues choose it on an order. It is offered for ${orders} of the ${plural(looked, 'order', 'orders')} of the last 30 days.`
            : `Over the last 30 days ${plural(messages, 'message', 'messages')} would have gone out about ${plural(orders, 'order', 'orders')}.`}
      </p>
      {byLanguage.length > 0 && <Counts title="By language" rows={byLanguage} of={messages} />}
      {byVariant.length > 0 && <Counts title="By version" rows={byVariant} of={messages} />}
      {without.length > 0 && (
        <div>
          <PanelTitle>{byHand ? 'Where it is not offered' : 'Who would not have had it'}</PanelTitle>
          <ul className="mt-1">
            {without.map((w) => (
              <li key={w.why} className="flex gap-3 border-b border-rule py-1">
                <span className="w-20 shrink-0 text-end tabular-nums">{plural(w.orders, 'order', 'orders')}</span>
                <span>{w.why}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
      {more && <p className="text-slate">Of the newest {looked.toLocaleString('en-GB')} only; there were more.</p>}
    </div>
  );
}

function Counts({ title, rows, of }: { title: string; rows: { name: string; messages: number }[]; of: number }) {
  return (
    <div>
      <PanelTitle>{title}</PanelTitle>
      <table className="mt-1 w-full">
        <tbody>
          {rows.map((r) => (
            <tr key={r.name} className="border-b border-rule">
              <th scope="row" className="w-40 py-1 text-start font-normal">
                {r.name}
              </th>
              <td className="w-12 text-end tabular-nums">{r.messages}</td>
              <td className="ps-3">
                <div
                  className="h-2 forced-color-adjust-none bg-petrol"
                  style={{ width: `${Math.max(1, (r.messages / of) * 100)}%` }}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
