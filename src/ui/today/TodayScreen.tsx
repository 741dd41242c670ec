import Link from '../parts/Link';
import type { DaySoFar, LanguageCover, ServiceUse, TodayLine } from '@/contract/today';
import { languageName } from '@/core/names';
import { Time } from '../parts/format';
import { Mark } from '../parts/marks';
import { Page, PanelTitle } from '../parts/Page';
import { FirstSteps, type FirstStepsProps } from './FirstSteps';
import { OutcomeTable, OutcomeChart, type DayCount } from './OutcomeChart';
import { say } from '@/words/today';
import { say as common } from '@/words/common';
import { Said } from '../parts/Said';
import { readerLocale } from '@/words/speak';

export interface TodayProps extends FirstStepsProps {
  zone: string;
  today: string;
  lines: TodayLine[];
  soFar: DaySoFar;
  services: ServiceUse[];
  languages: LanguageCover[];
  failures: { id: string; notification: string; recipient: string; order: string; words: string; at: string }[];
  days: DayCount[];
}

export function TodayScreen(props: TodayProps) {
  const { base, zone, today, steps, soFar, services, languages, failures, days } = props;
  // What a first step says already need not be said again below it.
  const open = new Set(steps.filter((s) => !s.done).map((s) => s.id));
  const lines = props.lines.filter((l) => !l.step || !open.has(l.step));
  const toDo = lines.filter((l) => l.state !== 'good');
  const good = lines.filter((l) => l.state === 'good');
  const count = toDo.length + open.size;
  return (
    <Page title={say.today} note={count === 0 ? say.everythingIsReady : say.thingsToSeeTo({ n: count })}>
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <section
          aria-label={say.whatIsReadyAndWhat}
          className="flex flex-col gap-5 border-rule px-5 py-4 max-lg:border-b lg:min-h-0 lg:overflow-auto lg:border-e"
        >
          {steps.length > 0 && <FirstSteps {...props} />}
          <Lines base={base} lines={toDo} />
          <div className="grid gap-x-8 gap-y-5 sm:grid-cols-2">
            <Services base={base} services={services} />
            <Languages base={base} languages={languages} />
          </div>
          {good.length > 0 && (
            <div>
              <PanelTitle>{say.inOrder}</PanelTitle>
              <Lines base={base} lines={good} />
            </div>
          )}
        </section>
        <section className="flex flex-col gap-4 px-5 py-4 lg:min-h-0 lg:overflow-auto">
          <SoFar base={base} zone={zone} soFar={soFar} />
          <div>
            <PanelTitle aside={say.last30Days}>{say.deliveriesByOutcome}</PanelTitle>
            <div className="h-40 shrink-0">
              <OutcomeChart days={days} today={today} />
            </div>
            {days.length > 0 && <OutcomeTable days={days} />}
          </div>
          <div>
            <PanelTitle
              aside={
                <Link href={`${base}/deliveries?state=failed,bounced`} className="link">
                  {common.all}
                </Link>
              }
            >
              {say.lastFailures}
            </PanelTitle>
            {failures.length === 0 && <p className="text-sm text-slate">{say.nothingHasFailed}</p>}
            <ul>
              {failures.map((f) => (
                <li key={f.id} className="border-b border-rule py-2 text-sm">
                  <Link href={`${base}/deliveries/${f.id}`} className="flex items-baseline gap-2 hover:text-petrol">
                    <Mark tone="failing" size={11} />
                    <span className="min-w-0 flex-1 truncate font-semibold">
                      {f.order ? say.noticeAbout({ notification: f.notification, order: f.order }) : f.notification}
                    </span>
                    <span className="text-xs text-slate">
                      <Time at={f.at} zone={zone} />
                    </span>
                  </Link>
                  <p className="ps-5 text-slate">
                    {f.recipient}: {f.words}
                  </p>
                </li>
              ))}
            </ul>
          </div>
        </section>
      </div>
    </Page>
  );
}

function Lines({ base, lines }: { base: string; lines: readonly TodayLine[] }) {
  return (
    <ul>
      {lines.map((line) => (
        <li key={line.fact} className="flex items-baseline gap-x-3 border-b border-rule py-2 max-sm:flex-wrap">
          <span className="translate-y-0.5">
            <Mark tone={line.state} />
          </span>
          <span className="min-w-0 flex-1 basis-3/4">{line.fact}</span>
          <Link href={base + line.href} className="link shrink-0 py-0.5 text-sm max-sm:ms-7">
            {line.action}
          </Link>
        </li>
      ))}
    </ul>
  );
}

/** The store's day in figures, each leading to its messages; then what goes out next. */
function SoFar({ base, zone, soFar }: { base: string; zone: string; soFar: DaySoFar }) {
  const figures: [number, string, string][] = [
    [soFar.accepted, say.sentToday, '/deliveries?state=accepted'],
    [soFar.waiting, say.scheduled, '/deliveries?state=planned,deferred'],
    [soFar.held, say.onHold, '/deliveries?state=held'],
    [soFar.failed, say.failedToday, '/deliveries?state=failed,bounced'],
  ];
  return (
    <div>
      <ul className="grid grid-cols-4 gap-2">
        {figures.map(([n, words, href]) => (
          <li key={words}>
            <Link href={base + href} className="block hover:text-petrol">
              <span className="block font-serif text-xl leading-tight">{n.toLocaleString(readerLocale())}</span>
              <span className="block text-xs text-slate">{words}</span>
            </Link>
          </li>
        ))}
      </ul>
      {soFar.next.length > 0 && (
        <ul aria-label={say.goesOutNext} className="mt-3">
          {soFar.next.map((d) => (
            <li key={d.id} className="border-t border-rule text-sm">
              <Link href={`${base}/deliveries/${d.id}`} className="flex items-baseline gap-2 py-1 hover:text-petrol">
                <span className="shrink-0 text-slate">
                  <Time at={d.at} zone={zone} />
                </span>
                <span
                  className="min-w-0 flex-1 truncate"
                  title={say.notificationToRecipient({ notification: d.notification, recipient: d.recipient })}
                >
                  <Said
                    words={say.noticeTo({ notification: d.notification })}
                    marks={{ who: () => <bdi>{d.recipient}</bdi> }}
                  />
                </span>
                <span className="shrink-0 text-xs text-slate">{d.order}</span>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** What each service has sent of its day's limit. */
function Services({ base, services }: { base: string; services: readonly ServiceUse[] }) {
  return (
    <div>
      <PanelTitle aside={say.sentToday}>{say.sendingServices}</PanelTitle>
      {services.length === 0 && <p className="mt-1 text-sm text-slate">{say.noneIsConnected}</p>}
      <ul>
        {services.map((s) => (
          <li key={s.id} className="py-1.5 text-sm">
            <Link href={`${base}/sending/services/${s.id}`} className="flex items-baseline gap-2 hover:text-petrol">
              <span className="min-w-0 flex-1 truncate" title={s.name}>
                {s.name}
              </span>
              {s.stopped && <span className="text-xs text-marigold-ink">{say.stopped}</span>}
              <span className="tabular-nums">
                {s.perDay === null
                  ? say.usedNoLimit({ used: s.used })
                  : say.usedOfPerDay({ used: s.used, perDay: s.perDay })}
              </span>
            </Link>
            {s.perDay !== null && <Share of={s.perDay} n={s.used} />}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** How much of what customers get has words in each language. */
function Languages({ base, languages }: { base: string; languages: readonly LanguageCover[] }) {
  return (
    <div>
      <PanelTitle aside={say.messagesIn30Days}>{say.languagesOfCustomers}</PanelTitle>
      <ul>
        {languages.map((l) => (
          <li key={l.language} className="py-1 text-sm">
            <Link href={`${base}/journey?view=list`} className="flex items-baseline gap-2 hover:text-petrol">
              <span className="min-w-0 flex-1 truncate">{languageName(l.language)}</span>
              <span className="text-xs text-slate">
                {l.complete === l.of ? say.complete : say.completeOfOfNotifications({ complete: l.complete, of: l.of })}
              </span>
              <span className="w-10 text-end tabular-nums">{l.messages}</span>
            </Link>
            <Share of={l.of} n={l.complete} />
          </li>
        ))}
      </ul>
    </div>
  );
}

/** A share as a line; the figures stand above it. */
function Share({ n, of }: { n: number; of: number }) {
  return (
    <div aria-hidden className="mt-1 h-1 forced-color-adjust-none bg-rule">
      <div className="h-1 bg-petrol" style={{ width: `${of === 0 ? 0 : Math.min(100, (n / of) * 100)}%` }} />
    </div>
  );
}
