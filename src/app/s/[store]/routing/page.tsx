import type { Metadata } from 'next';
import { act } from '@/app/act';
import { pageAccess } from '@/app/page-access';
import type { Result } from '@/core/result';
import { may } from '@/server/auth/policy';
import { addRule, changeRule, loadRouting, removeRule, testRule, tryOrder } from '@/server/views/routing';
import { listOrders } from '@/server/views/orders';
import { RoutingScreen } from '@/ui/routing/RoutingScreen';
import type { Tried } from '@/ui/routing/types';

export const metadata: Metadata = { title: 'Routing' };

export default async function Routing({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const storeId = access.store.id;
  const [routing, orders] = await Promise.all([loadRouting(access), listOrders(access, {}, 200)]);

  async function onAdd(rule: unknown): Promise<Result<null>> {
    'use server';
    return act(storeId, 'routing.edit', async (who) => {
      await addRule(who, rule);
      return null;
    });
  }
  async function onChange(id: string, rule: unknown): Promise<Result<null>> {
    'use server';
    return act(storeId, 'routing.edit', async (who) => {
      await changeRule(who, id, rule);
      return null;
    });
  }
  async function onRemove(id: string): Promise<Result<null>> {
    'use server';
    return act(storeId, 'routing.edit', async (who) => {
      await removeRule(who, id);
      return null;
    });
  }
  async function onTry(order: string): Promise<Result<Tried>> {
    'use server';
    return act(storeId, 'store.read', (who) => tryOrder(who, order));
  }
  async function onTest(ruleId: string, order: string): Promise<Result<{ to: string; subject: string }>> {
    'use server';
    return act(storeId, 'test.send', (who) => testRule(who, ruleId, order));
  }

  return (
    <RoutingScreen
      {...routing}
      orders={orders.rows.map((o) => ({ number: o.number, name: o.customerName }))}
      mayEdit={may(access.role, 'routing.edit')}
      mayTest={may(access.role, 'test.send')}
      {...{ onAdd, onChange, onRemove, onTry, onTest }}
    />
  );
}
