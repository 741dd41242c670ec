import Link from '../parts/Link';
import { Time } from '../parts/format';
import { Mark } from '../parts/marks';
import { Page, PanelTitle } from '../parts/Page';
import { OutcomeTable, OutcomeChart, type DayCount } from './OutcomeChart';

export interface TodayProps {
  base: string;
  zone: string;
  today: string;
  lines: { state: 'good' | 'waiting' | 'failing'; fact: string; action: string; href: string }[];
  failures: { id: string; notification: string; recipient: string; order: string; words: string; at: string }[];
  days: DayCount[];
}

export function TodayScreen({ base, zone, today, lines, failures, days }: TodayProps) {
  const open = lines.filter((l) => l.state !== 'good').length;
  return (
    <Page
      title="Today"
      note={open === 0 ? 'Everything is ready' : `${open === 1 ? 'One thing' : `${open} things`} to see to`}
    >
      <div className="lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <section
          aria-label="What is ready and what is not"
          className="lg:min-h-0 lg:overflow-auto max-lg:border-b lg:border-e border-rule px-5 py-4"
        >
          <ul>
            {lines.map((line) => (
              <li key={line.fact} className="flex items-baseline gap-x-3 border-b border-rule py-2.5 max-sm:flex-wrap">
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
        </section>
        <section className="flex lg:min-h-0 flex-col gap-4 lg:overflow-auto px-5 py-4">
          <PanelTitle aside="last 30 days">Deliveries by outcome</PanelTitle>
          <div className="h-56 shrink-0">
            <OutcomeChart days={days} today={today} />
          </div>
          {days.length > 0 && <OutcomeTable days={days} />}
          <PanelTitle
            aside={
              <Link href={`${base}/deliveries?state=failed,bounced`} className="link">
                All
              </Link>
            }
          >
            Last failures
          </PanelTitle>
          {failures.length === 0 && <p className="text-sm text-slate">Nothing has failed.</p>}
          <ul>
            {failures.map((f) => (
              <li key={f.id} className="border-b border-rule py-2 text-sm">
                <Link href={`${base}/deliveries/${f.id}`} className="flex items-baseline gap-2 hover:text-petrol">
                  <Mark tone="failing" size={11} />
                  <span className="min-w-0 flex-1 truncate font-semibold">
                    {f.notification} {f.order && `about ${f.order}`}
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
        </section>
      </div>
    </Page>
  );
}
