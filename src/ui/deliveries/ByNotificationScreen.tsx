/** The record by notification: when the last message of each was accepted, and what should have come since and has not. */
import type { NotificationRecord } from '@/contract/deliveries';
import { AUDIENCE_WORDS } from '@/core/moments';
import { inEachLanguage, readerLocale } from '@/words/speak';
import { say } from '@/words/deliveries';
import { say as common } from '@/words/common';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { Mark, type Tone } from '../parts/marks';
import { Page } from '../parts/Page';
import { Head } from '../parts/Table';
import { DeliveriesTabs } from './DeliveriesTabs';

const COLUMNS = inEachLanguage(
  () =>
    [
      { label: common.notification },
      { label: say.lastAccepted, className: 'w-72' },
      { label: say.accepted30Days, className: 'w-36', end: true },
      { label: say.failed30Days, className: 'w-36', end: true },
      { label: say.overdueNow, className: 'w-32', end: true },
    ] as const,
);

const ORDER: readonly Tone[] = ['failing', 'waiting', 'good', 'quiet'];

/** What the record says of a notification. Events without a message may be as the store has set it, and are to be looked at. */
function toneOf({ goesOut, overdue, accepted, since, last }: NotificationRecord): Tone {
  if (overdue > 0) return 'failing';
  if (!goesOut) return 'quiet';
  if (accepted === 0 && (since ?? 0) > 0) return 'waiting';
  return last ? 'good' : 'quiet';
}

const TONE_WORDS: Readonly<Record<Tone, string>> = inEachLanguage(() => ({
  failing: say.isOverdue,
  waiting: say.wasExpected,
  good: say.goesOut,
  quiet: say.nothingExpected,
}));

export function ByNotificationScreen(props: { base: string; zone: string; records: NotificationRecord[] }) {
  const { base, zone, records } = props;
  const rows = records
    .map((r) => ({ ...r, tone: toneOf(r) }))
    .toSorted((a, b) => ORDER.indexOf(a.tone) - ORDER.indexOf(b.tone));
  return (
    <Page
      title={say.deliveries}
      note={say.byNotificationNote}
      actions={<DeliveriesTabs base={base} part="notifications" />}
    >
      <div
        role="region"
        aria-label={say.byNotificationTitle}
        tabIndex={0}
        className="bg-panel lg:h-full lg:overflow-auto"
      >
        <table className="lines w-full text-sm lg:table-fixed">
          <Head columns={COLUMNS} />
          <tbody>
            {rows.map((r) => (
              <tr key={r.id} className="border-b border-rule align-top">
                <td data-line="name" className="px-2 py-2 ps-5">
                  <span className="inline-flex items-baseline gap-2">
                    <span className="translate-y-0.5" title={TONE_WORDS[r.tone]}>
                      <Mark tone={r.tone} size={12} />
                    </span>
                    <span>
                      <Link href={`${base}/deliveries?notification=${r.id}`} className="link">
                        {r.name}
                      </Link>{' '}
                      <span className="text-xs text-slate">
                        {AUDIENCE_WORDS[r.audience]}
                        {!r.goesOut && `, ${say.doesNotGoOut}`}
                      </span>
                    </span>
                  </span>
                </td>
                <td data-line="rest" className="px-2 py-2">
                  <LastAccepted {...{ base, zone }} record={r} />
                </td>
                <td data-line="foot" className="px-2 py-2 text-end">
                  <Figure
                    n={r.accepted}
                    words={say.accepted}
                    href={`${base}/deliveries?notification=${r.id}&state=accepted`}
                  />
                </td>
                <td data-line="foot" className="px-2 py-2 text-end">
                  <Figure
                    n={r.failed}
                    words={say.failed}
                    href={`${base}/deliveries?notification=${r.id}&state=failed,bounced`}
                  />
                </td>
                <td data-line="foot-end" className="px-2 py-2 pe-5 text-end font-semibold text-madder">
                  <Figure
                    n={r.overdue}
                    words={say.overdue}
                    href={`${base}/deliveries?notification=${r.id}&state=overdue`}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Page>
  );
}

function LastAccepted({
  base,
  zone,
  record: { last, since },
}: {
  base: string;
  zone: string;
  record: NotificationRecord;
}) {
  return (
    <>
      {last ? (
        <Link href={`${base}/deliveries/${last.id}`} className="link inline-block min-h-6" title={last.recipient}>
          <Time at={last.at} zone={zone} />
          {last.order && `, ${last.order}`}
        </Link>
      ) : (
        <span className="text-slate">{say.noneAccepted}</span>
      )}
      {since !== undefined && since > 0 && (
        <span className="block text-xs text-slate">
          {last ? say.toldSince({ n: since }) : say.toldIn30Days({ n: since })}
        </span>
      )}
    </>
  );
}

/** A number that leads to its messages. On phones, where a table's head is not seen, its word stands with it. */
function Figure({ n, words, href }: { n: number; words: string; href: string }) {
  if (n === 0) return <span className="font-normal text-slate max-lg:hidden">0</span>;
  return (
    <Link href={href} className="inline-flex min-h-6 items-center gap-1 hover:text-petrol">
      {n.toLocaleString(readerLocale())} <span className="lg:hidden">{words}</span>
    </Link>
  );
}
