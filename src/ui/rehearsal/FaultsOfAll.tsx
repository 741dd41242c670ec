'use client';
/** What becomes of all messages of a rehearsal while something of sending goes wrong: fault by outcome. */
import type { FaultsOfAllView, FaultView } from '@/contract/rehearsal';
import { AUDIENCE_WORDS } from '@/core/moments';
import { listed } from '@/words/speak';
import { DELIVERY_STATE_WORDS } from '@/core/mail/state';
import { PanelTitle } from '../parts/Page';
import { Head } from '../parts/Table';
import { VerdictMark } from './Verdict';
import { lengthOf, MINUTE } from '../parts/format';
import { FAULT_HEADS, FAULT_WORDS } from './fault-words';
import { say } from '@/words/rehearsal';

type Row = FaultsOfAllView['rows'][number];

export function FaultsOfAll({
  faults,
  onTry,
  onStop,
}: {
  faults: FaultsOfAllView | undefined;
  /** Undefined where it may not be asked for. */
  onTry: (() => void) | undefined;
  onStop: (() => void) | undefined;
}) {
  const underWay = faults?.state === 'waiting' || faults?.state === 'trying';
  return (
    <section aria-labelledby="faults-all" className="border-b border-rule px-5 py-3 text-sm">
      <PanelTitle>
        <span id="faults-all">{say.faultsAllTitle}</span>
      </PanelTitle>
      <p className="mt-1 max-w-3xl text-slate">{say.faultsAllNote}</p>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        {underWay && (
          <span role="status" className="inline-flex items-center gap-3">
            <progress
              aria-label={say.faultsAllTitle}
              className="h-2 w-60 accent-petrol"
              max={Math.max(1, faults.of)}
              value={faults.done}
            />
            {faults.of === 0 ? say.waiting : say.faultsRunning({ done: faults.rows.length, of: faults.faults })}
          </span>
        )}
        {underWay && onStop && (
          <button type="button" className="btn" onClick={onStop}>
            {say.stopFaults}
          </button>
        )}
        {!underWay && onTry && (
          <button type="button" className="btn" onClick={onTry}>
            {faults ? say.tryAllAgain : say.tryAll}
          </button>
        )}
        {!underWay && onTry && <span className="text-slate">{say.tryAllTakes}</span>}
        {faults?.state === 'stopped' && (
          <span>{say.faultsBroken({ done: faults.rows.length, of: faults.faults })}</span>
        )}
        {faults?.state === 'broken' && <span className="font-semibold text-madder">{say.faultsAllBroken}</span>}
      </div>
      {faults && faults.rows.length > 0 && (
        <div className="-mx-5 mt-3">
          {(['service', 'reader', 'afterwards'] as const)
            .map((part) => [part, faults.rows.filter((r) => r.of === part)] as const)
            .filter(([, rows]) => rows.length > 0)
            .map(([part, rows]) => (
              <PartTable key={part} part={part} rows={rows} />
            ))}
        </div>
      )}
    </section>
  );
}

function PartTable({ part, rows }: { part: FaultView['of']; rows: readonly Row[] }) {
  return (
    <section aria-label={`${say.faultsAllTitle}: ${FAULT_HEADS[part]}`} className="mb-4">
      <h3 className="px-5 pb-1 font-serif text-base font-medium">{FAULT_HEADS[part]}</h3>
      <table className="lines w-full text-sm">
        <Head
          columns={[
            { label: say.whatGoesWrong, className: 'w-1/3' },
            { label: say.arriveAsTheyShould, className: 'w-64' },
            { label: say.otherwise },
          ]}
        />
        <tbody>
          {rows.map((r) => (
            <tr key={r.fault} className="border-b border-rule align-top">
              <td data-line="name" className="py-1.5 ps-5 pe-2">
                <span className="inline-flex items-baseline gap-1.5">
                  <span className="translate-y-0.5">
                    <VerdictMark outcome={r.outcome} />
                  </span>
                  {FAULT_WORDS[r.fault]}
                </span>
              </td>
              <td data-line="rest" className="px-2 py-1.5">
                {say.nArrive({ n: r.right, of: r.right + r.noted + r.wrong })}
                {r.right > 0 && r.fault !== 'unsigned' && (
                  <div className="text-xs text-slate">
                    {[
                      r.latestMs < MINUTE ? say.allAtOnce : say.atTheLatest({ length: lengthOf(r.latestMs) }),
                      ...servicesOf(r),
                    ].join(' · ')}
                  </div>
                )}
              </td>
              <td data-line="foot" className="px-2 py-1.5 pe-5">
                <Otherwise row={r} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

const servicesOf = ({ via }: Row): string[] => {
  const names = Object.entries(via).filter(([name]) => name !== '');
  return names.length === 0 ? [] : [listed(names.map(([name, n]) => say.nByService({ n, service: name })))];
};

/** What did not arrive as it should: how many, and which. */
function Otherwise({ row: { fault, noted, wrong, examples } }: { row: Row }) {
  if (noted + wrong === 0) return <span className="text-slate">{say.nothingElse}</span>;
  return (
    <details>
      <summary className="min-h-6 cursor-pointer">
        {wrong > 0 && <span className="font-semibold text-madder">{say.nLost({ n: wrong })} </span>}
        {noted > 0 && <span>{fault === 'unsigned' ? say.nUnsigned({ n: noted }) : say.nOnRecord({ n: noted })}</span>}
      </summary>
      <ul className="mt-1">
        {examples.map((e, i) => (
          <li key={i} className="border-t border-rule py-1">
            <span className={e.outcome === 'wrong' ? 'font-semibold text-madder' : ''}>
              {e.version ? `${e.notification}, ${e.version}` : e.notification}
            </span>
            <span className="text-slate">
              {' '}
              · {AUDIENCE_WORDS[e.role]} · {say.nTimes({ n: e.times })} ·{' '}
              {e.came > 1 ? say.arrivesTwice : DELIVERY_STATE_WORDS[e.state]}
            </span>
            {e.words && e.state !== 'accepted' && <span className="block text-xs text-slate">{e.words}</span>}
          </li>
        ))}
      </ul>
    </details>
  );
}
