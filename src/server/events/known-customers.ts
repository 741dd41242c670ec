/**
 * Customers as orders tell of them: whoever orders is one, with how much they ordered, counted as their orders come. What a list or a
 * colleague said of them stays.
 */
import { and, eq, sql, type SQL } from 'drizzle-orm';
import { noAddress, type Order } from '@/core/order';
import { newId } from '../base/ids';
import { insertRows } from '../db/bulk';
import type { Executor } from '../db/client';
import { customers, formerAddresses, orders } from '../db/schema';

type OrderRow = typeof orders.$inferInsert;

/** What an order adds to what its customer spent: nothing in another currency, and nothing once it is cancelled. */
const worth = ({ status, currency, total }: Pick<OrderRow, 'status' | 'currency' | 'total'>, own: string): number =>
  status === 'OrderCancelled' || currency !== own ? 0 : total;

const newest = sql`${customers.lastOrderAt} is null or ${customers.lastOrderAt} <= values(${customers.lastOrderAt})`;

/** The customers of new orders, made when they are not known yet. */
export async function countOrders(
  tx: Executor,
  store: { id: string; currency: string },
  rows: readonly OrderRow[],
): Promise<void> {
  await insertRows(
    tx,
    customers,
    rows.map((row) => customerOf(store, row)),
    {
      // MariaDB sets them from left to right, in the order of the table: what is compared comes before what it is compared with changes.
      onDuplicate: {
        // The number of the new order is still to be found by.
        indexed: sql`false`,
        firstName: sql`if(${customers.firstName} = '' and ${customers.lastName} = '', values(${customers.firstName}), ${customers.firstName})`,
        lastName: sql`if(${customers.lastName} = '' and ${customers.firstName} = values(${customers.firstName}), values(${customers.lastName}), ${customers.lastName})`,
        company: sql`if(${customers.company} = '', values(${customers.company}), ${customers.company})`,
        guest: sql`${customers.guest} and values(${customers.guest})`,
        orders: sql`${customers.orders} + 1`,
        spent: sql`${customers.spent} + values(${customers.spent})`,
        country: sql`if(${newest}, values(${customers.country}), ${customers.country})`,
        orderLanguage: sql`if(${newest}, values(${customers.orderLanguage}), ${customers.orderLanguage})`,
        channel: sql`if(${newest}, values(${customers.channel}), ${customers.channel})`,
        lastOrderAt: sql`greatest(ifnull(${customers.lastOrderAt}, values(${customers.lastOrderAt})), values(${customers.lastOrderAt}))`,
      },
    },
  );
}

function customerOf(store: { id: string; currency: string }, row: OrderRow) {
  const { customer, shippingAddress, billingAddress, language } = row.snapshot;
  return {
    id: newId(),
    storeId: store.id,
    email: row.customerEmail,
    firstName: customer.firstName ?? '',
    lastName: customer.lastName ?? '',
    company: customer.company ?? '',
    language: '',
    guest: customer.guest ?? false,
    address: shippingAddress ?? billingAddress ?? noAddress(row.customerName),
    contacts: [],
    orders: 1,
    spent: worth(row, store.currency),
    country: (shippingAddress ?? billingAddress)?.country ?? '',
    orderLanguage: language ?? '',
    channel: row.channel,
    lastOrderAt: row.placedAt,
  };
}

/** After an order that was counted before is another amount, or cancelled. */
export async function recountOrder(
  tx: Executor,
  store: { id: string; currency: string },
  before: Pick<OrderRow, 'status' | 'currency' | 'total' | 'customerEmail'>,
  now: Pick<OrderRow, 'status' | 'total'>,
): Promise<void> {
  const more = worth({ ...before, ...now }, store.currency) - worth(before, store.currency);
  if (more === 0) return;
  await tx
    .update(customers)
    .set({ spent: sql`${customers.spent} + ${more}` })
    .where(and(eq(customers.storeId, store.id), eq(customers.email, before.customerEmail)));
}

/** Counts the orders of customers anew, all of a store's or those of some addresses: after orders came in another way than one by one. */
export async function countAll(tx: Executor, storeId: string, emails?: readonly string[]): Promise<void> {
  if (emails?.length === 0) return;
  const of: SQL = emails ? sql`and o.customer_email in ${[...emails]}` : sql``;
  await tx.execute(sql`
    insert into customer (id, store_id, email, first_name, last_name, company, language, guest, address, contacts,
      orders, spent, country, order_language, channel, last_order_at)
    select n.id, n.store_id, n.customer_email,
      ifnull(json_value(n.snapshot, '$.customer.firstName'), ''), ifnull(json_value(n.snapshot, '$.customer.lastName'), ''),
      ifnull(json_value(n.snapshot, '$.customer.company'), ''), '',
      ifnull(json_extract(n.snapshot, '$.customer.guest') = 'true', false),
      coalesce(json_extract(n.snapshot, '$.shippingAddress'), json_extract(n.snapshot, '$.billingAddress'),
        json_object('name', n.customer_name, 'lines', json_array(), 'city', '-', 'country', 'ZZ')),
      '[]', g.orders, g.spent,
      ifnull(coalesce(json_value(n.snapshot, '$.shippingAddress.country'), json_value(n.snapshot, '$.billingAddress.country')), ''),
      ifnull(json_value(n.snapshot, '$.language'), ''), n.channel, n.placed_at
    from (
      select o.store_id, o.customer_email, count(*) as orders,
        sum(if(o.status = 'OrderCancelled' or o.currency <> s.currency, 0, o.total)) as spent,
        substring(max(concat(date_format(o.placed_at, '%Y%m%d%H%i%s%f'), o.id)), 21) as newest
      from \`order\` o join store s on s.id = o.store_id
      where o.store_id = ${storeId} ${of}
      group by o.store_id, o.customer_email
    ) g join \`order\` n on n.id = g.newest
    on duplicate key update orders = values(orders), spent = values(spent), country = values(country),
      order_language = values(order_language), channel = values(channel), last_order_at = values(last_order_at), indexed = false`);
}

/**
 * The order with the address that its customer has now, where the shop still tells of one that was corrected. A mistyped address may be
 * somebody's: a new order under it is its customer's only when it has their name.
 */
export async function withOwnAddress(tx: Executor, storeId: string, order: Order): Promise<Order> {
  const { email, firstName = '', lastName = '' } = order.customer;
  const [row] = await tx
    .select({
      ...{ email: customers.email, firstName: customers.firstName, lastName: customers.lastName },
      known: orders.id,
    })
    .from(formerAddresses)
    .innerJoin(customers, eq(customers.id, formerAddresses.customerId))
    .leftJoin(
      orders,
      and(eq(orders.storeId, storeId), eq(orders.number, order.number), eq(orders.customerEmail, customers.email)),
    )
    .where(and(eq(formerAddresses.storeId, storeId), eq(formerAddresses.address, email)));
  const named = `${firstName} ${lastName}`.trim().toLowerCase();
  if (!row || (!row.known && named !== `${row.firstName} ${row.lastName}`.trim().toLowerCase())) return order;
  return { ...order, customer: { ...order.customer, email: row.email } };
}
