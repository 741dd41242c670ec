'use client';
/** Before a notification is turned on: who would have had it over the last month, and what they would get twice. */
import { useEffect, useState } from 'react';
import type { Result } from '@/core/result';
import { asking } from '../parts/asking';
import { Dialog } from '../parts/Dialog';
import Link from '../parts/Link';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered } from '../parts/result';
import type { Impact } from '@/contract/notifications';
import { say } from '@/words/journey';

export interface TurnOnProps {
  base: string;
  slug: string;
  name: string;
  onImpact: (slug: string) => Promise<Result<Impact>>;
  onTurnOn: () => void;
  onClose: () => void;
}

export function TurnOnDialog({ base, slug, name, onImpact, onTurnOn, onClose }: TurnOnProps) {
  const [result, setResult] = useState<Result<Impact>>();
  useEffect(() => {
    return asking(() => answered(onImpact(slug)), setResult);
  }, [slug, onImpact]);
  const impact = result?.ok ? result.value : undefined;
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.turnOnName({ name })}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {say.leaveItOff}
          </button>
          <button
            type="button"
            className="btn btn-main"
            disabled={!impact || impact.unpublished.length > 0}
            onClick={onTurnOn}
          >
            {say.turnItOn}
          </button>
        </>
      }
    >
      {!result && <p className="text-sm text-slate">{say.planningTheOrdersOfThe}</p>}
      {result && !result.ok && <Trouble>{result.error.message}</Trouble>}
      {impact && <ImpactWords base={base} impact={impact} />}
    </Dialog>
  );
}

function ImpactWords({ base, impact }: { base: string; impact: Impact }) {
  const { byHand, words, messages, orders, byLanguage, byVariant, without, looked, more, unpublished, doubles } =
    impact;
  return (
    <div className="flex flex-col gap-4 text-sm">
      {doubles.map((d) => (
        <Trouble key={d.name}>{say.personWouldGetNameFor({ person: d.person, name: d.name, order: d.order })}</Trouble>
      ))}
      {unpublished.length > 0 && (
        <Trouble>
          {say.publishTheseFirst}{' '}
          {unpublished.map(({ slug, name }, i) => (
            <span key={slug}>
              {i > 0 && ', '}
              <Link className="link" href={`${base}/desk/${slug}`}>
                {name}
              </Link>
            </span>
          ))}
        </Trouble>
      )}
      <p className="text-base">
        {words ??
          (looked === 0
            ? say.nothingOfTheKindHas
            : byHand
              ? say.nothingGoesOutByItself({ orders, looked })
              : say.overTheLast30Days({ messages, orders }))}
      </p>
      {byLanguage.length > 0 && <Counts title={say.byLanguage} rows={byLanguage} of={messages} />}
      {byVariant.length > 0 && <Counts title={say.byVersion} rows={byVariant} of={messages} />}
      {without.length > 0 && (
        <div>
          <PanelTitle>{byHand ? say.whereItIsNotOffered : say.whoWouldNotHaveHad}</PanelTitle>
          <ul className="mt-1">
            {without.map((w) => (
              <li key={w.why} className="flex gap-3 border-b border-rule py-1">
                <span className="w-20 shrink-0 text-end tabular-nums">{say.ordersOrders({ orders: w.orders })}</span>
                <span>{w.why}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
      {more && <p className="text-slate">{say.ofTheNewestLookedOnly({ looked })}</p>}
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
