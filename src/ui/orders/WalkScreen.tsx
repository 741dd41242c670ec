'use client';
/** An order walked through its life: one button a step, what each step sent, and the mailboxes beside it. */
import Link from '../parts/Link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { DeliveryState } from '@/core/mail/state';
import { STATUS_WORDS, type OrderStatus } from '@/core/order';
import type { Result } from '@/core/result';
import { Time } from '../parts/format';
import { Mark } from '../parts/marks';
import { Page, PanelTitle } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { StateWord } from '../parts/states';
import { WatchWaiting } from '../parts/WatchWaiting';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/orders';
import { Said } from '../parts/Said';

export interface WalkProps {
  base: string;
  zone: string;
  number: string;
  customer: string;
  status: OrderStatus;
  clock: { now: string; ahead: number; winds: boolean };
  steps: { id: string; label: string; note: string; done: boolean; next: boolean }[];
  moments: {
    id: string;
    label: string;
    at: string;
    sent: {
      id: string;
      notification: string;
      recipient: string;
      role: string;
      state: DeliveryState;
      waits: boolean;
      subject: string;
      words: string;
      at: string;
    }[];
    not: { id: string; notification: string; why: string }[];
  }[];
  arrived: { id: number; mailbox: string; subject: string; folder: string; receivedAt: string; url: string }[];
  onStep: (id: string) => Promise<Result<null>>;
  onWind: (hours: number) => Promise<Result<null>>;
}

const WINDS = inEachLanguage(() => [
  { hours: 24, label: say.oneDay },
  { hours: 72, label: say.threeDays },
  { hours: 168, label: say.aWeek },
]);

export function WalkScreen(props: WalkProps) {
  const { base, zone, number, customer, status, clock, steps, moments, arrived, onStep, onWind } = props;
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const run = async (work: () => Promise<Result<null>>): Promise<void> => {
    setBusy(true);
    valueOrToast(await answered(work()));
    router.refresh();
    setBusy(false);
  };
  const all = moments.flatMap((m) => m.sent);
  // What waits is due when the clock says so, and then a worker has it within a moment.
  const under = all.some(
    (d) => (['planned', 'sending'].includes(d.state) && !d.waits) || (d.waits && d.at <= clock.now),
  );
  const next = steps.find((s) => s.next);
  return (
    <Page
      back={{ href: `${base}/orders/${encodeURIComponent(number)}`, label: say.theOrder }}
      title={say.stepsOfOrderNumber({ number })}
      note={
        <>
          {customer}, {STATUS_WORDS[status]}
        </>
      }
      actions={
        clock.winds && (
          <span className="text-sm text-slate">
            <Said words={say.demoClock({})} marks={{ at: () => <Time at={clock.now} zone={zone} /> }} />
          </span>
        )
      }
    >
      <WatchWaiting waiting={under} />
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[18.75rem_minmax(0,1fr)_20rem]">
        <section
          aria-label={say.steps}
          className="lg:min-h-0 lg:overflow-auto max-lg:border-b lg:border-e border-rule bg-panel px-5 py-4 text-sm"
        >
          <PanelTitle>{say.itsLife}</PanelTitle>
          <ol className="mt-2 flex flex-col gap-1">
            <li className="flex gap-2 py-1">
              <Mark tone="good" size={12} /> {say.itWasPlaced}
            </li>
            {steps.map((s) => (
              <li key={s.id} className={`py-1 ${s.next ? 'border border-petrol bg-sheet px-3' : ''}`}>
                <div className="flex items-baseline gap-2">
                  <Mark tone={s.done ? 'good' : 'quiet'} size={12} />
                  <span className={s.next ? 'font-semibold' : s.done ? '' : 'text-slate'}>{s.label}</span>
                </div>
                {s.next && (
                  <>
                    <p className="mt-1 text-slate">{s.note}</p>
                    <button
                      type="button"
                      className="btn btn-main my-1.5"
                      disabled={busy}
                      onClick={() => void run(() => onStep(s.id))}
                    >
                      {say.runThisStep}
                    </button>
                  </>
                )}
              </li>
            ))}
          </ol>
          {!next && <p className="mt-3">{say.itHasHadItsWhole}</p>}
          {clock.winds && (
            <div className="mt-5 border-t border-rule pt-3">
              <PanelTitle>{say.moveDemoTimeForwardBy}</PanelTitle>
              <div className="mt-2 flex flex-wrap gap-2">
                {WINDS.map((w) => (
                  <button
                    key={w.hours}
                    type="button"
                    className="btn"
                    disabled={busy}
                    onClick={() => void run(() => onWind(w.hours))}
                  >
                    {w.label}
                  </button>
                ))}
              </div>
              <p className="mt-2 text-xs text-slate">{say.forTheWholeDemoEverything}</p>
            </div>
          )}
        </section>
        <section aria-label={say.whatEachStepSent} className="lg:min-h-0 lg:overflow-auto px-5 py-4 text-sm">
          {moments.toReversed().map((m) => (
            <div key={m.id} className="mb-4">
              <PanelTitle aside={<Time at={m.at} zone={zone} />}>{m.label}</PanelTitle>
              <ul className="mt-1">
                {m.sent.map((d) => (
                  <li key={d.id} className="border-b border-rule py-1.5">
                    <Link
                      href={`${base}/deliveries/${d.id}`}
                      className="flex flex-wrap items-baseline gap-x-3 hover:text-petrol"
                    >
                      <span className="min-w-44 flex-1 break-words">
                        <Said
                          words={say.noticeTo({ notification: d.notification })}
                          marks={{
                            b: (words) => <span className="font-semibold">{words}</span>,
                            who: () => d.recipient,
                          }}
                        />
                      </span>
                      <StateWord state={d.state} waits={d.waits} />
                      {d.waits && (
                        <span className="text-xs text-slate">
                          <Said words={say.dueAt({})} marks={{ at: () => <Time at={d.at} zone={zone} /> }} />
                        </span>
                      )}
                    </Link>
                    <div
                      className="text-slate lg:truncate"
                      dir="auto"
                      title={d.state === 'accepted' ? d.subject : d.words}
                    >
                      {d.state === 'accepted' ? d.subject : d.words}
                    </div>
                  </li>
                ))}
                {m.not.map((n) => (
                  <li key={n.id} className="flex items-baseline gap-2 py-1 text-slate">
                    <Mark tone="quiet" size={10} />
                    <span>{n.why.includes(n.notification) ? n.why : `${n.notification}: ${n.why}`}</span>
                  </li>
                ))}
                {m.sent.length === 0 && m.not.length === 0 && (
                  <li className="py-1 text-slate">{say.nothingGoesOutAtThis}</li>
                )}
              </ul>
            </div>
          ))}
        </section>
        <section
          aria-label={say.mailboxes}
          className="lg:min-h-0 lg:overflow-auto max-lg:border-t lg:border-s border-rule bg-panel px-4 py-4 text-sm"
        >
          <PanelTitle aside={say.nMessages({ n: arrived.length })}>{say.inTheMailboxes}</PanelTitle>
          {!clock.winds && <p className="mt-2 text-slate">{say.lookInTheMailboxesThemselves}</p>}
          {clock.winds && arrived.length === 0 && (
            <p className="mt-2 text-slate">
              <Said
                words={say.nothingArrived({})}
                marks={{
                  link: (words) => (
                    <Link className="link" href={`${base}/sending`}>
                      {words}
                    </Link>
                  ),
                }}
              />
            </p>
          )}
          <ul className="mt-1">
            {arrived.map((m) => (
              <li key={m.id} className="border-b border-rule py-1.5">
                <a href={m.url} target="_blank" rel="noreferrer" className="block hover:text-petrol">
                  <span className="block truncate font-semibold" dir="auto">
                    {m.subject}
                  </span>
                  <span className="flex gap-2 text-xs text-slate">
                    <span className="min-w-0 truncate">{m.mailbox}</span>
                    <span className="ms-auto">{m.folder}</span>
                    <Time at={m.receivedAt} zone={zone} form="time" />
                  </span>
                </a>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </Page>
  );
}
