/** Products, customers and orders as files, as they can be brought in again. */
import { asc, eq } from 'drizzle-orm';
import { amountText, contactsText, rowsOf, writeCsv, type Cells, type ListKind } from '@/core/exchange';
import { NO_COUNTRY } from '@/core/order';
import type { Access } from '../../auth/access';
import { may, whoMay } from '../../../contract/policy';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { customers, orders, products } from '../../db/schema';
import { remember } from '../../auth/history';
import { codeCells, codeEntry, codesOut } from './codes';
import { FILE } from './file';
import { say } from '@/words/refusals';
import { kept } from '@/words/kept';
import { say as deeds } from '@/words/history';

/** A list as a file: CSV as it can be brought in again, or JSON with everything that is kept. */
export async function takeOut(
  access: Access,
  kind: ListKind,
  as: 'csv' | 'json',
): Promise<{ name: string; type: string; body: string }> {
  const { store } = access;
  // Every order names a customer: a list of them is a list of people.
  if (kind !== 'products' && kind !== 'codes' && !may(access.role, 'customers.export')) {
    throw new AppError('forbidden', say.whoMayMayTakeOutAll({ whoMay: whoMay('customers.export'), kind }));
  }
  const file = {
    name: `${store.id}-${kind}.${as}`,
    type: as === 'csv' ? 'text/csv; charset=utf-8' : 'application/json',
  };
  await remember(
    access,
    'exportedAll',
    kept(() => ({ kind: deeds[kind], format: as.toUpperCase() })),
  );
  const db = database();
  let rows: Cells[];
  let json: unknown[];
  if (kind === 'products') {
    const list = await db.select().from(products).where(eq(products.storeId, store.id)).orderBy(asc(products.sku));
    rows = list.map(({ lowAt, ...p }) => ({
      ...p,
      price: amountText(p.price, store.currency),
      tax_rate: p.taxRate,
      ...(lowAt !== null && { low_at: lowAt }),
    }));
    json = list.map(({ sku, name, category, options, price, taxRate, url, lowAt, supplier }) => ({
      sku,
      name,
      category,
      options,
      price,
      taxRate,
      ...(url !== '' && { url }),
      ...(lowAt !== null && { lowAt }),
      ...(supplier !== '' && { supplier }),
    }));
  } else if (kind === 'customers') {
    const list = await db.select().from(customers).where(eq(customers.storeId, store.id)).orderBy(asc(customers.email));
    rows = list.map((c) => ({
      email: c.email,
      first_name: c.firstName,
      last_name: c.lastName,
      company: c.company,
      language: c.language,
      guest: c.guest,
      ...(c.address.country !== NO_COUNTRY && {
        street: c.address.lines[0],
        postal_code: c.address.postalCode,
        city: c.address.city,
        country: c.address.country,
      }),
      contacts: contactsText(c.contacts),
    }));
    json = list.map(({ email, firstName, lastName, company, language, guest, address, contacts }) => ({
      ...{ email, firstName, lastName, company, guest, contacts },
      ...(language !== '' && { language }),
      ...(address.country !== NO_COUNTRY && { address }),
    }));
  } else if (kind === 'codes') {
    const list = (await codesOut(db, store.id)).map((row) => codeEntry(row, store.timeZone));
    rows = list.map((c) => codeCells(c, store.currency));
    json = list;
  } else {
    const list = await db
      .select({ order: orders.snapshot })
      .from(orders)
      .where(eq(orders.storeId, store.id))
      .orderBy(asc(orders.id));
    rows = list.flatMap((o) => rowsOf(o.order));
    json = list.map((o) => o.order);
  }
  const body = as === 'csv' ? `\uFEFF${writeCsv(kind, rows)}` : JSON.stringify({ ...FILE, [kind]: json }, null, 2);
  return { ...file, body };
}
