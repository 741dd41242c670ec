import Link from 'next/link';
import { STATUS_WORDS, type OrderStatus } from '@/core/order';
import { languageName } from '@/core/plan/reasons';
import { Money, Time } from '../parts/format';
import { Empty, Page } from '../parts/Page';
import { Head } from '../parts/Table';
import { StartWalk, type StartWalkProps } from './StartWalk';

export interface OrderRow {
  id: string;
  number: string;
  placedAt: string;
  status: OrderStatus;
  channel: string;
  customerName: string;
  customerEmail: string;
  language: string;
  currency: string;
  total: number;
}

const COLUMNS = [
  { label: 'Order' },
  { label: 'Customer' },
  { label: 'Placed' },
  { label: 'State' },
  { label: 'Channel' },
  { label: 'Language' },
  { label: 'Total', end: true },
] as const;

export function OrdersScreen({
  base,
  zone,
  search,
  rows,
  next,
  channels,
  mayPlace,
  me,
  languages,
  onStart,
}: {
  base: string;
  zone: string;
  search: string;
  rows: OrderRow[];
  next?: string | undefined;
  /** Names by id. */
  channels: Record<string, string>;
  mayPlace: boolean;
} & Omit<StartWalkProps, 'base'>) {
  const query = search ? `search=${encodeURIComponent(search)}&` : '';
  return (
    <Page
      title="Orders"
      actions={
        mayPlace && (
          <>
            <Link href={`${base}/orders/exchange`} className="btn">
              Bring in, take out
            </Link>
            <Link href={`${base}/orders/connect`} className="btn">
              Connect the shop
            </Link>
            <StartWalk {...{ base, me, languages, onStart }} />
            <Link href={`${base}/orders/new`} className="btn btn-main">
              Place an order
            </Link>
          </>
        )
      }
    >
      <div className="flex h-full min-h-0 flex-col">
        <form className="flex shrink-0 items-center gap-2 border-b border-rule px-5 py-2" role="search">
          <input
            name="search"
            defaultValue={search}
            aria-label="Number, name or address"
            placeholder="Number, name or address"
            className="input max-w-80"
          />
          <button type="submit" className="btn">
            Find
          </button>
          {search && (
            <Link href={`${base}/orders`} className="link text-sm">
              Show all
            </Link>
          )}
        </form>
        <div className="min-h-0 flex-1 overflow-auto bg-panel">
          {rows.length === 0 ? (
            <Empty title={search ? 'No order matches' : 'No orders yet'}>
              {search
                ? 'Look for a part of the number, the name or the address.'
                : 'Orders arrive as events from your shop, or place one here.'}
            </Empty>
          ) : (
            <table className="w-full text-sm">
              <Head columns={COLUMNS} />
              <tbody>
                {rows.map((o) => (
                  <tr key={o.id} className="border-b border-rule hover:bg-petrol-tint/50">
                    <td className="py-2 ps-5 pe-2">
                      <Link href={`${base}/orders/${encodeURIComponent(o.number)}`} className="link">
                        {o.number}
                      </Link>
                    </td>
                    <td className="max-w-64 truncate px-3">
                      <bdi>{o.customerName}</bdi> <span className="text-xs text-slate">{o.customerEmail}</span>
                    </td>
                    <td className="px-2">
                      <Time at={o.placedAt} zone={zone} />
                    </td>
                    <td className="px-2">{STATUS_WORDS[o.status]}</td>
                    <td className="px-2">{channels[o.channel] ?? o.channel}</td>
                    <td className="px-2">{languageName(o.language)}</td>
                    <td className="px-5 text-end">
                      <Money minor={o.total} currency={o.currency} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {next && (
            <div className="p-3 text-center">
              <Link href={`${base}/orders?${query}before=${next}`} className="btn">
                Older orders
              </Link>
            </div>
          )}
        </div>
      </div>
    </Page>
  );
}
