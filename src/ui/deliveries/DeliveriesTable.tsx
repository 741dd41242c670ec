/** Deliveries as rows: how each stands, to whom it went, what it was. */
import type { ListedDelivery } from '@/contract/deliveries';
import { AUDIENCE_WORDS } from '@/core/moments';
import { languageName } from '@/core/names';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/deliveries';
import { say as common } from '@/words/common';
import { Time } from '../parts/format';
import Link from '../parts/Link';
import { StateWord } from '../parts/states';
import { Head } from '../parts/Table';

const COLUMNS = inEachLanguage(
  () =>
    [
      { label: common.state, className: 'w-40' },
      { label: say.to },
      { label: common.notification, className: 'w-34' },
      { label: say.subjectOrWhatHappened },
      { label: common.order, className: 'w-24' },
      { label: say.when, className: 'w-32', end: true },
    ] as const,
);

const COLUMNS_OF_PERSON = inEachLanguage(
  () =>
    [
      { label: common.state, className: 'w-36' },
      { label: say.to, className: 'w-34' },
      { label: common.notification, className: 'w-32' },
      { label: say.subjectOrWhatHappened },
      { label: common.order, className: 'w-23' },
      { label: say.when, className: 'w-30', end: true },
    ] as const,
);

export function DeliveriesTable({
  base,
  zone,
  rows,
  ofPerson = false,
}: {
  base: string;
  zone: string;
  rows: readonly ListedDelivery[];
  /** All went to one person and their contacts: to which address, and not to whom, tells them apart. */
  ofPerson?: boolean;
}) {
  return (
    <table className="lines w-full table-fixed text-sm">
      <Head columns={ofPerson ? COLUMNS_OF_PERSON : COLUMNS} />
      <tbody>
        {rows.map((d) => (
          <tr key={d.id} className="border-b border-rule hover:bg-petrol-tint/50">
            <td data-line="end" className="truncate py-2 ps-5">
              <StateWord state={d.state} waits={d.dueAt !== undefined} />
            </td>
            <td data-line="name" className="truncate px-2" title={`${d.recipientName} ${d.recipient}`}>
              <Link href={`${base}/deliveries/${d.id}`} className="link" title={d.recipient}>
                <bdi>{(!ofPerson && d.recipientName) || d.recipient}</bdi>
              </Link>{' '}
              <span className="text-xs text-slate">
                {AUDIENCE_WORDS[d.role]}, {languageName(d.language)}
              </span>
            </td>
            <td data-line="rest" className="truncate px-2">
              {d.notification}
            </td>
            <td
              data-line="rest"
              className={`truncate px-2 ${ofPerson ? 'py-1.5' : ''}`}
              dir="auto"
              title={d.state === 'accepted' ? d.subject : d.lastWords}
            >
              {d.state === 'accepted' || !d.lastWords ? <bdi lang={d.language}>{d.subject}</bdi> : d.lastWords}
              {ofPerson && d.cause && (
                <span dir="ltr" className="block truncate text-xs text-slate">
                  {d.edition === undefined ? d.cause : say.causeAndEdition({ cause: d.cause, edition: d.edition })}
                </span>
              )}
            </td>
            <td data-line="foot" className="truncate px-2">
              {d.order && (
                <Link href={`${base}/orders/${encodeURIComponent(d.order)}`} className="hover:text-petrol">
                  {d.order}
                </Link>
              )}
            </td>
            <td data-line="foot-end" className="pe-5 text-end">
              {d.dueAt && <span className="text-xs text-slate">{say.due} </span>}
              <Time at={d.dueAt ?? d.acceptedAt ?? d.createdAt} zone={zone} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
