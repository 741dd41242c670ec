'use client';
/** A page of orders. Some can be chosen, on this page and others, to write to all of them. */
import Link from '../parts/Link';
import { useState } from 'react';
import { STATUS_WORDS } from '@/core/order';
import { languageName } from '@/core/names';
import { Money, Time } from '../parts/format';
import { Head } from '../parts/Table';
import type { OrderRow } from '@/contract/orders';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/orders';
import { say as common } from '@/words/common';

const COLUMNS = inEachLanguage(
  () =>
    [
      { label: common.order },
      { label: common.customer, className: 'px-3' },
      { label: say.placed },
      { label: common.state },
      { label: common.channel },
      { label: common.language },
      { label: say.total, end: true },
    ] as const,
);

/** One message goes to no more orders at a time. */
const MOST = 200;

export function OrdersTable({
  base,
  zone,
  rows,
  channels,
  mayWrite,
}: {
  base: string;
  zone: string;
  rows: readonly OrderRow[];
  /** Names by id. */
  channels: Record<string, string>;
  mayWrite: boolean;
}) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const here = rows.filter((o) => chosen.has(o.number)).length;
  const choose = (numbers: readonly string[], on: boolean): void => {
    const next = new Set(chosen);
    for (const number of numbers) {
      if (on) next.add(number);
      else next.delete(number);
    }
    setChosen(next);
  };
  return (
    <>
      <table className="lines w-full text-sm">
        <Head
          columns={COLUMNS}
          first={
            mayWrite && (
              <input
                type="checkbox"
                className="size-4 accent-petrol max-lg:hidden"
                aria-label={say.chooseAllOnThisPage}
                checked={here === rows.length}
                ref={(box) => {
                  if (box) box.indeterminate = here > 0 && here < rows.length;
                }}
                onChange={(e) =>
                  choose(
                    rows.map((o) => o.number),
                    e.target.checked,
                  )
                }
              />
            )
          }
        />
        <tbody>
          {rows.map((o) => (
            <tr
              key={o.id}
              className={`border-b border-rule hover:bg-petrol-tint/50 ${chosen.has(o.number) ? 'bg-petrol-tint/60' : ''}`}
            >
              {mayWrite && (
                <td data-line="box" className="ps-5">
                  <input
                    type="checkbox"
                    className="size-4 accent-petrol"
                    aria-label={say.chooseNumber({ number: o.number })}
                    checked={chosen.has(o.number)}
                    onChange={(e) => choose([o.number], e.target.checked)}
                  />
                </td>
              )}
              <td data-line="name" className={`py-2 pe-2 ${mayWrite ? 'ps-3' : 'ps-5'}`}>
                <Link href={`${base}/orders/${encodeURIComponent(o.number)}`} className="link">
                  {o.number}
                </Link>
              </td>
              <td data-line="rest" className="max-w-64 truncate px-3" title={`${o.customerName} ${o.customerEmail}`}>
                <bdi>{o.customerName}</bdi> <span className="text-xs text-slate">{o.customerEmail}</span>
              </td>
              <td data-line="foot-end" className="px-2">
                <Time at={o.placedAt} zone={zone} />
              </td>
              <td data-line="foot" className="px-2">
                {STATUS_WORDS[o.status]}
              </td>
              <td className="px-2">{channels[o.channel] ?? o.channel}</td>
              <td className="px-2">{languageName(o.language)}</td>
              <td data-line="end" className="px-5 text-end">
                <Money minor={o.total} currency={o.currency} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {chosen.size > 0 && (
        <div
          role="status"
          className="sticky bottom-0 flex items-center gap-3 border-t border-rule bg-panel px-5 py-2 text-sm shadow-sheet"
        >
          {say.nOrdersChosen({ n: chosen.size })}
          {chosen.size > MOST ? (
            <span className="text-madder">{say.mostAtATime({ most: MOST })}</span>
          ) : (
            <Link
              href={`${base}/orders/write?orders=${[...chosen].map(encodeURIComponent).join(',')}`}
              className="btn btn-main"
            >
              {chosen.size === 1 ? say.writeToIt : say.writeToThem}
            </Link>
          )}
          <button type="button" className="link" onClick={() => setChosen(new Set())}>
            {say.chooseNone}
          </button>
        </div>
      )}
    </>
  );
}
