'use client';
/** What is looked for among the orders; it stands in the address, so that a link opens the same list. */
import Link from '../parts/Link';
import { useRouter } from 'next/navigation';
import { ORDER_STATUSES, STATUS_WORDS } from '@/core/order';
import { Pick } from '../parts/fields';
import { FilterInput } from '../parts/FilterInput';
import { ordersAddress, type OrdersFilterState } from './address';
import { say } from '@/words/orders';
import { say as common } from '@/words/common';

export function OrdersFilter({
  base,
  filter,
  channels,
  languages,
}: {
  base: string;
  filter: OrdersFilterState;
  /** Names by id. */
  channels: Record<string, string>;
  languages: readonly { id: string; name: string }[];
}) {
  const router = useRouter();
  const go = (change: Partial<OrdersFilterState>): void => router.push(ordersAddress(base, { ...filter, ...change }));
  return (
    <form
      role="search"
      className="flex shrink-0 flex-wrap items-center gap-2 border-b border-rule px-5 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        go({ search: String(new FormData(e.currentTarget).get('search')).trim() });
      }}
    >
      <FilterInput
        name="search"
        value={filter.search}
        aria-label={say.numberNameOrAddress}
        placeholder={say.numberNameOrAddress}
        className="input w-auto min-w-44 flex-1 sm:max-w-72"
      />
      <button type="submit" className="btn">
        {common.find}
      </button>
      <Pick
        label={common.state}
        className="w-44"
        value={filter.status}
        choices={[
          { value: '', label: say.allStates },
          ...ORDER_STATUSES.map((s) => ({ value: s as string, label: STATUS_WORDS[s] })),
        ]}
        onChange={(status) => go({ status })}
      />
      <Pick
        label={common.channel}
        className="w-40"
        value={filter.channel}
        choices={[
          { value: '', label: say.allChannels },
          ...Object.entries(channels).map(([value, label]) => ({ value, label })),
        ]}
        onChange={(channel) => go({ channel })}
      />
      <Pick
        label={common.language}
        className="w-40"
        value={filter.language}
        choices={[{ value: '', label: say.allLanguages }, ...languages.map((l) => ({ value: l.id, label: l.name }))]}
        onChange={(language) => go({ language })}
      />
      {Object.values(filter).some((v) => v !== '') && (
        <Link href={`${base}/orders`} className="link text-sm">
          {common.showAll}
        </Link>
      )}
    </form>
  );
}
