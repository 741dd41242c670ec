/** A search over what a store has by name: orders, customers, notifications, passages, services, domains. */
import { and, eq, like, or, type Column } from 'drizzle-orm';
import type { Found } from '@/contract/find';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { customers, domains, notifications, passages, services } from '../../db/schema';
import { listOrders } from '../orders/orders';
import { say } from '@/words/shell';

/** So many of each kind: whoever wants more goes to its list. */
const EACH = 6;

/** What has the words in its name, some of each kind; nothing for no words. */
export async function findAnything(access: Access, words: string): Promise<Found[]> {
  const text = words.trim();
  if (text === '') return [];
  const { id } = access.store;
  const pattern = `%${text.replace(/[%_\\]/g, '\\$&')}%`;
  const has = (...columns: Column[]) => or(...columns.map((c) => like(c, pattern)));
  const db = database();
  const [notified, found, people, kept, sending, named] = await Promise.all([
    db
      .select({ name: notifications.name, slug: notifications.slug, on: notifications.on })
      .from(notifications)
      .where(and(eq(notifications.storeId, id), has(notifications.name)))
      .limit(EACH),
    listOrders(access, { search: text }, EACH),
    db
      .select({ id: customers.id, email: customers.email, first: customers.firstName, last: customers.lastName })
      .from(customers)
      .where(
        and(
          eq(customers.storeId, id),
          has(customers.email, customers.firstName, customers.lastName, customers.company),
        ),
      )
      .limit(EACH),
    db
      .select({ name: passages.name, id: passages.id })
      .from(passages)
      .where(and(eq(passages.storeId, id), has(passages.name)))
      .limit(EACH),
    db
      .select({ name: services.name, host: services.host, id: services.id })
      .from(services)
      .where(and(eq(services.storeId, id), has(services.name, services.host)))
      .limit(EACH),
    db
      .select({ name: domains.name })
      .from(domains)
      .where(and(eq(domains.storeId, id), has(domains.name)))
      .limit(EACH),
  ]);
  return [
    ...notified.map((n): Found => ({
      kind: 'notification',
      label: n.name,
      note: n.on ? say.isOn : say.isOff,
      href: `/desk/${n.slug}`,
    })),
    ...found.rows.map((o): Found => ({
      kind: 'order',
      label: o.number,
      note: o.customerName,
      href: `/orders/${encodeURIComponent(o.number)}`,
    })),
    ...people.map((c): Found => ({
      kind: 'customer',
      label: `${c.first} ${c.last}`.trim() || c.email,
      note: c.email,
      href: `/customers/${c.id}`,
    })),
    ...kept.map((p): Found => ({ kind: 'passage', label: p.name, note: '', href: `/passages/${p.id}` })),
    ...sending.map((s): Found => ({
      kind: 'service',
      label: s.name || s.host,
      note: s.host,
      href: `/sending/services/${s.id}`,
    })),
    ...named.map((d): Found => ({ kind: 'domain', label: d.name, note: '', href: `/sending/domains/${d.name}` })),
  ];
}
