import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { listRuleChanges } from '@/server/features/routing/changes';
import { loadCopies } from '@/server/features/routing/copies';
import { loadRouting } from '@/server/features/routing/routing';
import { listOrders } from '@/server/features/orders/orders';
import { RoutingScreen } from '@/ui/routing/RoutingScreen';
import {
  addRuleAction,
  changeRuleAction,
  draftRuleAction,
  dropDraftsAction,
  lookAtDraftsAction,
  makeDraftsLiveAction,
  forecastRuleAction,
  lookAtTakingBackAction,
  takeRuleChangeBackAction,
  pauseRuleAction,
  removeCopyAction,
  removeRuleAction,
  saveCopyAction,
  testRuleAction,
  tryOrderAction,
} from './actions';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.routing });

export default async function Routing({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const storeId = access.store.id;
  const [routing, copies, changes, orders] = await Promise.all([
    loadRouting(access),
    loadCopies(access),
    listRuleChanges(access),
    listOrders(access, {}, 200),
  ]);

  return (
    <RoutingScreen
      {...routing}
      orders={orders.rows.map((o) => ({ number: o.number, name: o.customerName }))}
      mayEdit={may(access.role, 'routing.edit')}
      mayTest={may(access.role, 'test.send')}
      onAdd={addRuleAction.bind(null, storeId)}
      onChange={changeRuleAction.bind(null, storeId)}
      copies={copies}
      changes={changes}
      onLookAtTakingBack={lookAtTakingBackAction.bind(null, storeId)}
      onTakeBack={takeRuleChangeBackAction.bind(null, storeId)}
      onSaveCopy={saveCopyAction.bind(null, storeId)}
      onRemoveCopy={removeCopyAction.bind(null, storeId)}
      zone={access.store.timeZone}
      onRemove={removeRuleAction.bind(null, storeId)}
      onPause={pauseRuleAction.bind(null, storeId)}
      onDraft={draftRuleAction.bind(null, storeId)}
      onDropDrafts={dropDraftsAction.bind(null, storeId)}
      onLookAtDrafts={lookAtDraftsAction.bind(null, storeId)}
      onMakeDraftsLive={makeDraftsLiveAction.bind(null, storeId)}
      onForecast={forecastRuleAction.bind(null, storeId)}
      onTry={tryOrderAction.bind(null, storeId)}
      onTest={testRuleAction.bind(null, storeId)}
    />
  );
}
