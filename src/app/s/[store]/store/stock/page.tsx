import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadStock, readStockFilter } from '@/server/features/stock/stock';
import { StockScreen } from '@/ui/stock/StockScreen';
import { say } from '@/words/stock';
import { saveStockAction, saveThresholdAction, stockEffectsAction } from './actions';

export const generateMetadata = (): Metadata => ({ title: say.stock });

export default async function Stock({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const access = await pageAccess(params);
  const { store, role } = access;
  return (
    <StockScreen
      {...await loadStock(access, readStockFilter(await searchParams))}
      base={`/s/${store.id}`}
      zone={store.timeZone}
      mayEdit={may(role, 'stock.edit')}
      onEffects={stockEffectsAction.bind(null, store.id)}
      onSave={saveStockAction.bind(null, store.id)}
      onThreshold={saveThresholdAction.bind(null, store.id)}
    />
  );
}
