'use client';
/** The record: everything that was to go out, newest first, with filters that stand in the address. */
import Link from '../parts/Link';
import { useRouter } from 'next/navigation';
import { languageName } from '@/core/names';
import { Segments } from '../parts/fields';
import { FilterInput } from '../parts/FilterInput';
import { Time } from '../parts/format';
import { Empty, Page } from '../parts/Page';
import { Head } from '../parts/Table';
import { StateWord } from '../parts/states';
import { WatchWaiting } from '../parts/WatchWaiting';
import type { ListedDelivery } from '@/contract/deliveries';

export interface DeliveriesProps {
  base: string;
  zone: string;
  filter: { state: string; role: string; recipient: string; order: string; notification: string };
  rows: ListedDelivery[];
  next?: string | undefined;
}

const STATE_CHOICES = [
  { value: '', label: 'All' },
  { value: 'accepted', label: 'Accepted' },
  { value: 'planned,held,sending,deferred', label: 'Waiting' },
  { value: 'failed,bounced', label: 'Failed' },
];
const ROLE_CHOICES = [
  { value: '', label: 'Everybody' },
  { value: 'customer', label: 'Customers' },
  { value: 'contact', label: 'Contacts' },
  { value: 'staff', label: 'Staff' },
];

const COLUMNS = [
  { label: 'State', className: 'w-40' },
  { label: 'To' },
  { label: 'Notification', className: 'w-34' },
  { label: 'Subject, or what happened' },
  { label: 'Order', className: 'w-24' },
  { label: 'When', className: 'w-32', end: true },
] as const;

export function DeliveriesScreen({ base, zone, filter, rows, next }: DeliveriesProps) {
  const router = useRouter();
  const address = (change: Partial<DeliveriesProps['filter']> & { before?: string }): string => {
    const query = new URLSearchParams(Object.entries({ ...filter, ...change }).filter(([, v]) => v !== ''));
    return `${base}/deliveries${query.size > 0 ? `?${query}` : ''}`;
  };
  const filtered = Object.values(filter).some((v) => v !== '');
  return (
    <Page title="Deliveries">
      <WatchWaiting waiting={rows.some((r) => ['planned', 'sending'].includes(r.state) && !r.dueAt)} />
      <div className="flex flex-col lg:h-full lg:min-h-0">
        <form
          role="search"
          className="flex shrink-0 flex-wrap items-center gap-3 border-b border-rule px-5 py-2"
          onSubmit={(e) => {
            e.preventDefault();
            const data = new FormData(e.currentTarget);
            router.push(
              address({ recipient: String(data.get('recipient')).trim(), order: String(data.get('order')).trim() }),
            );
          }}
        >
          <Segments
            label="State"
            value={filter.state}
            choices={STATE_CHOICES}
            onChange={(state) => router.push(address({ state }))}
          />
          <Segments
            label="Audience"
            value={filter.role}
            choices={ROLE_CHOICES}
            onChange={(role) => router.push(address({ role }))}
          />
          <FilterInput
            name="recipient"
            value={filter.recipient}
            aria-label="Address begins with"
            placeholder="Address begins with"
            className="input w-48"
          />
          <FilterInput
            name="order"
            value={filter.order}
            aria-label="Order number"
            placeholder="Order number"
            className="input w-36"
          />
          <button type="submit" className="btn">
            Find
          </button>
          {filtered && (
            <Link href={`${base}/deliveries`} className="link text-sm">
              Show all
            </Link>
          )}
        </form>
        <div className="lg:min-h-0 flex-1 lg:overflow-auto bg-panel">
          {rows.length === 0 ? (
            <Empty title={filtered ? 'Nothing matches' : 'Nothing was sent yet'}>
              {filtered
                ? 'Remove a filter to see more.'
                : 'When an order is placed, every message about it is recorded here, with the reason for it.'}
            </Empty>
          ) : (
            <table className="lines w-full table-fixed text-sm">
              <Head columns={COLUMNS} />
              <tbody>
                {rows.map((d) => (
                  <tr key={d.id} className="border-b border-rule hover:bg-petrol-tint/50">
                    <td data-line="end" className="truncate py-2 ps-5">
                      <StateWord state={d.state} waits={d.dueAt !== undefined} />
                    </td>
                    <td data-line="name" className="truncate px-2" title={`${d.recipientName} ${d.recipient}`}>
                      <Link href={`${base}/deliveries/${d.id}`} className="link" title={d.recipient}>
                        <bdi>{d.recipientName || d.recipient}</bdi>
                      </Link>{' '}
                      <span className="text-xs text-slate">
                        {d.role}, {languageName(d.language)}
                      </span>
                    </td>
                    <td data-line="rest" className="truncate px-2">
                      {d.notification}
                    </td>
                    <td
                      data-line="rest"
                      className="truncate px-2"
                      dir="auto"
                      title={d.state === 'accepted' ? d.subject : d.lastWords}
                    >
                      {d.state === 'accepted' || !d.lastWords ? <bdi lang={d.language}>{d.subject}</bdi> : d.lastWords}
                    </td>
                    <td data-line="foot" className="truncate px-2">
                      {d.order && (
                        <Link href={`${base}/orders/${encodeURIComponent(d.order)}`} className="hover:text-petrol">
                          {d.order}
                        </Link>
                      )}
                    </td>
                    <td data-line="foot-end" className="pe-5 text-end">
                      {d.dueAt && <span className="text-xs text-slate">due </span>}
                      <Time at={d.dueAt ?? d.acceptedAt ?? d.createdAt} zone={zone} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {next && (
            <div className="p-3 text-center">
              <Link href={address({ before: next })} className="btn">
                Older deliveries
              </Link>
            </div>
          )}
        </div>
      </div>
    </Page>
  );
}
