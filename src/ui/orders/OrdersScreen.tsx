import Link from '../parts/Link';
import { Empty, Page } from '../parts/Page';
import { ordersAddress, type OrdersFilterState } from './address';
import { OrdersFilter } from './OrdersFilter';
import { OrdersTable } from './OrdersTable';
import type { OrderRow } from '@/contract/orders';
import { StartWalk, type StartWalkProps } from './StartWalk';
import { say } from '@/words/orders';

export function OrdersScreen({
  base,
  zone,
  filter,
  rows,
  next,
  channels,
  mayPlace,
  mayWrite,
  me,
  languages,
  onStart,
}: {
  base: string;
  zone: string;
  filter: OrdersFilterState;
  rows: OrderRow[];
  next?: string | undefined;
  /** Names by id. */
  channels: Record<string, string>;
  mayPlace: boolean;
  mayWrite: boolean;
} & Omit<StartWalkProps, 'base'>) {
  const filtered = Object.values(filter).some((v) => v !== '');
  return (
    <Page
      title={say.orders}
      actions={
        mayPlace && (
          <>
            <Link href={`${base}/orders/exchange`} className="btn">
              {say.importAndExport}
            </Link>
            <Link href={`${base}/orders/connect`} className="btn">
              {say.connectTheShop}
            </Link>
            <StartWalk {...{ base, me, languages, onStart }} />
            <Link href={`${base}/orders/new`} className="btn btn-main">
              {say.placeAnOrder}
            </Link>
          </>
        )
      }
    >
      <div className="flex flex-col lg:h-full lg:min-h-0">
        <OrdersFilter {...{ base, filter, channels, languages }} />
        <div className="lg:min-h-0 flex-1 lg:overflow-auto bg-panel">
          {rows.length === 0 ? (
            <Empty title={filtered ? say.noOrderMatches : say.noOrdersYet}>
              {filtered ? say.removeAFilterOrLook : say.ordersArriveAsEventsFrom}
            </Empty>
          ) : (
            <OrdersTable {...{ base, zone, rows, channels, mayWrite }} />
          )}
          {next && (
            <div className="p-3 text-center">
              <Link href={ordersAddress(base, { ...filter, before: next })} className="btn">
                {say.olderOrders}
              </Link>
            </div>
          )}
        </div>
      </div>
    </Page>
  );
}
