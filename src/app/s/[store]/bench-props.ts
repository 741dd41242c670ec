/** What every Desk is given besides what lies on it: the order and the choices of the strip, and what one may do. */
import { orNotFound } from '@/app/page-access';
import { languageName } from '@/core/names';
import type { Access } from '@/server/auth/access';
import { may } from '@/contract/policy';
import { listOrders, orderForMoment, orderSnapshot } from '@/server/features/orders/orders';
import { senderViews } from '@/server/features/sending/senders';
import { stripFromQuery } from '@/ui/desk/strip';
import { briefingProps } from './briefing-props';
import { addFileAction } from './file-actions';
import { bringAction, orderAction, ordersAction, suggestionsAction } from './bench-actions';

export interface BenchQuery {
  order?: string;
  language?: string;
  width?: string;
  part?: string;
  light?: string;
  pictures?: string;
  /** A text to begin at. */
  at?: string;
}

/** What lies on the Desk, to choose an order for it. */
export interface BenchAbout {
  notificationId?: string;
  moment: string;
}

export async function benchProps(access: Access, query: BenchQuery, about?: BenchAbout) {
  const { store, role, person } = access;
  const [orders, senders] = await Promise.all([listOrders(access, {}, 60), senderViews(access)]);
  const sender = senders.find((s) => s.kind === 'orders');
  const newest = orders.rows.map((o) => o.number);
  const number =
    query.order ??
    (about
      ? await orderForMoment(access, about.notificationId, about.moment, newest)
      : (newest[0] ?? 'SAMPLE-ACCOUNT'));
  const language = query.language && store.languages.includes(query.language) ? query.language : store.language;
  return {
    base: `/s/${store.id}`,
    sender: {
      name: sender?.name ?? store.name,
      address: sender?.address ?? store.facts.email,
    },
    ownAddress: person.email,
    orders: orders.rows.map((o) => ({ number: o.number, name: o.customerName, note: languageName(o.language) })),
    order: await orNotFound(orderSnapshot(access, number)),
    strip: stripFromQuery(query, number, language),
    now: Date.now(),
    at: query.at,
    briefing: briefingProps(access),
    mayEdit: may(role, 'template.edit'),
    mayPublish: may(role, 'template.publish'),
    mayTest: may(role, 'test.send'),
    mayBring: may(role, 'file.bring'),
    onOrder: orderAction.bind(null, store.id),
    onOrders: ordersAction.bind(null, store.id),
    onSuggest: suggestionsAction.bind(null, store.id),
    onBring: bringAction.bind(null, store.id),
    onBringFile: addFileAction.bind(null, store.id),
  };
}
