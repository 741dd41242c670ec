'use client';
/** The newest requests of a shop: what became of each, why, and what it said. */
import { useState } from 'react';
import { toast } from 'sonner';
import type { RequestRow, TakenAgain } from '@/contract/sources';
import type { Result } from '@/core/result';
import { Dialog } from '../parts/Dialog';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { answered, valueOrToast } from '../parts/result';
import { Head } from '../parts/Table';
import { placedProblems } from './labels';
import { STATE_WORDS } from './states';
import { say } from '@/words/sources';
import { say as common } from '@/words/common';

export interface RequestDeeds {
  onRead: (request: string) => Promise<Result<{ body: string }>>;
  onTakeAgain: (requests?: string[]) => Promise<Result<TakenAgain>>;
}

/** Says what became of requests that were taken again. */
export async function takeAgain(asked: Promise<Result<TakenAgain>>): Promise<void> {
  const counts = valueOrToast(await answered(asked));
  if (!counts) return;
  const { taken, wrong } = counts;
  const words = [
    taken > 0 || wrong === 0 ? say.tookN({ n: taken }) : '',
    wrong > 0 ? say.stillWrongN({ n: wrong }) : '',
  ];
  (wrong > 0 ? toast.error : toast.success)(words.filter(Boolean).join(' '));
}

export function RequestsTable({
  requests,
  base,
  zone,
  mayEdit,
  mayTake = true,
  onRead,
  onTakeAgain,
}: RequestDeeds & {
  requests: RequestRow[];
  base: string;
  zone: string;
  mayEdit: boolean;
  /** Its source is on. */ mayTake?: boolean;
}) {
  const [shown, setShown] = useState<string>();
  const [busy, setBusy] = useState(false);
  const show = async (id: string): Promise<void> => {
    const read = valueOrToast(await answered(onRead(id)));
    if (read) setShown(read.body);
  };
  const again = async (id: string): Promise<void> => {
    setBusy(true);
    await takeAgain(onTakeAgain([id]));
    setBusy(false);
  };
  return (
    <>
      <table className="lines w-full text-sm">
        <Head
          columns={[
            { label: say.when, className: 'ps-5' },
            { label: say.what },
            { label: say.result },
            { label: say.answer },
            { label: say.size },
            ...(mayEdit ? [{ label: '', end: true }] : []),
          ]}
        />
        <tbody>
          {requests.map((r) => (
            <tr key={r.id} className="border-b border-rule align-top">
              <td data-line="name" className="py-2 ps-5 whitespace-nowrap">
                <Time at={r.at} zone={zone} />
              </td>
              <td data-line="rest" className="px-2 py-2">
                <span className="break-all">{r.type || r.word}</span>
                {r.type && r.word && r.word !== r.type && <span className="ms-2 text-slate">{r.word}</span>}
                {r.order &&
                  (r.state === 'taken' ? (
                    <Link href={`${base}/orders/${encodeURIComponent(r.order)}`} className="link ms-2">
                      {r.order}
                    </Link>
                  ) : (
                    <span className="ms-2">{r.order}</span>
                  ))}
              </td>
              <td data-line="foot" className="max-w-lg px-2 py-2">
                <span
                  className={
                    r.state === 'wrong' || r.state === 'refused'
                      ? 'font-semibold text-madder'
                      : r.state === 'taken'
                        ? 'font-semibold'
                        : ''
                  }
                >
                  {STATE_WORDS[r.state]}
                </span>
                {r.state === 'taken' && <span className="ms-2 text-slate">{say.planned({ n: r.deliveries })}</span>}
                {r.againAt && (
                  <span className="ms-2 text-slate">
                    {say.takenAgain} <Time at={r.againAt} zone={zone} />
                  </span>
                )}
                {r.problems.length > 0 ? (
                  <ul className="text-slate">
                    {placedProblems(r.problems)
                      .slice(0, 4)
                      .map((words) => (
                        <li key={words}>{words}</li>
                      ))}
                  </ul>
                ) : (
                  r.why && <p className="text-slate">{r.why}</p>
                )}
              </td>
              <td data-line="foot-end" className="px-2 py-2">
                {r.status}
              </td>
              <td className="px-2 py-2 whitespace-nowrap text-slate max-lg:hidden">
                {say.kb({ n: Math.max(1, Math.round(r.bytes / 1000)) })}
              </td>
              {mayEdit && (
                <td data-line="end" className="px-2 py-1.5 pe-5 text-end">
                  <div className="inline-flex gap-2">
                    {r.state !== 'refused' && (
                      <button type="button" className="btn btn-quiet" onClick={() => void show(r.id)}>
                        {say.showBody}
                      </button>
                    )}
                    {(r.state === 'wrong' || r.state === 'kept' || r.state === 'unheard') && (
                      <button
                        type="button"
                        className="btn"
                        disabled={busy || !mayTake}
                        onClick={() => void again(r.id)}
                      >
                        {say.takeOneAgain}
                      </button>
                    )}
                  </div>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {shown !== undefined && (
        <Dialog
          open
          wide
          onClose={() => setShown(undefined)}
          title={say.bodyTitle}
          foot={
            <button type="button" className="btn btn-main" onClick={() => setShown(undefined)}>
              {common.close}
            </button>
          }
        >
          <pre tabIndex={0} className="max-h-[60vh] overflow-auto font-mono text-xs whitespace-pre-wrap">
            {pretty(shown)}
          </pre>
        </Dialog>
      )}
    </>
  );
}

function pretty(body: string): string {
  try {
    return JSON.stringify(JSON.parse(body), null, 2);
  } catch {
    return body;
  }
}
