/** A file of products, customers or orders: looked at first, then brought in as a whole. */
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { ListKind } from '@/core/exchange';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { customers, orders, products } from '../../db/schema';
import { AppError } from '../../base/errors';
import { indexCustomers } from '../../events/find-customers';
import { countAll } from '../../events/known-customers';
import { orderRow } from '../../events/kept-orders';
import { settingsChanged } from '../../events/planner';
import { remember } from '../../auth/history';
import { newId } from '../../base/ids';
import { sameCode } from '@/core/codes';
import { releaseHeld } from '../../worker/claims';
import { bringCustomers, lookAtCustomers } from './bring-customers';
import { bringCodes, codesThere } from './codes';
import { keysOf, readFile, type Read } from './read';
import type { FilePreview, FileTaken } from '@/contract/orders';
import { say } from '@/words/refusals';
import { kept } from '@/words/kept';
import { say as deeds } from '@/words/history';

/** What a file would bring in, and what is wrong with it. Nothing is changed. */
export async function previewFile(
  access: Access,
  kind: ListKind,
  bytes: Uint8Array,
  clear = false,
): Promise<FilePreview> {
  const read = await readFile(access, kind, bytes);
  const keys = keysOf(kind, read);
  const there = await known(access, kind, keys);
  const fresh = keys.filter((k) => !there.has(k)).length;
  return {
    kind,
    format: read.format,
    encoding: read.encoding,
    separator: read.separator,
    ignored: read.ignored,
    rows: read.rows,
    fresh,
    /** Products and customers are brought up to date; orders that are there are left as they are. */
    known: keys.length - fresh,
    problems: read.problems.slice(0, 200),
    problemCount: read.problems.length,
    ...(kind === 'customers' && { customers: await lookAtCustomers(access, read.customers, clear) }),
    sample: keys.slice(0, 8).map((k, i) => `${k}${nameOf(kind, read, i)}`),
  };
}

function nameOf(kind: ListKind, read: Read, i: number): string {
  const name =
    kind === 'products'
      ? read.products[i]!.name
      : kind === 'customers'
        ? `${read.customers[i]!.set.firstName ?? ''} ${read.customers[i]!.set.lastName ?? ''}`.trim()
        : kind === 'codes'
          ? ''
          : read.orders[i]!.customer.email;
  return name ? `, ${name}` : '';
}

/**
 * Brings a file in, in one transaction. With a problem in it nothing is brought in, unless the good rows alone are asked for. Nobody is
 * written to for orders that come this way: they are the past.
 */
export async function bringIn(
  access: Access,
  kind: ListKind,
  bytes: Uint8Array,
  goodOnly: boolean,
  clear = false,
): Promise<FileTaken> {
  const read = await readFile(access, kind, bytes);
  if (read.problems.length > 0 && !goodOnly) {
    throw new AppError(
      'invalid',
      say.importProblems({ n: read.problems.length }),
      read.problems.slice(0, 50).map((p) => ({ path: `/row ${p.row}/${p.column}`, message: p.message })),
    );
  }
  const storeId = access.store.id;
  const keys = keysOf(kind, read);
  const there = await known(access, kind, keys);
  let takeBack: string | undefined;
  await database().transaction(async (tx) => {
    for (let from = 0; from < keys.length; from += 1_000) {
      const part = <T>(rows: readonly T[]): T[] => rows.slice(from, from + 1_000);
      if (kind === 'products') {
        await tx
          .insert(products)
          .values(part(read.products).map((p) => ({ ...p, storeId })))
          .onDuplicateKeyUpdate({
            set: {
              name: sql`values(${products.name})`,
              category: sql`values(${products.category})`,
              options: sql`values(${products.options})`,
              price: sql`values(${products.price})`,
              taxRate: sql`values(${products.taxRate})`,
              // Where a list does not say it, what is known stays.
              url: sql`if(values(${products.url}) = '', ${products.url}, values(${products.url}))`,
              lowAt: sql`ifnull(values(${products.lowAt}), ${products.lowAt})`,
              supplier: sql`if(values(${products.supplier}) = '', ${products.supplier}, values(${products.supplier}))`,
            },
          });
      } else if (kind === 'customers') {
        // All at once, below.
        break;
      } else if (kind === 'codes') {
        await bringCodes(tx, storeId, access.store.timeZone, part(read.codes));
      } else {
        const fresh = part(read.orders).filter((o) => !there.has(o.number));
        if (fresh.length > 0) {
          await tx
            .insert(orders)
            .ignore()
            .values(fresh.map((o) => orderRow(newId(), storeId, o, access.store.language)));
          await countAll(tx, storeId, [...new Set(fresh.map((o) => o.customer.email))]);
        }
      }
    }
    // Rules ask who supplies them.
    if (kind === 'products') await settingsChanged(tx, storeId);
    if (kind === 'customers') takeBack = await bringCustomers(tx, access, read.customers, clear);
    await remember(
      access,
      'imported',
      kept(() => ({ n: keys.length, kind: deeds[kind] })),
      { db: tx },
    );
  });
  if (kind === 'codes') await releaseHeld(storeId, 'code');
  // The rest is made findable by the worker.
  if (kind === 'customers' || kind === 'orders') await indexCustomers();
  const fresh = keys.filter((k) => !there.has(k)).length;
  return { fresh, known: keys.length - fresh, ...(takeBack && { takeBack }) };
}

async function known(access: Access, kind: ListKind, keys: readonly string[]): Promise<Set<string>> {
  const found = new Set<string>();
  const storeId = access.store.id;
  for (let from = 0; from < keys.length; from += 1_000) {
    const part = keys.slice(from, from + 1_000);
    const rows =
      kind === 'products'
        ? await database()
            .select({ key: products.sku })
            .from(products)
            .where(and(eq(products.storeId, storeId), inArray(products.sku, part)))
        : kind === 'customers'
          ? await database()
              .select({ key: customers.email })
              .from(customers)
              .where(and(eq(customers.storeId, storeId), inArray(customers.email, part)))
          : kind === 'codes'
            ? (await codesThere(database(), storeId, part)).map(({ code }) => ({ key: code }))
            : await database()
                .select({ key: orders.number })
                .from(orders)
                .where(and(eq(orders.storeId, storeId), inArray(orders.number, part)));
    for (const { key } of rows) found.add(kind === 'codes' ? (part.find((typed) => sameCode(typed, key)) ?? key) : key);
  }
  return found;
}
