'use client';
/** The store's services in the order they are tried, with what each took today. */
import Link from '../parts/Link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { SERVICE_KIND_LABELS } from '@/core/mail';
import type { Result } from '@/core/result';
import { Time } from '../parts/format';
import { Mark, type Tone } from '../parts/marks';
import { Page } from '../parts/Page';
import { answered, valueOrToast } from '../parts/result';
import { SendingTabs } from './SendingTabs';
import type { ServiceView } from '@/contract/sending';
import { UseChart } from './UseChart';
import { say } from '@/words/sending';
import { say as common } from '@/words/common';
import { Said } from '../parts/Said';
import { readerLocale } from '@/words/speak';

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
  if (s.paused) return { tone: 'waiting', words: say.pausedWhatIsForIt };
  if (s.resting) return { tone: 'failing', words: say.restsWords({ words: s.resting.words }) };
  if (!s.check) return { tone: 'quiet', words: say.notCheckedSinceItWas };
  if (!s.check.passed) {
    const failed = s.check.steps.find((x) => x.state === 'failed');
    return { tone: 'failing', words: failed?.diagnosis?.cause ?? say.failedItsCheck };
  }
  return { tone: 'good', words: say.takesMail };
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
  const clock = (time: number) => <Time at={new Date(time).toISOString()} zone={zone} form="time" />;
  const pause = async (s: ServiceView): Promise<void> => {
    const done = after(await answered(props.onPause(s.id, !s.paused)));
    if (done && done.released > 0) toast.success(say.releasedMessagesOnHoldGo({ released: done.released }));
  };
  return (
    <Page
      title={say.sending}
      note={held > 0 ? say.heldMessagesAreOnHold({ held }) : say.nServices({ n: services.length })}
      actions={<SendingTabs base={base} />}
    >
      <div className="lg:h-full lg:overflow-auto px-5 py-4">
        <p className="mb-3 max-w-3xl text-sm text-slate">{say.theFirstThatMaySend}</p>
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
                    {s.user && ` ${say.asUser({ user: s.user })}`}
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
                        {s.paused ? say.resume : say.pause}
                      </button>
                      <button
                        type="button"
                        className="btn btn-quiet"
                        disabled={i === 0}
                        onClick={() => void answered(props.onMove(s.id, -1)).then(after)}
                      >
                        {common.moveUp}
                      </button>
                      <button
                        type="button"
                        className="btn btn-quiet"
                        disabled={i === services.length - 1}
                        onClick={() => void answered(props.onMove(s.id, 1)).then(after)}
                      >
                        {common.moveDown}
                      </button>
                      {asking === s.id ? (
                        <button
                          type="button"
                          className="btn text-madder"
                          onClick={() => void answered(props.onRemove(s.id)).then(after)}
                        >
                          {say.removeNameAndItsPassword({ name: s.name })}
                        </button>
                      ) : (
                        <button type="button" className="btn btn-quiet" onClick={() => setAsking(s.id)}>
                          {say.remove}
                        </button>
                      )}
                    </div>
                  )}
                </div>
                <div className="border-s border-rule px-3 py-2">
                  <div className="flex items-baseline gap-2 text-sm">
                    <span className="font-semibold tabular-nums">
                      {s.perDay === null
                        ? s.use.used.toLocaleString(readerLocale())
                        : say.usedOfPerDay({ used: s.use.used, perDay: s.perDay })}
                    </span>
                    <span className="text-slate">
                      {s.forecast?.runsOutAt !== undefined ? (
                        s.use.used >= (s.perDay ?? 0) ? (
                          <Said words={say.usedUpUntilAt({})} marks={{ at: () => clock(s.use.day.until) }} />
                        ) : (
                          <Said words={say.usedUpAt({})} marks={{ at: () => clock(s.forecast!.runsOutAt!) }} />
                        )
                      ) : s.perDay !== null ? (
                        <Said words={say.sentTodayResetsAt({})} marks={{ at: () => clock(s.use.day.until) }} />
                      ) : (
                        say.sentTodayNoLimit
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
            {say.connectAnotherService}
          </Link>
        )}
      </div>
    </Page>
  );
}
