/** Products, customers and orders as files: looked at first, brought in as a whole, taken out again. */
import { Type, type Static } from '@sinclair/typebox';
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import {
  addressFrom,
  amountText,
  contactsFrom,
  contactsText,
  decodeText,
  ordersOf,
  readCsv,
  rowsOf,
  writeCsv,
  type Cells,
  type ListKind,
  type RowProblem,
} from '@/core/exchange';
import { AddressSchema, ContactSchema, orderProblems, OrderSchema, type Order } from '@/core/order';
import { checker, placeWords } from '@/core/schema';
import type { Access } from '../auth/access';
import { database } from '../db/client';
import { channels, customers, orders, products } from '../db/schema';
import { AppError } from '../errors';
import { orderRow } from '../events/receive';
import { remember } from '../history';
import { NO_COUNTRY } from './placing';
import { newId } from '../ids';

type ProductRow = Omit<typeof products.$inferInsert, 'storeId'>;
type CustomerRow = Omit<typeof customers.$inferInsert, 'storeId' | 'id'>;

interface Read {
  format: 'CSV' | 'JSON';
  encoding: string;
  separator?: string;
  ignored: string[];
  products: ProductRow[];
  customers: CustomerRow[];
  orders: Order[];
  problems: RowProblem[];
  /** Rows or entries in the file. */
  rows: number;
}

const noAddress = (name: string) => ({ name, lines: [], city: '-', country: NO_COUNTRY });

const strict = { additionalProperties: false } as const;
const ProductJson = Type.Object(
  {
    sku: Type.String({ minLength: 1, maxLength: 64 }),
    name: Type.String({ minLength: 1, maxLength: 300 }),
    category: Type.String({ minLength: 1, maxLength: 80 }),
    options: Type.Optional(Type.String({ maxLength: 300 })),
    /** Minor units of the store's currency. */
    price: Type.Integer({ minimum: 0 }),
    taxRate: Type.Optional(Type.Integer({ minimum: 0, maximum: 100 })),
  },
  strict,
);
const CustomerJson = Type.Object(
  {
    email: Type.String({ format: 'mail-address' }),
    firstName: Type.Optional(Type.String({ maxLength: 120 })),
    lastName: Type.Optional(Type.String({ maxLength: 120 })),
    company: Type.Optional(Type.String({ maxLength: 200 })),
    language: Type.Optional(Type.String({ format: 'language' })),
    guest: Type.Optional(Type.Boolean()),
    address: Type.Optional(AddressSchema),
    contacts: Type.Optional(Type.Array(ContactSchema, { maxItems: 20 })),
  },
  strict,
);
const checkProduct = checker(ProductJson);
const checkCustomer = checker(CustomerJson);
const checkOrder = checker(OrderSchema);

const FILE = { kind: 'libellus data', version: 1 } as const;

/** What a file would bring in, and what is wrong with it. Nothing is changed. */
export async function previewFile(access: Access, kind: ListKind, bytes: Uint8Array) {
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
    sample: keys.slice(0, 8).map((k, i) => `${k}${nameOf(kind, read, i)}`),
  };
}
export type FilePreview = Awaited<ReturnType<typeof previewFile>>;

const keysOf = (kind: ListKind, read: Read): string[] =>
  kind === 'products'
    ? read.products.map((p) => p.sku)
    : kind === 'customers'
      ? read.customers.map((c) => c.email)
      : read.orders.map((o) => o.number);

function nameOf(kind: ListKind, read: Read, i: number): string {
  const name =
    kind === 'products'
      ? read.products[i]!.name
      : kind === 'customers'
        ? `${read.customers[i]!.firstName} ${read.customers[i]!.lastName}`.trim()
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
): Promise<{ fresh: number; known: number }> {
  const read = await readFile(access, kind, bytes);
  if (read.problems.length > 0 && !goodOnly) {
    throw new AppError(
      'invalid',
      `${read.problems.length === 1 ? 'One row has a problem' : `${read.problems.length} problems are in the file`}, so nothing was brought in.`,
      read.problems.slice(0, 50).map((p) => ({ path: `/row ${p.row}/${p.column}`, message: p.message })),
    );
  }
  const storeId = access.store.id;
  const keys = keysOf(kind, read);
  const there = await known(access, kind, keys);
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
            },
          });
      } else if (kind === 'customers') {
        await tx
          .insert(customers)
          .values(part(read.customers).map((c) => ({ ...c, id: newId(), storeId })))
          .onDuplicateKeyUpdate({
            set: {
              firstName: sql`values(${customers.firstName})`,
              lastName: sql`values(${customers.lastName})`,
              company: sql`values(${customers.company})`,
              language: sql`values(${customers.language})`,
              guest: sql`values(${customers.guest})`,
              address: sql`values(${customers.address})`,
              contacts: sql`values(${customers.contacts})`,
            },
          });
      } else {
        const fresh = part(read.orders).filter((o) => !there.has(o.number));
        if (fresh.length > 0) {
          await tx
            .insert(orders)
            .ignore()
            .values(fresh.map((o) => orderRow(newId(), storeId, o, access.store.language)));
        }
      }
    }
    await remember(access, 'brought in', `${keys.length} ${kind}`, { db: tx });
  });
  const fresh = keys.filter((k) => !there.has(k)).length;
  return { fresh, known: keys.length - fresh };
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
          : await database()
              .select({ key: orders.number })
              .from(orders)
              .where(and(eq(orders.storeId, storeId), inArray(orders.number, part)));
    for (const { key } of rows) found.add(key);
  }
  return found;
}

async function readFile(access: Access, kind: ListKind, bytes: Uint8Array): Promise<Read> {
  if (bytes.length === 0) throw new AppError('invalid', 'The file is empty.');
  const { text, encoding } = decodeText(bytes);
  if (text.includes('\u0000')) {
    throw new AppError('invalid', 'This is no text file. Save the list as CSV, or take JSON.');
  }
  const channelIds = (
    await database().select({ id: channels.id }).from(channels).where(eq(channels.storeId, access.store.id))
  ).map((c) => c.id);
  const read: Read = {
    format: 'CSV',
    encoding,
    ignored: [],
    products: [],
    customers: [],
    orders: [],
    problems: [],
    rows: 0,
  };
  if (/^\s*[[{]/.test(text)) readJson(kind, text, channelIds, read);
  else readTable(access, kind, text, channelIds, read);
  dropTwice(kind, read);
  return read;
}

function readTable(access: Access, kind: ListKind, text: string, channelIds: string[], read: Read): void {
  const { currency, language } = access.store;
  const list = readCsv(kind, text, currency);
  Object.assign(read, { separator: list.separator, ignored: list.ignored, problems: list.problems });
  read.rows = list.rows.length + new Set(list.problems.map((p) => p.row)).size;
  if (kind === 'products') {
    read.products = list.rows.map(({ cells }) => ({
      sku: String(cells.sku),
      name: String(cells.name),
      category: String(cells.category),
      options: String(cells.options ?? ''),
      price: Number(cells.price),
      taxRate: Number(cells.tax_rate ?? 0),
    }));
  } else if (kind === 'customers') {
    for (const { row, cells } of list.rows) {
      const { contacts, problem } = contactsFrom(String(cells.contacts ?? ''));
      if (problem) read.problems.push({ row, column: 'contacts', message: problem });
      else read.customers.push(customerFrom(cells, contacts, language));
    }
  } else {
    const { orders: made, problems } = ordersOf(list.rows, currency, channelIds);
    read.orders = made.map((o) => o.order);
    read.problems.push(...problems);
  }
}

function customerFrom(cells: Cells, contacts: CustomerRow['contacts'], language: string): CustomerRow {
  const [firstName, lastName] = [String(cells.first_name ?? ''), String(cells.last_name ?? '')];
  const name = `${firstName} ${lastName}`.trim();
  return {
    email: String(cells.email),
    firstName,
    lastName,
    company: String(cells.company ?? ''),
    language: String(cells.language ?? language),
    guest: cells.guest === true,
    address: addressFrom(cells, name) ?? noAddress(name || String(cells.email)),
    contacts: contacts ?? [],
  };
}

function readJson(kind: ListKind, text: string, channelIds: string[], read: Read): void {
  read.format = 'JSON';
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw new AppError('invalid', `The file is not JSON: ${(error as Error).message}`);
  }
  const list = Array.isArray(value) ? value : (value as Record<string, unknown> | null)?.[kind];
  const version = Array.isArray(value) ? 1 : (value as { version?: unknown }).version;
  if (typeof version === 'number' && version > FILE.version) {
    throw new AppError('invalid', 'This file comes from a newer Libellus. Bring that up to date first.');
  }
  if (!Array.isArray(list)) throw new AppError('invalid', `The file holds no list "${kind}".`);
  read.rows = list.length;
  list.forEach((entry: unknown, i) => {
    const row = i + 1;
    const say = (problems: readonly { path: string; message: string }[]): void => {
      for (const p of problems.slice(0, 3)) read.problems.push({ row, column: placeWords(p.path), message: p.message });
    };
    if (kind === 'products') {
      const checked = checkProduct(entry);
      if (!checked.ok) say(checked.problems);
      else read.products.push({ taxRate: 0, options: '', ...checked.value });
    } else if (kind === 'customers') {
      const checked = checkCustomer(entry);
      if (!checked.ok) say(checked.problems);
      else read.customers.push(completed(checked.value));
    } else {
      const checked = checkOrder(entry);
      if (!checked.ok) return say(checked.problems);
      const problems = orderProblems(checked.value);
      if (!channelIds.includes(checked.value.channel)) {
        problems.push({ path: '/channel', message: `"${checked.value.channel}" is not a channel of this store` });
      }
      if (problems.length > 0) say(problems);
      else read.orders.push(checked.value);
    }
  });
}

const completed = (c: Static<typeof CustomerJson>): CustomerRow => ({
  firstName: '',
  lastName: '',
  company: '',
  language: 'en',
  guest: false,
  contacts: [],
  ...c,
  address: c.address ?? noAddress(c.email),
});

/** The same key twice in one file: which one is meant cannot be known. */
function dropTwice(kind: ListKind, read: Read): void {
  const seen = new Set<string>();
  const twice = new Set<string>();
  for (const key of keysOf(kind, read)) {
    const folded = key.toLowerCase();
    if (seen.has(folded)) twice.add(folded);
    seen.add(folded);
  }
  if (twice.size === 0) return;
  for (const key of twice)
    read.problems.push({ row: 0, column: '', message: `"${key}" stands in the file more than once` });
  const once = (key: string): boolean => !twice.has(key.toLowerCase());
  read.products = read.products.filter((p) => once(p.sku));
  read.customers = read.customers.filter((c) => once(c.email));
  read.orders = read.orders.filter((o) => once(o.number));
}

/** A list as a file: CSV as it can be brought in again, or JSON with everything that is kept. */
export async function takeOut(
  access: Access,
  kind: ListKind,
  as: 'csv' | 'json',
): Promise<{ name: string; type: string; body: string }> {
  const { store } = access;
  const file = {
    name: `${store.id}-${kind}.${as}`,
    type: as === 'csv' ? 'text/csv; charset=utf-8' : 'application/json',
  };
  const db = database();
  let rows: Cells[];
  let json: unknown[];
  if (kind === 'products') {
    const list = await db.select().from(products).where(eq(products.storeId, store.id)).orderBy(asc(products.sku));
    rows = list.map((p) => ({ ...p, price: amountText(p.price, store.currency), tax_rate: p.taxRate }));
    json = list.map(({ sku, name, category, options, price, taxRate }) => ({
      sku,
      name,
      category,
      options,
      price,
      taxRate,
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
      ...{ email, firstName, lastName, company, language, guest, contacts },
      ...(address.country !== NO_COUNTRY && { address }),
    }));
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
