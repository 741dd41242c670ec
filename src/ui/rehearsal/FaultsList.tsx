/** What becomes of a message while something of sending goes wrong. */
import type { FaultsView, FaultView } from '@/contract/rehearsal';
import Link from '../parts/Link';
import { Head } from '../parts/Table';
import { VerdictMark } from './Verdict';
import { lengthOf, MINUTE } from '../parts/format';
import { FAULT_HEADS, FAULT_WORDS } from './fault-words';
import { say } from '@/words/rehearsal';

function whatOf({ fault, came, afterMs = 0, via, state, outcome }: FaultView): string {
  if (fault === 'returned') return outcome === 'wrong' ? say.comesBackUnseen : say.comesBackSeen;
  if (came === 0) return state === 'held' ? say.waitsForPeople : outcome === 'wrong' ? say.isLost : say.doesNotArrive;
  if (came > 1) return say.arrivesTwice;
  if (fault === 'unsigned' && outcome === 'noted') return say.arrivesUnsigned;
  const service = via === '' ? '' : say.byService({ service: via });
  return `${afterMs < MINUTE ? say.arrivesAtOnce : say.arrivesAfter({ length: lengthOf(afterMs) })}${service}`;
}

/** What staff are shown of it, or have to do. */
function toldOf({ fault, came, state, outcome, words, remedy }: FaultView): string {
  if (came > 0 && outcome === 'right') return say.nothingToDo;
  if (fault === 'returned' && outcome === 'wrong') return say.returnsUnread;
  if (fault === 'unsigned') return say.recordNeeded;
  if (came > 1) return say.triesOnRecord;
  if (fault === 'unwanted') return say.answerOnRecord;
  return state === 'accepted' ? '' : [words, remedy].filter(Boolean).join(' ');
}

export function FaultsList({
  base,
  faults,
  since,
  hasService,
}: {
  base: string;
  faults: FaultsView | undefined;
  since: string | undefined;
  hasService: boolean;
}) {
  if (!faults) {
    return (
      <p className="max-w-3xl px-5 py-4 text-sm">
        {since === undefined ? (
          say.faultsNone
        ) : (
          <>
            {say.faultsNotAnew}{' '}
            <Link href={since} className="link">
              {say.faultsThere}
            </Link>
          </>
        )}
      </p>
    );
  }
  const { rows, of, underWay } = faults;
  const what = faults.version ? `${faults.notification}, ${faults.version}` : faults.notification;
  const tried = new Set(rows.map((r) => r.of));
  const parts = (['service', 'reader', 'afterwards'] as const).filter((p) => tried.has(p));
  return (
    <>
      <p className="max-w-3xl px-5 py-3 text-sm text-slate">
        {hasService
          ? say.faultsNote({ what, recipient: faults.recipient })
          : say.faultsNoteStandIn({ what, recipient: faults.recipient })}
      </p>
      {rows.length < of && (
        <p role="status" className="px-5 pb-3 text-sm">
          {underWay ? say.faultsRunning({ done: rows.length, of }) : say.faultsBroken({ done: rows.length, of })}
        </p>
      )}
      {parts.map((part) => (
        <section key={part} aria-labelledby={`faults-${part}`} className="mb-5">
          <h2 id={`faults-${part}`} className="px-5 pb-1.5 font-serif text-base font-medium">
            {FAULT_HEADS[part]}
          </h2>
          <table className="lines w-full text-sm">
            <Head
              columns={[
                { label: say.whatGoesWrong, className: 'w-1/3' },
                { label: say.whatBecomes, className: 'w-1/3' },
                { label: say.whatStaffSee },
              ]}
            />
            <tbody>
              {rows
                .filter((r) => r.of === part)
                .map((r) => (
                  <tr key={r.fault} className="border-b border-rule align-top">
                    <td data-line="name" className="py-1.5 ps-5 pe-2">
                      {FAULT_WORDS[r.fault]}
                    </td>
                    <td data-line="rest" className="px-2 py-1.5">
                      <span className="inline-flex items-baseline gap-1.5">
                        <span className="translate-y-0.5">
                          <VerdictMark outcome={r.outcome} />
                        </span>
                        <span className={r.outcome === 'wrong' ? 'font-semibold text-madder' : ''}>{whatOf(r)}</span>
                      </span>
                      {r.came === 1 && r.tries > 1 && (
                        <div className="ps-4.5 text-xs text-slate">{say.onTry({ n: r.tries })}</div>
                      )}
                    </td>
                    <td data-line="foot" className="px-2 py-1.5 pe-5 text-slate">
                      {toldOf(r)}
                      {r.came === 0 && r.outcome === 'noted' && ` ${say.onToday}`}
                      {(r.fault === 'returned' || r.fault === 'unsigned') && r.outcome !== 'right' && (
                        <>
                          {' '}
                          <Link href={`${base}/sending/domains`} className="link">
                            {say.seeDomains}
                          </Link>
                        </>
                      )}
                    </td>
                  </tr>
                ))}
            </tbody>
          </table>
        </section>
      ))}
    </>
  );
}
