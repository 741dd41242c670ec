'use client';
/** The store's services in the order they are tried, with what each took today. */
import Link from '../parts/Link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { SERVICE_KIND_LABELS } from '@/core/mail';
import type { Result } from '@/core/result';
import { plural, Time } from '../parts/format';
import { Mark, type Tone } from '../parts/marks';
import { Page } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { SendingTabs } from './SendingTabs';
import type { ServiceView } from '@/contract/sending';
import { UseChart } from './UseChart';

export interface ServicesProps {
  base: string;
  services: ServiceView[];
  held: number;
  now: number;
  zone: string;
  mayEdit: boolean;
  onPause: (id: string, paused: boolean) => Promise<Result<{ released: number }>>;
  onMove: (id: string, by: -1 | 1) => Promise<Result<null>>;
  onRemove: (id: string) => Promise<Result<null>>;
}

function standing(s: ServiceView): { tone: Tone; words: string } {
  if (s.paused) return { tone: 'waiting', words: 'paused: what is for it waits' };
  if (s.resting) return { tone: 'failing', words: `rests: ${s.resting.words}` };
  if (!s.check) return { tone: 'quiet', words: 'not checked since it was saved' };
  if (!s.check.passed) {
    const failed = s.check.steps.find((x) => x.state === 'failed');
    return { tone: 'failing', words: failed?.diagnosis?.cause ?? 'failed its check' };
  }
  return { tone: 'good', words: 'takes mail' };
}

export function ServicesScreen(props: ServicesProps) {
  const { base, services, held, now, zone, mayEdit } = props;
  const router = useRouter();
  const [asking, setAsking] = useState<string>();
  const after = <T,>(result: Result<T>): T | undefined => {
    const value = valueOrToast(result);
    if (value !== undefined) router.refresh();
    return value;
  };
  const pause = async (s: ServiceView): Promise<void> => {
    const done = after(await answered(props.onPause(s.id, !s.paused)));
    if (done && done.released > 0)
      toast.success(`${plural(done.released, 'message on hold goes', 'messages on hold go')} out now.`);
  };
  return (
    <Page
      title="Sending"
      note={
        held > 0
          ? `${plural(held, 'message is', 'messages are')} on hold`
          : plural(services.length, 'service', 'services')
      }
      actions={<SendingTabs base={base} />}
    >
      <div className="lg:h-full lg:overflow-auto px-5 py-4">
        <p className="mb-3 max-w-3xl text-sm text-slate">
          The first that may send as the sender takes a message. When it fails, is paused or at its limit, the next
          takes over.
        </p>
        <ol className="flex flex-col gap-3" data-testid="services">
          {services.map((s, i) => {
            const { tone, words } = standing(s);
            return (
              <li
                key={s.id}
                className="grid grid-cols-1 border border-rule bg-sheet sm:grid-cols-[minmax(0,5fr)_minmax(0,6fr)]"
              >
                <div className="flex min-w-0 flex-col gap-1.5 px-4 py-3 text-sm">
                  <div className="flex flex-wrap items-baseline gap-x-2">
                    <span className="text-slate tabular-nums">{i + 1}</span>
                    <Link href={`${base}/sending/services/${s.id}`} className="font-serif text-lg hover:text-petrol">
                      {s.name}
                    </Link>
                    <span className="text-slate">{SERVICE_KIND_LABELS[s.kind]}</span>
                  </div>
                  <div className="break-all text-slate">
                    {s.host}:{s.port}
                    {s.user && ` as ${s.user}`}
                  </div>
                  <div className="flex items-start gap-2">
                    <span className="mt-0.5">
                      <Mark tone={tone} />
                    </span>
                    <span>{words}</span>
                  </div>
                  {s.refuses.map((r) => (
                    <div key={r.address} className="flex items-start gap-2">
                      <span className="mt-0.5">
                        <Mark tone="waiting" />
                      </span>
                      <span>{r.trouble.words}</span>
                    </div>
                  ))}
                  {mayEdit && (
                    <div className="mt-auto flex flex-wrap gap-1 pt-1">
                      <button type="button" className="btn" onClick={() => void pause(s)}>
                        {s.paused ? 'Resume' : 'Pause'}
                      </button>
                      <button
                        type="button"
                        className="btn btn-quiet"
                        disabled={i === 0}
                        onClick={() => void answered(props.onMove(s.id, -1)).then(after)}
                      >
                        Move up
                      </button>
                      <button
                        type="button"
                        className="btn btn-quiet"
                        disabled={i === services.length - 1}
                        onClick={() => void answered(props.onMove(s.id, 1)).then(after)}
                      >
                        Move down
                      </button>
                      {asking === s.id ? (
                        <button
                          type="button"
                          className="btn text-madder"
                          onClick={() => void answered(props.onRemove(s.id)).then(after)}
                        >
                          Remove {s.name} and its password
                        </button>
                      ) : (
                        <button type="button" className="btn btn-quiet" onClick={() => setAsking(s.id)}>
                          Remove ...
                        </button>
                      )}
                    </div>
                  )}
                </div>
                <div className="border-s border-rule px-3 py-2">
                  <div className="flex items-baseline gap-2 text-sm">
                    <span className="font-semibold tabular-nums">
                      {s.use.used}
                      {s.perDay !== null && ` of ${s.perDay}`}
                    </span>
                    <span className="text-slate">
                      {s.forecast?.runsOutAt !== undefined ? (
                        s.use.used >= (s.perDay ?? 0) ? (
                          <>
                            used up until <Time at={new Date(s.use.day.until).toISOString()} zone={zone} form="time" />
                          </>
                        ) : (
                          <>
                            at this pace used up at{' '}
                            <Time at={new Date(s.forecast.runsOutAt).toISOString()} zone={zone} form="time" />
                          </>
                        )
                      ) : s.perDay !== null ? (
                        <>
                          sent today; the limit resets at{' '}
                          <Time at={new Date(s.use.day.until).toISOString()} zone={zone} form="time" />
                        </>
                      ) : (
                        'sent today, no limit'
                      )}
                    </span>
                  </div>
                  <UseChart
                    use={s.use}
                    perDay={s.perDay}
                    now={now}
                    zone={zone}
                    {...(s.forecast && { forecast: s.forecast })}
                  />
                </div>
              </li>
            );
          })}
        </ol>
        {mayEdit && (
          <Link href={`${base}/sending/services/new`} className="btn mt-3 inline-flex">
            Connect another service
          </Link>
        )}
      </div>
    </Page>
  );
}
