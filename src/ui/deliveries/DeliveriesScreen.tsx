'use client';
/** The record: everything that was to go out, newest first, with filters that stand in the address. */
import Link from '../parts/Link';
import { useRouter } from 'next/navigation';
import { Segments } from '../parts/fields';
import { FilterInput } from '../parts/FilterInput';
import { Empty, Page } from '../parts/Page';
import { WatchWaiting } from '../parts/WatchWaiting';
import { DeliveriesTable } from './DeliveriesTable';
import { DeliveriesTabs } from './DeliveriesTabs';
import type { ListedDelivery } from '@/contract/deliveries';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/deliveries';
import { say as common } from '@/words/common';

export interface DeliveriesProps {
  base: string;
  zone: string;
  filter: { state: string; role: string; recipient: string; order: string; notification: string; notice: string };
  rows: ListedDelivery[];
  next?: string | undefined;
}

const STATE_CHOICES = inEachLanguage(() => [
  { value: '', label: common.all },
  { value: 'accepted', label: say.accepted },
  { value: 'planned,held,sending,deferred', label: say.waiting },
  { value: 'overdue', label: say.overdue },
  { value: 'failed,bounced', label: say.failed },
]);
const ROLE_CHOICES = inEachLanguage(() => [
  { value: '', label: say.everybody },
  { value: 'customer', label: say.customers },
  { value: 'contact', label: say.contacts },
  { value: 'staff', label: say.staff },
]);

export function DeliveriesScreen({ base, zone, filter, rows, next }: DeliveriesProps) {
  const router = useRouter();
  const address = (change: Partial<DeliveriesProps['filter']> & { before?: string }): string => {
    const query = new URLSearchParams(Object.entries({ ...filter, ...change }).filter(([, v]) => v !== ''));
    return `${base}/deliveries${query.size > 0 ? `?${query}` : ''}`;
  };
  const filtered = Object.values(filter).some((v) => v !== '');
  return (
    <Page title={say.deliveries} actions={<DeliveriesTabs base={base} part="messages" />}>
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
            label={common.state}
            value={filter.state}
            choices={STATE_CHOICES}
            onChange={(state) => router.push(address({ state }))}
          />
          <Segments
            label={say.audience}
            value={filter.role}
            choices={ROLE_CHOICES}
            onChange={(role) => router.push(address({ role }))}
          />
          <FilterInput
            name="recipient"
            value={filter.recipient}
            aria-label={say.addressBeginsWith}
            placeholder={say.addressBeginsWith}
            className="input w-48"
          />
          <FilterInput
            name="order"
            value={filter.order}
            aria-label={say.orderNumber}
            placeholder={say.orderNumber}
            className="input w-36"
          />
          <button type="submit" className="btn">
            {common.find}
          </button>
          {filtered && (
            <Link href={`${base}/deliveries`} className="link text-sm">
              {common.showAll}
            </Link>
          )}
        </form>
        <div className="lg:min-h-0 flex-1 lg:overflow-auto bg-panel">
          {rows.length === 0 ? (
            <Empty
              title={
                filter.state === 'overdue'
                  ? say.nothingOverdue
                  : filtered
                    ? common.nothingMatches
                    : say.nothingWasSentYet
              }
            >
              {filter.state === 'overdue'
                ? say.overdueNote
                : filtered
                  ? say.removeAFilterToSee
                  : say.whenAnOrderIsPlaced}
            </Empty>
          ) : (
            <DeliveriesTable {...{ base, zone, rows }} />
          )}
          {next && (
            <div className="p-3 text-center">
              <Link href={address({ before: next })} className="btn">
                {say.olderDeliveries}
              </Link>
            </div>
          )}
        </div>
      </div>
    </Page>
  );
}
